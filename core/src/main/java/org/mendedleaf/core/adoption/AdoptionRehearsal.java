package org.mendedleaf.core.adoption;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.adoption.AdoptionPlan.Adopted;
import org.mendedleaf.core.adoption.AdoptionPlan.FolderStep;
import org.mendedleaf.core.adoption.AdoptionPlan.ShelfStep;
import org.mendedleaf.core.adoption.AdoptionPlan.SpoolStep;
import org.mendedleaf.core.adoption.AdoptionPlan.StoreStep;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.place.WholeFolder;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.MirrorMark;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.SegmentLog;
import org.mendedleaf.core.stores.Spools;

/**
 * Works out what an adoption would do. Nothing of the desk is changed by it, but what it finds out
 * about a store, which costs time, is kept. Used once, by one thread.
 */
final class AdoptionRehearsal {

  private final OpenDesk desk;
  private final Spools spools;
  private final AdoptionOrder order;
  private final Map<String, OpenedForAdoption> opened = new LinkedHashMap<>();

  AdoptionRehearsal(OpenDesk desk, Spools spools, AdoptionOrder order) {
    this.desk = desk;
    this.spools = spools;
    this.order = order;
  }

  AdoptionPlan plan(Progress progress) throws IOException {
    try {
      List<StoreStep> stores = new ArrayList<>();
      List<FolderStep> mirrors = new ArrayList<>();
      for (RecoverySheet.SheetStore store : order.sheet().stores()) {
        progress.checkCancelled();
        StoreStep step = store(store);
        stores.add(step);
        store
            .mirror()
            .map(order::here)
            .filter(mirror -> step.what() != Adopted.MIRROR_BECOMES_STORE)
            .ifPresent(
                mirror ->
                    mirrors.add(new FolderStep(store.id(), mirror, Mirror.isOne(mirror), "")));
      }
      List<ShelfStep> shelves = new ArrayList<>();
      for (RecoverySheet.SheetShelf shelf : order.sheet().shelves()) {
        progress.checkCancelled();
        shelves.add(shelf(shelf));
      }
      List<FolderStep> arrivals = new ArrayList<>();
      for (Path folder : order.sheet().arrivals()) {
        Path here = order.here(folder);
        arrivals.add(new FolderStep("", here, Files.isDirectory(here), ""));
      }
      return new AdoptionPlan(stores, waiting(), shelves, mirrors, arrivals);
    } finally {
      opened.values().forEach(OpenedForAdoption::close);
    }
  }

  private StoreStep store(RecoverySheet.SheetStore store) throws IOException {
    Path folder = order.here(store.folder());
    Optional<Path> mirror = store.mirror().map(order::here).filter(Mirror::isOne);
    try {
      if (Store.liesIn(folder)) {
        return opened(store, folder);
      }
      if (mirror.isPresent() && order.useMirrors()) {
        return fromMirror(store, mirror.get());
      }
    } catch (LockedStoreException e) {
      return new StoreStep(store, folder, Adopted.LOCKED, 0, false, Complaint.sentence(e));
    } catch (SentenceException e) {
      return refused(store, folder, Complaint.sentence(e));
    } catch (IOException e) {
      return refused(store, folder, Complaint.ofStore(folder, e));
    }
    return refused(
        store,
        folder,
        mirror.isPresent()
            ? "The store %s cannot be reached, but its mirror in %s can. Connect the store's drive, or let the mirror take its place."
                .formatted(folder, mirror.get())
            : "No store can be reached in %s. Connect its drive, or say where it lies on this computer."
                .formatted(folder));
  }

  private static StoreStep refused(RecoverySheet.SheetStore store, Path folder, String why) {
    return new StoreStep(store, folder, Adopted.REFUSED, 0, false, why);
  }

  private StoreStep opened(RecoverySheet.SheetStore store, Path folder) throws IOException {
    OpenedForAdoption one = OpenedForAdoption.at(desk, folder);
    if (!one.store().id().equals(store.id())) {
      one.close();
      return refused(
          store,
          folder,
          "Another store than the sheet tells of lies in %s. Nothing of it was adopted."
              .formatted(folder));
    }
    opened.put(store.id(), one);
    Catalogue catalogue = one.store().catalogue();
    Optional<String> trouble = one.store().trouble();
    if (trouble.isEmpty() && store.head().isPresent()) {
      trouble = differs(one.store(), store.head().get());
    }
    if (trouble.isPresent() && !order.acceptLog()) {
      opened.remove(store.id());
      one.close();
      return refused(store, folder, trouble.get());
    }
    boolean isTakenOver =
        one.store().store().onlyDesk().filter(only -> !only.equals(desk.desk().id())).isPresent();
    return new StoreStep(
        store,
        one.store().folder(),
        one.isKnown() ? Adopted.KNOWN : Adopted.OPENED,
        catalogue.commits(),
        isTakenOver,
        "");
  }

