package org.mendedleaf.core.oracle;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.Closeable;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.PartSize;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.drive.ReadOnlyPlace;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.BringIn;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.StoreParameters;

/**
 * Store and shelf in memory, on a file system that fails on purpose; the catalogue lies on the real
 * disk, since SQLite needs one.
 */
public final class FaultyDesk implements Closeable {

  private final FaultyFileSystem files;
  private final Path catalogueFile;
  private final SetClock clock = new SetClock(TestDesk.START);
  private final Random random;
  private Store store;
  private Catalogue catalogue;
  private long shelf;
  private PartSize partSize = PartSize.STANDARD;
  private Supplier<KeyRing> keys = Encrypting::ring;

  public FaultyDesk(Path disk) throws IOException {
    this(disk, Encrypting.wanted());
  }

  /** A desk whose store is encrypted, or not. */
  public FaultyDesk(Path disk, Optional<Secrecy> secrecy) throws IOException {
    files = inMemory();
    random = new Random(3);
    catalogueFile = disk.resolve("catalogue.sqlite");
    Files.createDirectories(folder());
    Store.make(
            storeFolder(),
            StoreParameters.STANDARD.forTrial(),
            secrecy,
            clock.instant(),
            "desk",
            LocalDurability.probe(files.getPath("/")),
            random)
        .close();
    open();
    shelf = addShelf();
  }

  private FaultyDesk(FaultyDesk like, Path disk, long seed) throws IOException {
    files = inMemory();
    random = new Random(seed);
    catalogueFile = disk.resolve("catalogue.sqlite");
    shelf = like.shelf;
    keys = like.keys;
    clock.forward(Duration.between(clock.instant(), like.clock.instant()));
    for (String kept : List.of("catalogue.sqlite", "catalogue.sqlite.sealed")) {
      Path from = like.catalogueFile.resolveSibling(kept);
      if (Files.exists(from)) {
        Files.copy(from, disk.resolve(kept), StandardCopyOption.REPLACE_EXISTING);
      }
    }
    copy(like.files.getPath("/"), files.getPath("/"));
    open();
  }

