package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * A store at one place: where revisions are kept.
 *
 * <p>Writing goes through three steps that never overlap in the files they touch. A {@link
 * WriteSession} appends records to sheaves, which become durable when it finishes. The {@link
 * SegmentLog} then publishes one segment that mentions them: this is the commit, and before it
 * nothing refers to the sheaves. Reading goes through a {@link ContentReader} and a {@link
 * ChunkIndex}, which somebody above builds from the sheaves that the log mentions. No file is
 * changed after it got its name.
 *
 * <p>Safe for several threads and, through the log, for several processes. Locks: {@link Sheaves}
 * guards its open files, each session guards its current sheaf; there are no others.
 */
public final class Store implements Closeable {

  private final StoreLayout layout;
  private volatile StoreDescription description;
  private final Durability durability;
  private final RandomGenerator random;
  private final Sheaves sheaves;
  private final SegmentLog log;

  private Store(
      StoreLayout layout,
      StoreDescription description,
      Durability durability,
      RandomGenerator random) {
    this.layout = layout;
    this.description = description;
    this.durability = durability;
    this.random = random;
    this.sheaves = new Sheaves(layout);
    this.log = new SegmentLog(layout, durability, random);
  }

  /**
   * Makes a store in a folder that is empty or does not exist yet.
   *
   * @param desk the desk that alone may write if the place cannot serve several
   */
  public static Store make(
      Path root,
      StoreParameters parameters,
      Instant now,
      String desk,
      Durability durability,
      RandomGenerator random)
      throws IOException {
    StoreLayout layout = new StoreLayout(root, parameters.access());
    parameters.access().makeFolders(root);
    try (DirectoryStream<Path> content = Files.newDirectoryStream(root)) {
      if (content.iterator().hasNext()) {
        throw new FileAlreadyExistsException(root.toString(), null, "the folder is not empty");
      }
    }
    parameters.access().close(root);
    parameters.access().makeFolders(layout.sheaves());
    parameters.access().makeFolders(layout.log());
    byte[] id = new byte[16];
    random.nextBytes(id);
    StoreDescription description =
        new StoreDescription(
            StoreDescription.FORMAT,
            HexFormat.of().formatHex(id),
            now,
            parameters.cutting(),
            parameters.sheafLimit(),
            parameters.trial(),
            parameters.access(),
            durability.severalWriters() ? Optional.empty() : Optional.of(desk));
    Store store = new Store(layout, description, durability, random);
    store.describe(description);
    return store;
  }

  /**
   * Opens an existing store; only {@code store.json} is read.
   *
   * @throws NoSuchFileException if there is no store in this folder
   */
  public static Store open(Path root, Durability durability, RandomGenerator random)
      throws IOException {
    StoreDescription description = readDescription(new StoreLayout(root, Access.OWNER));
    StoreLayout layout = new StoreLayout(root, description.access());
    // Nobody records into a mirror.
    Durability place = Mirror.isOne(root) ? new ReadOnlyPlace(root) : durability;
    return new Store(layout, description, place, random);
  }

  /** The files of a store at a place that may not have all of them yet. */
  static Store at(
      StoreLayout layout,
      StoreDescription description,
      Durability durability,
      RandomGenerator random) {
    return new Store(layout, description, durability, random);
  }

  /** Where it is damaged or missing, its second copy is read. */
  static StoreDescription readDescription(StoreLayout layout) throws IOException {
    IOException hurt = null;
    for (Path file : List.of(layout.description(), layout.descriptionTwin())) {
      try {
        return StoreDescription.decode(Files.readAllBytes(file), file.toString());
      } catch (NoSuchFileException e) {
        hurt = hurt == null ? noStore(layout, e) : hurt;
      } catch (DamagedContentException e) {
        hurt = hurt == null || hurt instanceof NoSuchFileException ? e : hurt;
      }
    }
    throw Objects.requireNonNull(hurt);
  }

  private static NoSuchFileException noStore(StoreLayout layout, NoSuchFileException e) {
    NoSuchFileException none =
        new NoSuchFileException(layout.root().toString(), null, "no store lies there");
    none.initCause(e);
    return none;
  }

  private void describe(StoreDescription changed) throws IOException {
    describe(changed, layout.description());
    description = changed;
    layout.access().makeFolders(layout.twin());
    describe(changed, layout.descriptionTwin());
  }

