package org.mendedleaf.core.office;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.FolderState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.LedgerEntry;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.RecordedShelf;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.catalog.ShelfKind;
import org.mendedleaf.core.catalog.TreeEntry;
import org.mendedleaf.core.catalog.Upkeep;
import org.mendedleaf.core.compare.Look;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.WriteSession;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One desk's office: its stores, its shelves, and everything that can be done with them.
 *
 * <p>Stores are opened when first needed and stay open. All methods may take long and touch disks;
 * none may be called on an interface thread. Safe for several threads; captures of one shelf take
 * turns.
 */
public final class Office implements Closeable {

  /** Where no window is idle, every so many acts a capture does the upkeep as well. */
  private static final long UPKEEP_EVERY = 32;

  private static final Logger LOG = LoggerFactory.getLogger(Office.class);

  private final OfficeSettings settings;
  private final Shared shared;

  private Office(OfficeSettings settings, Desk desk) {
    this.settings = settings;
    this.shared = new Shared(desk);
  }

  /**
   * What all persons who act in this office share; its lock guards the open stores and the desk.
   */
  private static final class Shared {
    private final Map<String, OpenStore> open = new LinkedHashMap<>();
    private final Object capturing = new Object();
    private final Insides insides = new Insides();
    private Desk desk;

    Shared(Desk desk) {
      this.desk = desk;
    }
  }

  /** The same office with another person acting; closing either closes both. */
  public Office actingAs(String person) {
    return new Office(this, settings.withPerson(person));
  }

  private Office(Office other, OfficeSettings settings) {
    this.settings = settings;
    this.shared = other.shared;
  }

  /** Opens the office in this home; the caller holds the {@link DeskLock}. */
  public static Office open(OfficeSettings settings) throws IOException {
    Files.createDirectories(settings.home());
    return new Office(settings, Desk.load(settings.home(), settings.random()));
  }

  public OfficeSettings settings() {
    return settings;
  }

  // ---- stores

