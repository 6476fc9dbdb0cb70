package org.mendedleaf.core.adoption;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.adoption.AdoptionPlan.Adopted;
import org.mendedleaf.core.adoption.AdoptionPlan.FolderStep;
import org.mendedleaf.core.adoption.AdoptionPlan.ShelfStep;
import org.mendedleaf.core.adoption.AdoptionPlan.SpoolStep;
import org.mendedleaf.core.adoption.AdoptionPlan.StoreStep;
import org.mendedleaf.core.arrivals.ArrivalFolders;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.joining.JoinReport;
import org.mendedleaf.core.place.WholeFolder;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.Stores;
import org.mendedleaf.core.tray.Recoveries;

/**
 * Lets this desk take the place of one that is no more: its stores are opened, what it had not
 * handed over is taken in, the folders of its shelves are recorded here and get their files back
 * where they are gone, its mirrors are kept up and its arrivals looked for. Done twice, the second
 * time does what the first could not. Safe for several threads; takes as long as recovering what is
 * gone.
 */
public final class Adoptions {

  private final Stores stores;
  private final Shelves shelves;
  private final Recoveries recoveries;
  private final Drills drills;
  private final ArrivalFolders arrivals;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Adoptions(
      Stores stores,
      Shelves shelves,
      Recoveries recoveries,
      Drills drills,
      ArrivalFolders arrivals,
      OpenDesk desk,
      OfficeSettings settings) {
    this.stores = stores;
    this.shelves = shelves;
    this.recoveries = recoveries;
    this.drills = drills;
    this.arrivals = arrivals;
    this.desk = desk;
    this.settings = settings;
  }

  /** How recovery sheets are made. */
  public RecoverySheets sheets() {
    return new RecoverySheets(desk, shelves, settings);
  }

  /** Opens, until the program ends, the stores that a recovery key opens; whether there are any. */
  public boolean unlock(AdoptionOrder order, RecoveryKey key) {
    boolean any = false;
    for (RecoverySheet.SheetStore store : order.sheet().stores()) {
      List<Path> places = new ArrayList<>(List.of(order.here(store.folder())));
      store.mirror().map(order::here).ifPresent(places::add);
      for (Path place : places) {
        any |= sheets().opens(key, place);
      }
    }
    return any;
  }

  /** Tries this passphrase on every store that is opened from now on. */
  public void unlock(Passphrase passphrase) {
    var unused = settings.keys().with(passphrase);
  }

  /** Trying it before it is needed. */
  public NewComputerDrill drill() {
    return new NewComputerDrill(sheets(), drills, settings);
  }

  /** The outcome of an adoption, before it is done. */
  public AdoptionPlan rehearse(AdoptionOrder order, Progress progress) throws IOException {
    if (order.formerHome().isPresent()) {
      // A sheet says nothing of whether that desk is still at work.
      sheets().requireFormer(order.formerHome().get());
    }
    return new AdoptionRehearsal(desk, stores.spools(), order).plan(progress);
  }

  /**
   * Adopts what can be adopted; what cannot is in the answer with a sentence each.
   *
   * @return what was done
   */
  public AdoptionPlan adopt(AdoptionOrder order, Progress progress) throws IOException {
    AdoptionPlan plan = rehearse(order, progress);
    Set<String> adopted = new HashSet<>();
    for (StoreStep step : plan.stores()) {
      if (step.what().isDone()) {
        store(step, order);
        adopted.add(step.store().id());
      }
    }
    // Before any folder gets its files: what waited is newer than what the store has.
    List<SpoolStep> taken = new ArrayList<>();
    for (SpoolStep step : plan.spools()) {
      taken.add(
          adopted.contains(step.store()) && step.why().isEmpty()
              ? spool(step, order, progress)
              : step);
    }
    List<ShelfStep> bound = new ArrayList<>();
    for (ShelfStep step : plan.shelves()) {
      progress.checkCancelled();
      bound.add(shelf(step, taken, progress));
    }
    List<FolderStep> mirrors = new ArrayList<>();
    for (FolderStep mirror : plan.mirrors()) {
      mirrors.add(adopted.contains(mirror.store()) ? mirror(mirror, progress) : mirror);
    }
    for (FolderStep folder : plan.arrivals()) {
      if (folder.there()) {
        arrivals.add(folder.folder());
      }
    }
    stores.spools().limit(order.sheet().spoolLimit());
    return new AdoptionPlan(plan.stores(), taken, bound, mirrors, plan.arrivals());
  }

  private void store(StoreStep step, AdoptionOrder order) throws IOException {
    if (step.what() == Adopted.MIRROR_BECOMES_STORE) {
      stores.mirrors().become(step.folder());
    } else if (step.what() == Adopted.OPENED) {
      var unused = stores.open(step.folder());
    }
    OpenStore opened = desk.store(step.store().id());
    if (opened.trouble().isPresent() && order.acceptLog()) {
      opened.acceptLog();
    }
    if (opened.store().onlyDesk().filter(only -> !only.equals(desk.desk().id())).isPresent()) {
      var unused = stores.takeOver(opened.folder());
    }
    if (step.what() != Adopted.KNOWN) {
      drills.setRhythm(step.store().id(), step.store().drills());
    }
  }