  private void describe(StoreDescription changed, Path file) throws IOException {
    Path temporary = file.resolveSibling(StoreLayout.DESCRIPTION + StoreLayout.PENDING);
    Files.deleteIfExists(temporary);
    layout.access().write(temporary, changed.encode());
    durability.force(temporary);
    durability.replace(temporary, file);
  }

  /** Copies of the description that are damaged, or gone, by their names. */
  public List<String> hurtDescriptions() throws IOException {
    List<String> hurt = new ArrayList<>();
    for (Path file : List.of(layout.description(), layout.descriptionTwin())) {
      try {
        var unused = StoreDescription.decode(Files.readAllBytes(file), file.toString());
      } catch (NoSuchFileException e) {
        if (file.equals(layout.description())) {
          hurt.add(layout.root().relativize(file).toString());
        }
      } catch (DamagedContentException e) {
        hurt.add(layout.root().relativize(file).toString());
      }
    }
    return hurt;
  }

  /**
   * Whether the description has no second copy: no damage, where an older program made the store.
   */
  public boolean isDescribedOnce() {
    return Files.notExists(layout.descriptionTwin());
  }

  /** Writes both copies of the description anew from what is known of it. */
  public void describeAgain() throws IOException {
    describe(description);
  }

  /**
   * The one desk that may write, where the place cannot serve several; read again, since another
   * desk may have taken over.
   */
  public Optional<String> onlyDesk() throws IOException {
    if (description.onlyDesk().isPresent()) {
      description = readDescription(layout);
    }
    return description.onlyDesk();
  }

  /**
   * Lets this desk write from now on, and the one that did so far no longer.
   *
   * @throws IllegalStateException if the place serves several desks
   */
  public void takeOver(String desk) throws IOException {
    if (onlyDesk().isEmpty()) {
      throw new IllegalStateException("this place serves several desks");
    }
    describe(description.takenOverBy(desk));
  }

  /** Whether a store lies in this folder: a file that merely has such a name is none. */
  public static boolean liesIn(Path folder) {
    StoreLayout layout = new StoreLayout(folder, Access.OWNER);
    return (Files.exists(layout.description()) || Files.exists(layout.descriptionTwin()))
        && (Files.isDirectory(layout.log()) || Files.isDirectory(layout.sheaves()));
  }

  /** Tells anyone who tries to write that this store can only be read. */
  public IOException refusedWriting() {
    return new ReadOnlyStoreException(layout.root());
  }

  public Path root() {
    return layout.root();
  }

  public StoreDescription description() {
    return description;
  }

  public Durability durability() {
    return durability;
  }

  public SegmentLog log() {
    return log;
  }

  /** Begins to write; the index tells what is there already. */
  public WriteSession write(ChunkIndex index) {
    return new WriteSession(this, index);
  }

  public ContentReader reader(ChunkIndex index) {
    return new ContentReader(sheaves, index);
  }

  /** Every content in a committed sheaf; reads the whole sheaf and checks each record. */
  public SheafContents contents(SheafId sheaf) throws IOException {
    return sheaves.contents(sheaf);
  }

  /** The same of a sheaf that is damaged or gone: what is whole of it. */
  public SheafContents salvaged(SheafId sheaf) throws IOException {
    return sheaves.salvaged(sheaf);
  }

  /** Length of a sheaf in bytes; 0 if it is gone. */
  public long lengthOf(SheafId sheaf) throws IOException {
    return Math.max(0, sheaves.length(sheaf));
  }

  /** Checks stored bytes against their checksums. */
  public SheafVerification verification() {
    return new SheafVerification(layout, sheaves);
  }

  /** The time that the store's place gives a file that is written now. */
  public java.time.Instant placeTime() throws IOException {
    return AbandonedWrites.placeTime(layout);
  }

  /** The room that is kept for erasing. */
  public Reserve reserve() {
    return new Reserve(layout, durability, random);
  }

  /** Files that writers which died have left. */
  public AbandonedWrites abandonedWrites() {
    return new AbandonedWrites(layout);
  }

  /** All sheaves whose files are there, whether or not a commit mentions them. */
  public List<SheafId> sheavesThere() throws IOException {
    return layout.sheavesThere();
  }

  /** Puts small sheaves together. */
  public Packing packing() {
    return new Packing(this);
  }

  /** Writes what lives on where something is erased. */
  public Rewriting rewriting(ChunkIndex index) {
    return new Rewriting(this, index);
  }

  StoreLayout layout() {
    return layout;
  }

  Sheaves sheaves() {
    return sheaves;
  }

  RandomGenerator random() {
    return random;
  }

  @Override
  public void close() {
    sheaves.close();
  }
}