  /** Makes a store in a folder that is empty or does not exist. */
  public StoreFacts makeStore(Path folder) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    refuseInsideShelf(place);
    Store store;
    try {
      Files.createDirectories(place);
      store =
          Store.make(
              place,
              settings.parameters(),
              settings.clock().instant(),
              desk().id(),
              settings.places().at(place),
              settings.random());
    } catch (FileAlreadyExistsException e) {
      throw new SentenceException(
          "%s is not empty, so no store was made there. Choose an empty folder, or open the store that lies there."
              .formatted(place),
          e);
    } catch (IOException e) {
      throw new SentenceException(
          "No store could be made in %s: %s. Nothing was changed.".formatted(place, reason(e)), e);
    }
    OpenStore opened = OpenStore.of(store, settings, desk().id());
    Journal.Draft draft =
        new Journal.Draft(
            Act.MAKE,
            OptionalLong.empty(),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            List.of());
    try (WriteSession session = store.write(opened.catalogue())) {
      opened.journal().commit(draft, session);
    }
    remember(opened, place);
    return facts(opened);
  }

  /** Makes a store that exists already known here. */
  public StoreFacts openStore(Path folder) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    OpenStore opened = openAt(place);
    remember(opened, place);
    return facts(opened);
  }

  public List<StoreFacts> stores() throws IOException {
    List<StoreFacts> facts = new ArrayList<>();
    for (Desk.KnownStore known : desk().stores()) {
      facts.add(facts(store(known.id())));
    }
    return facts;
  }

  // ---- shelves

  /** All shelves of all known stores that can be reached. */
  public List<Shelf> shelves() throws IOException {
    List<Shelf> shelves = new ArrayList<>();
    for (Desk.KnownStore known : desk().stores()) {
      OpenStore store = store(known.id());
      store.catalogue().catchUp();
      for (RecordedShelf recorded : store.catalogue().files().shelves()) {
        shelves.add(shelf(store, recorded));
      }
    }
    return shelves;
  }

  /** Begins to protect a folder. */
  public Shelf addShelf(Path folder, Path storeFolder, Optional<String> name) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    Path storePlace = storeFolder.toAbsolutePath().normalize();
    ShelfPlaces.check(place, storePlace, desk());
    OpenStore store = storeAt(storePlace);
    String called = name.orElseGet(() -> String.valueOf(place.getFileName()));
    if (store.catalogue().files().shelves().stream().anyMatch(s -> s.name().equals(called))) {
      throw new SentenceException(
          "A shelf called “%s” exists in this store already. Nothing was changed; choose another name, or bind that shelf to this folder."
              .formatted(called));
    }
    Proposal proposal = new Proposal.NewShelf(called, ShelfKind.WORKING, place.toString());
    Journal.Draft draft =
        new Journal.Draft(
            Act.SHELF,
            OptionalLong.empty(),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            List.of(proposal));
    long id;
    try (WriteSession session = store.store().write(store.catalogue())) {
      id = store.journal().commit(draft, session).orElseThrow().shelf().orElseThrow();
    }
    save(desk().with(new Desk.Binding(store.id(), id, place)));
    return shelf(store.id(), id);
  }

  /** Binds a shelf that a store knows to a folder of this desk. */
  public Shelf bind(Shelf shelf, Path folder) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    ShelfPlaces.check(place, shelf.storeFolder(), desk());
    save(desk().with(new Desk.Binding(shelf.store(), shelf.id(), place)));
    return shelf(shelf.store(), shelf.id());
  }

  public Shelf shelf(String store, long id) throws IOException {
    OpenStore opened = store(store);
    return shelf(
        opened,
        opened.catalogue().files().shelves().stream()
            .filter(recorded -> recorded.id() == id)
            .findFirst()
            .orElseThrow(() -> new SentenceException("There is no shelf " + id + ".")));
  }

  /** A shelf by its name, or by STORE-FOLDER-NAME/NAME where two stores share one. */
  public Shelf shelfNamed(String name) throws IOException {
    List<Shelf> named =
        shelves().stream()
            .filter(
                shelf ->
                    shelf.name().equals(name)
                        || (shelf.storeFolder().getFileName() + "/" + shelf.name()).equals(name))
            .toList();
    if (named.isEmpty()) {
      throw new SentenceException(
          "No shelf is called “%s”. “mended-leaf shelf list” shows them.".formatted(name));
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
    Path folder = requireFolder(shelf);
    OpenStore store = store(shelf.store());
    Capture.Request request =
        new Capture.Request(shelf.id(), folder, settings.person(), takeAsRemoved);
    synchronized (shared.capturing) {
      CaptureOutcome outcome = store.capture().run(request, progress);
      if (outcome instanceof CaptureOutcome.Done done && done.report().act().isPresent()) {
        new Savers(store, shared.insides, settings).find(done.report(), progress);
        if (done.report().act().getAsLong() % UPKEEP_EVERY == 0) {
          tidy(store);
        }
      }
      return outcome;
    }
  }

  // ---- files

  /** Finds files by what a person writes. */
  public Addresses addresses() {
    return new Addresses(this);
  }

  /** A file's history. */
  public FileLife life(FileRef ref) throws IOException {
    OpenStore store = store(ref.store());
    store.catalogue().catchUp();
    RecordedFile file =
        store
            .catalogue()
            .files()
            .file(ref.file())
            .orElseThrow(() -> new SentenceException("There is no file id:" + ref.file() + "."));
    Shelf shelf = shelf(ref.store(), file.shelf());
    return new FileLife(
        ref,
        shelf,
        file,
        shelf
            .folder()
            .map(folder -> org.mendedleaf.core.capture.ShelfPaths.resolve(folder, file.path())),
        store.catalogue().files().formerPaths(file.id()),
        settings.zone(),
        store.catalogue().files().history(file.id()));
  }

  /** Gives contents of a store back. */
  public ContentReader contents(String store) throws IOException {
    return store(store).catalogue().contents();
  }

  /** What a revision holds, as far as it can be shown. */
  public Look look(FileRef ref, Revision revision) throws IOException {
    return shared.insides.look(revision, contents(ref.store()));
  }

  /** Makes an earlier revision the current one. */
  public Mending.Mended mend(FileRef ref, int revision) throws IOException {
    FileLife life = life(ref);
    Path folder = requireFolder(life.shelf());
    synchronized (shared.capturing) {
      return store(ref.store()).mending().mend(ref.file(), revision, folder, settings.person());
    }
  }

  /** Takes an act back. */
  public Mending.Mended undo(String store, long act) throws IOException {
    OpenStore opened = store(store);
    opened.catalogue().catchUp();
    LedgerEntry entry =
        opened
            .catalogue()
            .ledger()
            .act(act)
            .orElseThrow(() -> new SentenceException("The ledger has no act " + act + "."));
    if (entry.shelf().isEmpty()) {
      throw new SentenceException(
          "Act %d is a %s, which cannot be taken back.".formatted(act, entry.act().word()));
    }
    Path folder = requireFolder(shelf(store, entry.shelf().getAsLong()));
    synchronized (shared.capturing) {
      return opened.mending().undo(act, folder, settings.person());
    }
  }

  // ---- questions

  /** A folder of a shelf at a moment, or the whole shelf. */
  public List<TreeEntry> tree(Shelf shelf, InnerPath folder, Instant at, boolean whole)
      throws IOException {
    OpenStore store = store(shelf.store());
    store.catalogue().catchUp();
    if (!whole) {
      return store.catalogue().trees().folder(shelf.id(), folder, at);
    }
    return store.catalogue().trees().whole(shelf.id(), at).stream()
        .filter(entry -> entry.path().isWithin(folder))
        .toList();
  }

  /** When a shelf was captured last before a moment. */
  public Optional<Instant> capturedBefore(Shelf shelf, Instant at) throws IOException {
    return store(shelf.store()).catalogue().trees().capturedBefore(shelf.id(), at);
  }

  /** What lies in a folder of a shelf now, against what is recorded. */
  public List<FolderRow> browse(Shelf shelf, InnerPath folder) throws IOException {
    return new Browser(store(shelf.store()).catalogue(), settings.clock(), settings.fileTimes())
        .rows(shelf, requireFolder(shelf), folder);
  }

  /** Whether and how a path is recorded, in one sentence. */
  public Coverage covered(Path path) throws IOException {
    return new Coverages(this).of(path.toAbsolutePath().normalize());
  }

  /** The acts of a store, oldest first. */
  public List<LedgerEntry> ledger(String store) throws IOException {
    OpenStore opened = store(store);
    opened.catalogue().catchUp();
    return opened.catalogue().ledger().all();
  }

  public VerifyReport verify(String store, VerifyDepth depth, Progress progress)
      throws IOException {
    return new Verification(store(store).catalogue()).verify(depth, progress);
  }

  /** Builds the catalogue of a store again from the store; returns the number of acts. */
  public long rebuild(String store) throws IOException {
    return store(store).catalogue().rebuild();
  }

  /** Keeps a store tidy; for idle moments. */
  public Upkeep.Done upkeep(String store) throws IOException {
    OpenStore opened = store(store);
    synchronized (shared.capturing) {
      return upkeep(opened);
    }
  }

  /** The capture is committed by now: what keeps the store from being tidied must not fail it. */
  private void tidy(OpenStore store) {
    try {
      var unused = upkeep(store);
    } catch (IOException e) {
      LOG.warn("The store {} could not be tidied; nothing is lost.", store.store().root(), e);
    }
  }

  private Upkeep.Done upkeep(OpenStore store) throws IOException {
    return new Upkeep(store.catalogue(), store.journal())
        .run(settings.clock().instant(), settings.person());
  }

  /** The folders of a shelf as they are recorded now, the shelf's own left out, sorted. */
  public List<InnerPath> folders(Shelf shelf) throws IOException {
    OpenStore store = store(shelf.store());
    store.catalogue().catchUp();
    return store.catalogue().files().folders(shelf.id()).stream()
        .map(FolderState::path)
        .filter(path -> !path.isRoot())
        .sorted()
        .toList();
  }

  /** The store that lies in this folder, or the only one that is known. */
  public String storeId(Optional<Path> folder) throws IOException {
    if (folder.isPresent()) {
      return storeAt(folder.get().toAbsolutePath().normalize()).id();
    }
    List<Desk.KnownStore> known = desk().stores();
    if (known.size() != 1) {
      throw new SentenceException(
          known.isEmpty()
              ? "No store is known here yet. “mended-leaf store make DIR” makes one."
              : "Several stores are known here; say which with --store DIR.");
    }
    return known.get(0).id();
  }

  Optional<RecordedFile> lastAt(Shelf shelf, InnerPath path) throws IOException {
    OpenStore store = store(shelf.store());
    store.catalogue().catchUp();
    return store.catalogue().files().lastAt(shelf.id(), path);
  }

  Desk desk() {
    synchronized (shared) {
      return shared.desk;
    }
  }

  // ---- inside

  private void save(Desk changed) throws IOException {
    synchronized (shared) {
      changed.save(settings.home());
      shared.desk = changed;
    }
  }

  private void remember(OpenStore store, Path folder) throws IOException {
    synchronized (shared) {
      shared.open.put(store.id(), store);
    }
    save(desk().with(new Desk.KnownStore(store.id(), folder)));
  }

  private OpenStore store(String id) throws IOException {
    synchronized (shared) {
      OpenStore opened = shared.open.get(id);
      if (opened == null) {
        Path folder =
            shared.desk.stores().stream()
                .filter(known -> known.id().equals(id))
                .map(Desk.KnownStore::folder)
                .findFirst()
                .orElseThrow(() -> new SentenceException("No store " + id + " is known here."));
        opened = openAt(folder);
        shared.open.put(id, opened);
      }
      return opened;
    }
  }

  private OpenStore storeAt(Path folder) throws IOException {
    for (Desk.KnownStore known : desk().stores()) {
      if (known.folder().equals(folder)) {
        return store(known.id());
      }
    }
    OpenStore opened = openAt(folder);
    remember(opened, folder);
    return opened;
  }

  private OpenStore openAt(Path folder) throws IOException {
    try {
      if (!Store.liesIn(folder)) {
        throw new NoSuchFileException(folder.toString());
      }
      return OpenStore.open(folder, settings, desk().id());
    } catch (NoSuchFileException e) {
      throw new SentenceException(
          "No store can be reached in %s; perhaps its drive is away. Everything recorded is where the store is."
              .formatted(folder),
          e);
    }
  }

  private Shelf shelf(OpenStore store, RecordedShelf recorded) throws IOException {
    Optional<Path> folder = desk().folderOf(store.id(), recorded.id());
    RecordingState state =
        folder.isEmpty()
            ? RecordingState.NOT_HERE
            : recorded.firstCaptureDone() ? RecordingState.RECORDING : RecordingState.NOT_YET;
    return new Shelf(
        store.id(),
        store.store().root(),
        recorded.id(),
        recorded.name(),
        recorded.kind(),
        folder,
        state,
        recorded.files(),
        recorded.revisions(),
        store.catalogue().trees().capturedBefore(recorded.id(), Instant.MAX));
  }

  private StoreFacts facts(OpenStore store) throws IOException {
    Path root = store.store().root();
    boolean same = false;
    for (Desk.Binding binding : desk().bindings()) {
      same |= binding.store().equals(store.id()) && ShelfPlaces.sameDrive(binding.folder(), root);
    }
    return new StoreFacts(
        store.id(),
        root,
        ShelfPlaces.bytesIn(root),
        Files.getFileStore(root).getUsableSpace(),
        same,
        store.store().durability().confirmsWrites(),
        store.store().description().trial());
  }

  private void refuseInsideShelf(Path place) throws SentenceException {
    for (Desk.Binding binding : desk().bindings()) {
      if (place.startsWith(binding.folder())) {
        throw new SentenceException(
            "%s lies in the shelf folder %s, so a store there would record itself. Nothing was changed; choose a place outside, best on another drive."
                .formatted(place, binding.folder()));
      }
    }
  }

  private static Path requireFolder(Shelf shelf) throws SentenceException {
    return shelf
        .folder()
        .orElseThrow(
            () ->
                new SentenceException(
                    "The shelf “%s” is bound to no folder on this desk. “mended-leaf shelf bind” binds it."
                        .formatted(shelf.name())));
  }

  static String reason(IOException e) {
    if (e instanceof java.nio.file.AccessDeniedException) {
      return "there is no permission to write there";
    }
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }

  @Override
  public void close() {
    synchronized (shared) {
      shared.insides.close();
      shared.open.values().forEach(OpenStore::close);
      shared.open.clear();
    }
  }
}