  /** What is wrong with a store whose log was seen as far as this. */
  private static Optional<String> differs(OpenStore store, LogHead seen) throws IOException {
    SegmentLog log = store.store().log();
    long end = log.end(store.catalogue().commits());
    String what = "Nothing of it was adopted; look for a newer copy, or take it as it is.";
    if (seen.number() >= end) {
      return Optional.of(
          "The store %s ends with act %d, but the recovery sheet tells of act %d: an earlier copy, or its end is lost. %s"
              .formatted(store.folder(), end - 1, seen.number(), what));
    }
    boolean same =
        log.read(seen.number()).filter(one -> one.hash().equals(seen.hash())).isPresent();
    return same
        ? Optional.empty()
        : Optional.of(
            "Act %d of the store %s is another than the recovery sheet tells of: an earlier copy that somebody worked on. %s"
                .formatted(seen.number(), store.folder(), what));
  }

  private StoreStep fromMirror(RecoverySheet.SheetStore store, Path mirror) throws IOException {
    MirrorMark mark = Mirror.mark(mirror).orElseThrow();
    if (!mark.store().equals(store.id())) {
      return refused(
          store,
          mirror,
          "The mirror in %s is of another store than the sheet tells of. Nothing of it was adopted."
              .formatted(mirror));
    }
    long lost = store.head().map(head -> head.number() + 1 - mark.commits()).orElse(0L);
    if (lost > 0 && !order.acceptLog()) {
      return refused(
          store,
          mirror,
          "The mirror in %s ends with act %d, but the recovery sheet tells of act %d. Nothing of it was adopted; look for the store, or take the mirror as it is."
              .formatted(mirror, mark.commits() - 1, store.head().orElseThrow().number()));
    }
    opened.put(store.id(), OpenedForAdoption.at(desk, mirror));
    return new StoreStep(store, mirror, Adopted.MIRROR_BECOMES_STORE, mark.commits(), false, "");
  }

  private List<SpoolStep> waiting() throws IOException {
    List<SpoolStep> waiting = new ArrayList<>();
    if (order.formerHome().isEmpty()) {
      return waiting;
    }
    for (RecoverySheet.SheetStore store : order.sheet().stores()) {
      Path spool = desk.spoolPlaceOf(order.formerHome().get(), store.id()).folder();
      try {
        long acts = spools.waitingThere(order.formerHome().get(), store.id());
        if (acts > 0) {
          waiting.add(new SpoolStep(store.id(), spool, acts, ""));
        }
      } catch (LockedStoreException e) {
        waiting.add(new SpoolStep(store.id(), spool, 0, Complaint.sentence(e)));
      }
    }
    return waiting;
  }

  private ShelfStep shelf(RecoverySheet.SheetShelf shelf) throws IOException {
    Path folder = order.here(shelf.folder());
    ShelfStep step = new ShelfStep(shelf, folder, Adopted.REFUSED, 0, 0, 0, "");
    OpenedForAdoption of = opened.get(shelf.store());
    if (of == null) {
      return step.refused("Not recorded: its store was not adopted.");
    }
    Catalogue catalogue = of.store().catalogue();
    Optional<RecordedShelf> recorded = recorded(catalogue, shelf);
    if (recorded.isEmpty()) {
      return step.refused(
          "The store %s has no shelf %d%s, so the folder %s is not recorded."
              .formatted(
                  of.store().folder(),
                  shelf.shelf(),
                  shelf.name().isEmpty() ? "" : ", “%s”".formatted(shelf.name()),
                  folder));
    }
    RecoverySheet.SheetShelf named =
        new RecoverySheet.SheetShelf(
            shelf.store(), recorded.get().id(), recorded.get().name(), shelf.folder());
    return shelf(named, folder, of.store());
  }

  /** One whose number is another shelf's now is known by its name. */
  private static Optional<RecordedShelf> recorded(
      Catalogue catalogue, RecoverySheet.SheetShelf shelf) throws IOException {
    List<RecordedShelf> all =
        catalogue.shelves().all().stream().filter(one -> one.kind() == ShelfKind.WORKING).toList();
    return all.stream()
        .filter(one -> one.id() == shelf.shelf())
        .filter(one -> shelf.name().isEmpty() || one.name().equals(shelf.name()))
        .findFirst()
        .or(() -> all.stream().filter(one -> one.name().equals(shelf.name())).findFirst());
  }

  private ShelfStep shelf(RecoverySheet.SheetShelf shelf, Path folder, OpenStore store)
      throws IOException {
    Optional<Path> bound = desk.desk().folderOf(shelf.store(), shelf.shelf());
    List<PresentFile> files = store.catalogue().present().of(shelf.shelf());
    long bytes = files.stream().mapToLong(file -> file.state().size()).sum();
    if (bound.isPresent()) {
      return new ShelfStep(shelf, bound.get(), Adopted.KNOWN, files.size(), 0, 0, "");
    }
    ShelfStep step = new ShelfStep(shelf, folder, Adopted.RECOVERED, files.size(), bytes, 0, "");
    try {
      ShelfPlaces.requireApart(folder, store.folder());
      ShelfPlaces.requireApartFromOthers(folder, desk.desk());
      if (new WholeFolder(folder).isFree()) {
        return step;
      }
      ShelfPlaces.check(folder, store.folder(), desk.desk());
    } catch (SentenceException e) {
      return step.refused(Complaint.sentence(e));
    }
    long missing =
        files.stream()
            .filter(
                file ->
                    Files.notExists(
                        ShelfPaths.resolve(folder, file.state().path()), LinkOption.NOFOLLOW_LINKS))
            .count();
    return new ShelfStep(shelf, folder, Adopted.BOUND, files.size(), 0, missing, "");
  }
}
