package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSetting;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Deposit;
import org.mendedleaf.core.session.Anew;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Rights;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.stores.Stores;

/**
 * The shelves of all stores that this desk knows. Safe for several threads; any method may take
 * long, and captures take turns.
 */
public final class Shelves {

  private final Stores stores;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final AllShelves all;

  public Shelves(Stores stores, OpenDesk desk, OfficeSettings settings) {
    this.all = new AllShelves(desk, stores.spools());
    this.stores = stores;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * A store whose shelves cannot be shown now.
   *
   * @param isAway whether it is not there, as where its drive is away; else it cannot be read
   * @param isSpooled whether its shelves are known here and recorded on this desk meanwhile
   * @param sentence what is the matter with it, for a person
   */
  public record Unreached(
      String store, Path folder, boolean isAway, boolean isSpooled, String sentence) {}

  /** All shelves of all known stores that can be reached. One bad store hides no other's. */
  public List<Shelf> all() throws IOException {
    return all.look(new ArrayList<>());
  }

  /** The known stores that cannot be reached, or not be read. */
  public List<Unreached> unreached() throws IOException {
    List<Unreached> unreached = new ArrayList<>();
    var unused = all.look(unreached);
    return unreached;
  }

  /**
   * Begins to protect a folder. Whoever acts is its keeper; everybody else may bring in, mend and
   * remove.
   */
  public Shelf add(Path folder, Path storeFolder, Optional<String> name) throws IOException {
    People people = new People(Map.of(settings.person(), Role.KEEPER), Role.MAKER);
    return add(folder, storeFolder, name, people, Recording.ON);
  }

  /**
   * Begins to protect a folder.
   *
   * @param people who may do what
   * @param recording {@link Recording#NOT_YET} where it is switched on later
   */
  public Shelf add(
      Path folder, Path storeFolder, Optional<String> name, People people, Recording recording)
      throws IOException {
    return add(folder, storeFolder, name, people, recording, Optional.empty());
  }

  /**
   * The same with a care plan from the first moment on. Where the store has one of that name, the
   * shelf shares it as it is.
   */
  public Shelf add(
      Path folder,
      Path storeFolder,
      Optional<String> name,
      People people,
      Recording recording,
      Optional<NamedPlan> plan)
      throws IOException {
    RecordingAndPeople.checkKept(people);
    Path place = folder.toAbsolutePath().normalize();
    Path storePlace = storeFolder.toAbsolutePath().normalize();
    ShelfPlaces.check(place, storePlace, desk.desk());
    OpenStore store = desk.storeAt(storePlace);
    String called = name.orElseGet(() -> String.valueOf(place.getFileName()));
    List<Proposal> proposals = new ArrayList<>();
    proposals.add(new Proposal.NewShelf(called, ShelfKind.WORKING, place.toString()));
    proposals.add(new Proposal.SetShelf(new ShelfSetting.Persons(people)));
    if (recording != Recording.ON) {
      proposals.add(new Proposal.SetShelf(new ShelfSetting.Switched(recording)));
    }
    if (plan.isPresent()) {
      String json = shared(store.id(), plan.get());
      proposals.add(new Proposal.SetShelf(new ShelfSetting.Planned(json)));
    }
    long id = begin(store, called, proposals);
    desk.save(desk.desk().with(new Desk.Binding(store.id(), id, place)));
    return byId(store.id(), id);
  }

  /**
   * Begins a shelf that has no folder: revisions are brought in, copies taken out. It tells drafts
   * from issued revisions from the start.
   */
  public Shelf addDeposit(Path storeFolder, String name, People people) throws IOException {
    RecordingAndPeople.checkKept(people);
    String called = name.strip();
    if (called.isEmpty()) {
      throw new SentenceException("A deposit shelf needs a name. None was made.");
    }
    OpenStore store = desk.storeAt(storeFolder.toAbsolutePath().normalize());
    List<Proposal> proposals =
        List.of(
            new Proposal.NewShelf(called, ShelfKind.DEPOSIT, ""),
            new Proposal.SetShelf(new ShelfSetting.Persons(people)),
            new Proposal.SetShelf(new ShelfSetting.Answered(ShelfSetting.Question.STAGES, true)));
    return byId(store.id(), begin(store, called, proposals));
  }

  /** The plan of this name that shelves of a store have already, else this one; as it is kept. */
  private String shared(String store, NamedPlan plan) throws IOException {
    for (Shelf one : all()) {
      Optional<NamedPlan> own =
          one.store().equals(store) ? KeptPlan.of(one, settings.zone()) : Optional.empty();
      if (own.isPresent() && own.get().name().equals(plan.name())) {
        return PlanFormat.encode(own.get()).toString();
      }
    }
    return PlanFormat.encode(plan).toString();
  }

  /** Refuses what the person who acts may not do on a shelf. */
  public void require(String store, long shelf, Right right) throws IOException {
    new Rights(settings.person()).require(byId(store, shelf), right);
  }

  /** A shelf as the place at which the person who acts puts something on deposit. */
  public Deposit.DepositPlace depositPlace(Shelf shelf) {
    return new Deposit.DepositPlace(shelf.id(), shelf.name(), settings.person());
  }

  private long begin(OpenStore store, String called, List<Proposal> proposals) throws IOException {
    store.catalogue().catchUp();
    if (store.catalogue().shelves().all().stream().anyMatch(s -> s.name().equals(called))) {
      throw new SentenceException(
          "A shelf called “%s” exists in this store already. Nothing was changed; choose another name, or bind that shelf to this folder."
              .formatted(called));
    }
    Journal.Draft draft =
        new Journal.Draft(
            Act.SHELF,
            OptionalLong.empty(),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            proposals);
    return store.journal().commit(draft).shelf().orElseThrow();
  }

  /** The folders here that shelves of a store are bound to, whether or not it can be reached. */
  public List<Path> foldersOf(String store) {
    return desk.desk().bindings().stream()
        .filter(binding -> binding.store().equals(store))
        .map(Desk.Binding::folder)
        .toList();
  }

  /** Binds a shelf that a store knows to a folder of this desk. */
  public Shelf bind(Shelf shelf, Path folder) throws IOException {
    if (shelf.isDeposit()) {
      throw new SentenceException(
          "“%s” is a deposit shelf: it has no folder to work in. Nothing was changed."
              .formatted(shelf.name()));
    }
    Path place = folder.toAbsolutePath().normalize();
    ShelfPlaces.check(place, shelf.storeFolder(), desk.desk());
    desk.save(desk.desk().with(new Desk.Binding(shelf.store(), shelf.id(), place)));
    return byId(shelf.store(), shelf.id());
  }

  public Shelf byId(String store, long id) throws IOException {
    OpenStore opened = desk.store(store);
    return all.shelf(
        opened,
        opened.catalogue().shelves().all().stream()
            .filter(recorded -> recorded.id() == id)
            .findFirst()
            .orElseThrow(() -> new SentenceException("There is no shelf " + id + ".")));
  }

  /** A shelf by its name, or by STORE-FOLDER-NAME/NAME where two stores share one. */
  public Shelf named(String name) throws IOException {
    List<Shelf> named =
        all().stream()
            .filter(
                shelf ->
                    shelf.name().equals(name)
                        || (shelf.storeFolder().getFileName() + "/" + shelf.name()).equals(name))
            .toList();
    if (named.isEmpty()) {
      List<Unreached> unreached = unreached();
      throw new SentenceException(
          unreached.isEmpty()
              ? "No shelf is called “%s”. “mended-leaf shelf list” shows them.".formatted(name)
              : "No shelf that can be reached is called “%s”. %s"
                  .formatted(name, unreached.get(0).sentence()));
    }
    if (named.size() > 1) {
      throw new SentenceException(
          "Several stores have a shelf called “%s”; write STORE/%s.".formatted(name, name));
    }
    return named.get(0);
  }

  /** Records what has changed on a shelf. */
  public CaptureOutcome capture(Shelf shelf, boolean takeAsRemoved, Progress progress)
      throws IOException {
    Path folder = Required.folder(shelf);
    return stores
        .spools()
        .record(shelf.store(), store -> capture(store, shelf, folder, takeAsRemoved, progress));
  }

  private CaptureOutcome capture(
      OpenStore store, Shelf shelf, Path folder, boolean takeAsRemoved, Progress progress)
      throws IOException {
    Required.recording(byId(shelf.store(), shelf.id()), settings.zone());
    Capture.CaptureRequest request =
        new Capture.CaptureRequest(shelf.id(), folder, settings.person(), takeAsRemoved);
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      Instant began = settings.clock().instant();
      desk.watches().begun(shelf);
      CaptureOutcome outcome = null;
      try {
        outcome = Anew.ifErased(() -> store.capture().run(request, progress));
      } finally {
        Instant now = settings.clock().instant();
        desk.watches().ended(shelf, now, Duration.between(began, now));
        if (!(outcome instanceof CaptureOutcome.Done)) {
          desk.watches().missed(shelf, now);
        }
      }
      if (!(outcome instanceof CaptureOutcome.Done done)) {
        // It was not looked through, so it stays due.
        return outcome;
      }
      desk.captureTimes().note(shelf, settings.clock().instant());
      if (done.report().act().isPresent()) {
        new Savers(store, desk.insides(), settings).find(done.report(), progress);
        stores.follow(store);
      }
      return outcome;
    }
  }