  private SpoolStep spool(SpoolStep step, AdoptionOrder order, Progress progress)
      throws IOException {
    Path former = order.formerHome().orElseThrow();
    try {
      JoinReport report =
          stores
              .spools()
              .takeIn(
                  step.store(), former, shelf -> boundThere(order, step.store(), shelf), progress);
      return new SpoolStep(step.store(), step.spool(), report.commits(), "");
    } catch (SentenceException e) {
      return new SpoolStep(step.store(), step.spool(), step.acts(), Complaint.sentence(e));
    }
  }

  private static Optional<Path> boundThere(AdoptionOrder order, String store, long shelf) {
    return order.sheet().shelves().stream()
        .filter(one -> one.store().equals(store) && one.shelf() == shelf)
        .map(RecoverySheet.SheetShelf::folder)
        .findFirst();
  }

  private ShelfStep shelf(ShelfStep step, List<SpoolStep> spools, Progress progress)
      throws IOException {
    boolean isWaiting =
        spools.stream()
            .anyMatch(one -> one.store().equals(step.shelf().store()) && !one.why().isEmpty());
    if (step.what() == Adopted.REFUSED || step.what() == Adopted.KNOWN) {
      return step;
    }
    if (isWaiting) {
      return step.refused(
          "The folder %s is not recorded yet: what the former desk recorded last could not be taken in, and earlier files in its place would count as newer."
              .formatted(step.folder()));
    }
    Shelf shelf = shelves.byId(step.shelf().store(), step.shelf().shelf());
    try {
      // Another shelf of the sheet may have got it, or something that lies in it, meanwhile.
      ShelfPlaces.requireApartFromOthers(step.folder(), desk.desk());
      if (step.what() == Adopted.RECOVERED) {
        recover(shelf, step.folder(), progress);
      }
      var unused = shelves.bind(shelf, step.folder());
      return step;
    } catch (SentenceException e) {
      return step.refused(Complaint.sentence(e));
    }
  }

  /**
   * Under another name first: a folder that is bound and holds a part of its files would count as
   * one from which the rest was removed.
   */
  private void recover(Shelf shelf, Path folder, Progress progress) throws IOException {
    WholeFolder whole = new WholeFolder(folder);
    make(whole);
    Destination to = new Destination.Folder(whole.pending());
    if (shelf.files() > 0) {
      Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.Now(settings.clock().instant()));
      Tray tray =
          new Tray(
              List.of(new Tray.Entry(shelf.store(), shelf.id(), all)), Handling.IN_PLACE.to(to));
      var unused = recoveries.run(tray, progress);
      progress.checkCancelled();
    }
    if (!whole.isFree()) {
      throw new SentenceException(
          "Something was put into %s meanwhile, so what was recovered is in %s. Move it there and bind the shelf with “mended-leaf shelf bind”."
              .formatted(folder, whole.pending()));
    }
    for (Recoveries.Unfinished one : recoveries.unfinished()) {
      if (one.tray().handling().destination().equals(to)) {
        // One that was stopped; this one has done the rest.
        recoveries.forget(one.id());
      }
    }
    whole.putIntoPlace(settings.places().at(whole.pending()));
  }

  private static void make(WholeFolder whole) throws SentenceException {
    try {
      whole.make();
    } catch (IOException e) {
      throw new SentenceException(
          "The folder %s cannot be made here: %s. Nothing was recovered to it; say where it is to lie."
              .formatted(whole.folder(), Complaint.sentence(e)),
          e);
    }
  }

  /** One that cannot be brought up keeps nobody from working, and its place is known. */
  private FolderStep mirror(FolderStep mirror, Progress progress) throws IOException {
    Optional<MirrorState> own = stores.mirrors().of(mirror.store());
    if (own.isPresent() && !own.get().folder().equals(mirror.folder())) {
      return new FolderStep(
          mirror.store(),
          mirror.folder(),
          mirror.there(),
          "This desk keeps a mirror of the store in %s, so the other one is left as it is."
              .formatted(own.get().folder()));
    }
    if (own.isEmpty()) {
      stores.mirrors().expect(mirror.store(), mirror.folder());
    }
    if (!mirror.there()) {
      return mirror;
    }
    try {
      var unused = stores.mirrors().set(mirror.store(), mirror.folder(), progress);
      return mirror;
    } catch (CancelledException e) {
      throw e;
    } catch (IOException e) {
      return new FolderStep(mirror.store(), mirror.folder(), mirror.there(), Complaint.sentence(e));
    }
  }
}