  private static FaultyFileSystem inMemory() {
    Configuration memory =
        Configuration.unix().toBuilder()
            .setAttributeViews("basic", "owner", "posix", "unix")
            .build();
    return new FaultyFileSystem(Jimfs.newFileSystem(memory));
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> there = Files.list(from)) {
      for (Path one : there.toList()) {
        Path copy = to.resolve(one.getFileName().toString());
        if (Files.isDirectory(one)) {
          Files.createDirectories(copy);
          copy(one, copy);
        } else {
          Files.write(copy, Files.readAllBytes(one));
          Files.setLastModifiedTime(copy, Files.getLastModifiedTime(one));
        }
      }
    }
  }

  /**
   * Another desk with everything that this one has; this one must be closed, not its files.
   *
   * @param seed another one than any that has written there, or names would be given twice
   */
  public FaultyDesk copied(Path disk, long seed) throws IOException {
    return new FaultyDesk(this, disk, seed);
  }

  /** From now on stores are opened with these. */
  public void setKeys(Supplier<KeyRing> next) {
    keys = next;
  }

  /** Another program that works in the same store, for as long as it takes. */
  public void neighbour(Path disk, Neighbour neighbour) throws IOException {
    Path tables = disk.resolve("neighbour.sqlite");
    try (Store same =
            Store.open(
                storeFolder(), LocalDurability.probe(files.getPath("/")), random, keys.get());
        Catalogue own = Catalogue.open(same, tables)) {
      own.catchUp();
      neighbour.works(new Journal(own, "neighbour"), own);
    }
  }

  /** What another program does. */
  public interface Neighbour {
    void works(Journal journal, Catalogue catalogue) throws IOException;
  }

  /** Does away with the catalogue of a desk that was closed: another begins on the same disk. */
  public static void forgetCatalogue(Path disk) throws IOException {
    Files.deleteIfExists(disk.resolve("catalogue.sqlite"));
    Files.deleteIfExists(disk.resolve("catalogue.sqlite.sealed"));
  }

  public void open() throws IOException {
    store =
        Store.open(storeFolder(), LocalDurability.probe(files.getPath("/")), random, keys.get());
    catalogue = Catalogue.open(store, catalogueFile);
  }

  private long addShelf() throws IOException {
    Proposal proposal = new Proposal.NewShelf("Desk", ShelfKind.WORKING, folder().toString());
    Journal.Draft draft =
        new Journal.Draft(
            Act.SHELF,
            OptionalLong.empty(),
            clock.instant(),
            "maren",
            OptionalLong.empty(),
            false,
            List.of(proposal));
    try (WriteSession session = store.write(catalogue)) {
      return journal().commit(draft, session).orElseThrow().shelf().orElseThrow();
    }
  }

  public FaultyFileSystem files() {
    return files;
  }

  /** Opens everything again, with a store that can only be read. */
  public void openReadOnly() throws IOException {
    closeStore();
    store = Store.open(storeFolder(), new ReadOnlyPlace(storeFolder()), random, keys.get());
    catalogue = Catalogue.open(store, catalogueFile);
  }

  /** From now on every lasting operation fails after so many: the process is as good as dead. */
  public void dieAfter(long operations) {
    dieAfter(operations, path -> true);
  }

  /** From then on the power is gone. */
  public void powerFailsAfter(long operations) {
    AtomicLong left = new AtomicLong(operations);
    files.setFaults(
        (operation, path, bytes) -> {
          if (operation != Operation.READ
              && operation != Operation.LOOK
              && left.decrementAndGet() < 0) {
            throw new PowerCut.Now();
          }
        });
  }

  /** The power fails, if it has not yet, and comes back. */
  public void startAgainAfter(PowerCut power, Random what) throws IOException {
    files.setFaults((operation, path, bytes) -> {});
    closeStore();
    power.cut(what);
    open();
  }

  /** The same counting, and failing, in the store's folder alone. */
  public void dieInStoreAfter(long operations) {
    dieAfter(operations, path -> path.startsWith(storeFolder()));
  }

  private void dieAfter(long operations, Predicate<Path> counts) {
    AtomicLong left = new AtomicLong(operations);
    files.setFaults(
        (operation, path, bytes) -> {
          boolean lasting =
              operation == Operation.WRITE
                  || operation == Operation.MOVE
                  || operation == Operation.LINK
                  || operation == Operation.DELETE;
          if (lasting && counts.test(path) && left.decrementAndGet() < 0) {
            throw new IOException("the process is dead");
          }
        });
  }

  /** Nothing fails any more, and everything is read again from the disk. */
  public void startAgain() throws IOException {
    files.setFaults((operation, path, bytes) -> {});
    closeStore();
    open();
  }

  public Path folder() {
    return files.getPath("/work");
  }

  public Path storeFolder() {
    return files.getPath("/store");
  }

  public Path file(String name) {
    return folder().resolve(name);
  }

  public Path write(String name, String text) throws IOException {
    Path file = file(name);
    Files.createDirectories(file.getParent());
    return Files.write(file, text.getBytes(StandardCharsets.UTF_8));
  }

  public Store store() {
    return store;
  }

  public Catalogue catalogue() {
    return catalogue;
  }

  public long shelf() {
    return shelf;
  }

  public Journal journal() {
    return new Journal(catalogue, "desk");
  }

  public Capture captures() {
    return new Capture(
        catalogue,
        journal(),
        file -> Optional.of("maren"),
        org.mendedleaf.core.capture.FileTimes.AS_THEY_ARE,
        clock,
        2,
        partSize);
  }

  /** From now on captures are committed in parts of this size. */
  public void setPartSize(PartSize size) {
    partSize = size;
  }

  private Executor executor() {
    return new Executor(
        catalogue,
        journal(),
        captures(),
        clock,
        random,
        org.mendedleaf.core.capture.FileTimes.AS_THEY_ARE,
        files,
        2);
  }

  public Recovery recovery() {
    return new Recovery(
        catalogue,
        executor(),
        org.mendedleaf.core.capture.FileTimes.AS_THEY_ARE,
        java.time.ZoneOffset.UTC,
        2,
        files);
  }

  public Mending mending() {
    return new Mending(catalogue, executor());
  }

  public BringIn bringIn() {
    return new BringIn(catalogue, journal(), captures(), clock, executor());
  }

  public CaptureOutcome capture() throws IOException {
    clock.forward(Duration.ofHours(1));
    return captures()
        .run(new Capture.CaptureRequest(shelf, folder(), "maren", false), Progress.NONE);
  }

  public SetClock clock() {
    return clock;
  }

  public Instant now() {
    return clock.instant();
  }

  public void closeStore() {
    catalogue.close();
    store.close();
  }

  @Override
  public void close() throws IOException {
    files.setFaults((operation, path, bytes) -> {});
    closeStore();
    files.close();
  }
}