  /** What lies in a folder of a shelf now, against what is recorded. */
  public List<FolderRow> browse(Shelf shelf, InnerPath folder) throws IOException {
    if (shelf.isDeposit()) {
      return new Browser(
              desk.store(shelf.store()).catalogue(), settings.clock(), settings.fileTimes())
          .deposited(shelf, folder);
    }
    return new Browser(
            desk.store(shelf.store()).catalogue(), settings.clock(), settings.fileTimes())
        .rows(shelf, Required.folder(shelf), folder);
  }

  /** What lies at one path of a shelf now, against what is recorded; empty if neither is. */
  public Optional<FolderRow> look(Shelf shelf, InnerPath path) throws IOException {
    if (shelf.isDeposit()) {
      return browse(shelf, path.folder()).stream()
          .filter(row -> row.path().equals(path))
          .findFirst();
    }
    return new Browser(
            desk.store(shelf.store()).catalogue(), settings.clock(), settings.fileTimes())
        .row(shelf, Required.folder(shelf), path);
  }

  /** The folders of a shelf as they are recorded now, the shelf's own left out, sorted. */
  public List<InnerPath> folders(Shelf shelf) throws IOException {
    OpenStore store = desk.store(shelf.store());
    store.catalogue().lookForNews();
    return store.catalogue().present().folders(shelf.id()).stream()
        .map(FolderState::path)
        .filter(path -> !path.isRoot())
        .sorted()
        .toList();
  }

  /** The file that is at a place of a shelf now, as it is recorded. */
  public Optional<RecordedFile> presentAt(Shelf shelf, InnerPath path) throws IOException {
    return lastAt(shelf, path).filter(RecordedFile::present);
  }

  public Optional<RecordedFile> lastAt(Shelf shelf, InnerPath path) throws IOException {
    OpenStore store = desk.store(shelf.store());
    store.catalogue().catchUp();
    return store.catalogue().files().lastAt(shelf.id(), path);
  }
}
