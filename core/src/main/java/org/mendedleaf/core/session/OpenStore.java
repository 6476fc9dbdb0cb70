package org.mendedleaf.core.session;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.desk.PrivateFolder;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.recover.BringIn;
import org.mendedleaf.core.recover.Deposit;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.log.LogHead;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A store that this desk has open, with everything that works on it. */
public final class OpenStore implements Closeable {

  private static final Logger LOG = LoggerFactory.getLogger(OpenStore.class);

  private final Catalogue catalogue;
  private final SeenHeads heads;
  private final Journal journal;
  private final Capture capture;
  private final Mending mending;
  private final Recovery recovery;
  private final BringIn bringIn;
  private final Deposit deposit;
  private @Nullable StoreSpace space;
  private volatile Optional<String> trouble = Optional.empty();

  private final Path folder;

  private OpenStore(
      Catalogue catalogue, OfficeSettings settings, String desk, SeenHeads heads, Path folder) {
    this.folder = folder;
    this.catalogue = catalogue;
    this.heads = heads;
    this.journal = new Journal(catalogue, desk);
    this.capture =
        new Capture(
            catalogue,
            journal,
            settings.owners(),
            settings.fileTimes(),
            settings.clock(),
            settings.workers(),
            org.mendedleaf.core.capture.PartSize.STANDARD);
    Executor executor =
        new Executor(
            catalogue,
            journal,
            capture,
            settings.clock(),
            settings.random(),
            settings.fileTimes(),
            FileSystems.getDefault(),
            settings.workers());
    this.mending = new Mending(catalogue, executor);
    this.recovery =
        new Recovery(
            catalogue,
            executor,
            settings.fileTimes(),
            settings.zone(),
            settings.workers(),
            FileSystems.getDefault());
    this.deposit = new Deposit(catalogue, journal, settings.clock(), executor);
    this.bringIn = new BringIn(catalogue, journal, capture, settings.clock(), executor);
  }

  static OpenStore open(Path folder, OfficeSettings settings, String desk) throws IOException {
    Store store =
        Store.open(folder, settings.places().at(folder), settings.random(), settings.keys());
    return of(store, settings, desk);
  }

  public static OpenStore of(Store store, OfficeSettings settings, String desk) throws IOException {
    Path file = catalogueFile(settings, store.description().id());
    PrivateFolder.make(Objects.requireNonNull(file.getParent()));
    SeenHeads heads = new SeenHeads(settings.home());
    String id = store.description().id();
    heads.of(id).ifPresent(store.log()::expect);
    OpenStore opened =
        new OpenStore(Catalogue.open(store, file), settings, desk, heads, store.root());
    opened.lookAtLog();
    new SpoolPlace(settings, id).remember(store);
    return opened;
  }

  /**
   * Goes on on this desk while a store is away.
   *
   * @param folder where the store itself lies
   * @throws SentenceException if nothing is known here of what it holds
   */
  static OpenStore spool(Path folder, SpoolPlace place, OfficeSettings settings, String desk)
      throws IOException {
    Path root = place.folder();
    place.begin();
    Store store =
        Store.openSpool(root, settings.places().at(root), settings.random(), settings.keys());
    Catalogue catalogue = Catalogue.open(store, place.catalogue());
    Optional<LogHead> head = catalogue.head();
    if (head.isEmpty()) {
      catalogue.close();
      store.close();
      throw new SentenceException(
          "The store %s is away, and what it holds is not known here, so nothing can be recorded until it is back."
              .formatted(folder));
    }
    store.log().beginAfter(head.get());
    return new OpenStore(catalogue, settings, desk, new SeenHeads(settings.home()), folder);
  }

  /** Whether the store itself is away, and this is what is recorded on this desk meanwhile. */
  public boolean isSpool() {
    return store().isSpool();
  }

  /** Where the store itself lies. */
  public Path folder() {
    return folder;
  }

  /** How far the desk of a home has seen the log of a store. */
  public static Optional<LogHead> seenFrom(Path home, String store) throws IOException {
    return new SeenHeads(home).of(store);
  }

  private static Path catalogueFile(OfficeSettings settings, String store) {
    return settings.home().resolve("catalogues").resolve(store + ".sqlite");
  }

  /** Does away with what is known in plain of a store that is not open. */
  static void discardCatalogue(OfficeSettings settings, String store) throws IOException {
    Path file = catalogueFile(settings, store);
    if (Files.isDirectory(Objects.requireNonNull(file.getParent()))) {
      Catalogue.discard(file);
    }
  }

  /** Looks whether the log is what this desk has seen of it, and remembers how far that is. */
  public void lookAtLog() throws IOException {
    if (isSpool()) {
      return;
    }
    Optional<LogHead> known = heads.of(id());
    Optional<LogHead> applied = catalogue.head();
    // The catalogue may have seen more than was remembered, as where the process was killed.
    applied
        .filter(head -> known.isEmpty() || head.number() > known.get().number())
        .ifPresent(store().log()::expect);
    trouble = store().log().trouble(store().log().end(catalogue.commits()));
    noteHead();
  }

  private void noteHead() throws IOException {
    if (isSpool()) {
      // The store does not know of it yet.
      return;
    }
    Optional<LogHead> head = catalogue.head();
    long known = heads.of(id()).map(LogHead::number).orElse(-1L);
    // One that was built anew meanwhile from a log that has lost its end knows less.
    if (head.isPresent() && trouble.isEmpty() && head.get().number() >= known) {
      heads.note(id(), head.get());
    }
  }

  /** What was wrong with the end of the log when it was opened; nothing is written to it then. */
  public Optional<String> trouble() {
    return trouble;
  }

  /** Goes on from where the log ends now; what this desk has seen beyond is given up. */
  public void acceptLog() throws IOException {
    store().log().forgetExpected();
    var unused = catalogue.rebuild();
    trouble = store().log().trouble(store().log().end(catalogue.commits()));
    if (trouble.isEmpty() && catalogue.head().isPresent()) {
      heads.note(id(), catalogue.head().get());
    }
  }

  public String id() {
    return catalogue.store().description().id();
  }

  public Store store() {
    return catalogue.store();
  }

  public Catalogue catalogue() {
    return catalogue;
  }

  /** Kept until something is committed, since it takes long to ask for. */
  public synchronized StoreSpace space() throws IOException {
    catalogue.catchUp();
    if (space == null || space.commit() != catalogue.commits()) {
      space = StoreSpace.load(catalogue);
    }
    return space;
  }

  public Journal journal() {
    return journal;
  }

  public Capture capture() {
    return capture;
  }

  public Recovery recovery() {
    return recovery;
  }

  public BringIn bringIn() {
    return bringIn;
  }

  public Deposit deposit() {
    return deposit;
  }

  public Mending mending() {
    return mending;
  }

  @Override
  public void close() {
    try {
      noteHead();
    } catch (IOException e) {
      // The catalogue has it too; the next time it is opened it is remembered.
      LOG.info("How far the log goes was not remembered: {}", e.getMessage());
    }
    catalogue.close();
    catalogue.store().close();
  }
}
