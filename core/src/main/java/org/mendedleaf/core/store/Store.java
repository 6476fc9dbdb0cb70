package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.drive.Access;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.ReadOnlyPlace;
import org.mendedleaf.core.drive.ReadOnlyStoreException;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.store.format.DescriptionFiles;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafWriter;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreDescription;
import org.mendedleaf.core.store.format.StoreKeys;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.store.format.StoreSeal;
import org.mendedleaf.core.store.log.SegmentLog;
import org.mendedleaf.core.store.log.StoreAwayException;

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
  private final DescriptionFiles descriptions;
  private final @Nullable StoreCipher cipher;
  private final Sheaves sheaves;
  private final SegmentLog log;
  private final boolean spool;

  private Store(
      StoreLayout layout,
      StoreDescription description,
      Durability durability,
      RandomGenerator random,
      @Nullable StoreCipher cipher,
      boolean spool) {
    this.layout = layout;
    this.spool = spool;
    this.description = description;
    this.durability = durability;
    this.random = random;
    this.cipher = cipher;
    this.descriptions = new DescriptionFiles(layout);
    this.sheaves = new Sheaves(layout, cipher);
    this.log = new SegmentLog(layout, durability, random, cipher);
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
    return make(root, parameters, Optional.empty(), now, desk, durability, random);
  }

  /**
   * The same.
   *
   * @param secrecy how it is encrypted; empty for a plain store
   * @param random one that cannot be guessed where it is encrypted
   */
  public static Store make(
      Path root,
      StoreParameters parameters,
      Optional<Secrecy> secrecy,
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
    byte[] bytes = new byte[16];
    random.nextBytes(bytes);
    String id = HexFormat.of().formatHex(bytes);
    DataKey key = secrecy.isPresent() ? DataKey.random(random) : null;
    StoreDescription description =
        new StoreDescription(
            secrecy.isPresent() ? StoreDescription.ENCRYPTED : StoreDescription.PLAIN,
            id,
            now,
            parameters.cutting(),
            parameters.sheafLimit(),
            parameters.trial(),
            parameters.access(),
            durability.severalWriters() ? Optional.empty() : Optional.of(desk),
            key == null
                ? Optional.empty()
                : secrecy.map(how -> new StoreSeal(how.slots(key, id, random), "")));
    StoreCipher cipher = key == null ? null : new StoreCipher(key);
    Store store = new Store(layout, description, durability, random, cipher, false);
    store.describe(description);
    return store;
  }

  /** Opens an existing store that is not encrypted. */
  public static Store open(Path root, Durability durability, RandomGenerator random)
      throws IOException {
    return open(root, durability, random, StoreKeys.NONE);
  }

  /**
   * Opens an existing store; only {@code store.json} is read.
   *
   * @param keys asked if it is encrypted
   * @throws NoSuchFileException if there is no store in this folder
   * @throws LockedStoreException if it is encrypted and the key is not to be had
   */
  public static Store open(Path root, Durability durability, RandomGenerator random, StoreKeys keys)
      throws IOException {
    StoreDescription description = new DescriptionFiles(new StoreLayout(root, Access.OWNER)).read();
    StoreLayout layout = new StoreLayout(root, description.access());
    // Nobody records into a mirror.
    Durability place = Mirror.isOne(root) ? new ReadOnlyPlace(root) : durability;
    return new Store(
        layout, description, place, random, StoreCipher.to(description, root, keys), false);
  }

  /**
   * Opens a spool: a folder in the format of a store that is away, for what is recorded meanwhile.
   *
   * @param root where a description of that store lies
   */
  public static Store openSpool(
      Path root, Durability durability, RandomGenerator random, StoreKeys keys) throws IOException {
    StoreDescription description = describedIn(root);
    StoreLayout layout = new StoreLayout(root, Access.OWNER);
    layout.access().makeFolders(layout.sheaves());
    layout.access().makeFolders(layout.log());
    StoreCipher cipher = StoreCipher.to(description, root, keys);
    return new Store(layout, description, durability, random, cipher, true);
  }

  /** The same, and nothing is ever written to it: a copy of the folder of another store. */
  public static Store openForReading(Path root, RandomGenerator random, StoreKeys keys)
      throws IOException {
    return open(root, new ReadOnlyPlace(root), random, keys);
  }

  /** The facts that a folder gives about a store before it is opened. */
  public static StoreDescription describedIn(Path root) throws IOException {
    return new DescriptionFiles(new StoreLayout(root, Access.OWNER)).read();
  }

  /** The files of this store at another place, which may not have all of them yet. */
  Store at(StoreLayout elsewhere, Durability there, RandomGenerator random) {
    return at(elsewhere, description, there, random, cipher);
  }

  /** The files of a store at a place that may not have all of them yet. */
  static Store at(
      StoreLayout layout,
      StoreDescription description,
      Durability durability,
      RandomGenerator random,
      @Nullable StoreCipher cipher) {
    return new Store(layout, description, durability, random, cipher, false);
  }

  /** Puts what this store says of itself into a folder from which its spool can be opened. */
  public void describeFor(Path spool, Durability there) throws IOException {
    new DescriptionFiles(new StoreLayout(spool, Access.OWNER)).keep(description, there, random);
  }

  private void describe(StoreDescription unproven) throws IOException {
    StoreDescription changed = cipher == null ? unproven : unproven.provenWith(cipher.key());
    descriptions.write(changed, durability, random);
    description = changed;
  }

  /** Copies of the description that are damaged, or gone, by their names. */
  public List<String> hurtDescriptions() throws IOException {
    return descriptions.hurt();
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
      description = descriptions.read();
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

  /**
   * Lets another passphrase open an encrypted store from now on, and another recovery key if there
   * is one. The key stays, and with it everything that was written.
   *
   * @throws IllegalStateException if it is not encrypted
   */
  public void protect(Secrecy secrecy) throws IOException {
    DataKey key = key().orElseThrow(() -> new IllegalStateException("not encrypted"));
    StoreDescription now = descriptions.read();
    StoreSeal before = now.seal().orElseThrow();
    describe(now.sealed(Optional.of(before.replaced(secrecy.slots(key, now.id(), random)))));
  }

  /** The key of an encrypted store, for what else is to be sealed with it; empty of a plain one. */
  public Optional<DataKey> key() {
    return Optional.ofNullable(cipher).map(StoreCipher::key);
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

  /** Whether this is a spool: what its store held before is not here. */
  public boolean isSpool() {
    return spool;
  }

  /** Refuses what needs everything that the store holds where this is a spool. */
  public void requireWhole() throws StoreAwayException {
    if (spool) {
      throw new StoreAwayException();
    }
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

  @Nullable StoreCipher cipher() {
    return cipher;
  }

  /** Begins a new sheaf. */
  SheafWriter sheafWriter(SheafId id) throws IOException {
    return new SheafWriter(layout, durability, id, cipher);
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
