package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.SheafWriter;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreDescription;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.format.StoreSeal;
import org.mendedleaf.core.store.log.Segment;

/**
 * Copies a plain store to another place, encrypted: the same id, commits and contents, each byte
 * sealed. Until it is complete its description has another name, so that nobody takes it for a
 * store; begun again with the same passphrase, it goes on where it was stopped. The plain store is
 * only read. For one thread at a time.
 */
public final class EncryptedCopy implements Closeable {

  /** The description of a copy that is not complete. */
  private static final String BEGUN = "begun.json";

  private final Store from;
  private final StoreLayout layout;
  private final Durability durability;
  private final Store copy;

  private EncryptedCopy(Store from, StoreLayout layout, Durability durability, Store copy) {
    this.from = from;
    this.layout = layout;
    this.durability = durability;
    this.copy = copy;
  }

  /**
   * Begins a copy in a folder that is empty or does not exist, or goes on with the one there.
   *
   * @param desk that alone may write if the place cannot serve several
   * @throws FileAlreadyExistsException if something else lies there
   * @throws LockedStoreException if it was begun with another passphrase
   */
  public static EncryptedCopy begin(
      Store from,
      Path folder,
      Secrecy secrecy,
      String desk,
      Durability durability,
      RandomGenerator random)
      throws IOException {
    StoreLayout layout = new StoreLayout(folder, from.description().access());
    layout.access().makeFolders(folder);
    Path begun = folder.resolve(BEGUN);
    DataKey key;
    StoreDescription description;
    if (Files.exists(begun)) {
      description = StoreDescription.decode(Files.readAllBytes(begun), begun.toString());
      if (!description.id().equals(from.description().id())) {
        throw new FileAlreadyExistsException(begun.toString(), null, "the copy of another store");
      }
      key =
          description
              .seal()
              .flatMap(seal -> seal.open(from.description().id(), secrecy.passphrase()))
              .orElseThrow(() -> LockedStoreException.withWrongPassphrase(folder.toString()));
      // The recovery key of a try that was stopped was told to nobody.
      description = description.sealed(seal(description.id(), key, secrecy, random));
    } else {
      requireEmpty(folder);
      layout.access().close(folder);
      key = DataKey.random(random);
      description = described(from.description(), key, secrecy, desk, durability, random);
    }
    Path pending = folder.resolve(BEGUN + StoreLayout.PENDING);
    Files.deleteIfExists(pending);
    layout.access().write(pending, description.provenWith(key).encode());
    durability.force(pending);
    durability.replace(pending, begun);
    layout.access().makeFolders(layout.sheaves());
    layout.access().makeFolders(layout.log());
    layout.access().makeFolders(layout.twin());
    Store copy = Store.at(layout, description, durability, random, new StoreCipher(key));
    return new EncryptedCopy(from, layout, durability, copy);
  }

  private static void requireEmpty(Path folder) throws IOException {
    try (DirectoryStream<Path> content = Files.newDirectoryStream(folder)) {
      if (content.iterator().hasNext()) {
        throw new FileAlreadyExistsException(folder.toString(), null, "the folder is not empty");
      }
    }
  }

  private static StoreDescription described(
      StoreDescription plain,
      DataKey key,
      Secrecy secrecy,
      String desk,
      Durability durability,
      RandomGenerator random) {
    return new StoreDescription(
        StoreDescription.ENCRYPTED,
        plain.id(),
        plain.created(),
        plain.cutting(),
        plain.sheafLimit(),
        plain.trial(),
        plain.access(),
        durability.severalWriters() ? Optional.empty() : Optional.of(desk),
        seal(plain.id(), key, secrecy, random));
  }

  private static Optional<StoreSeal> seal(
      String store, DataKey key, Secrecy secrecy, RandomGenerator random) {
    return Optional.of(new StoreSeal(secrecy.slots(key, store, random), ""));
  }

  /** The key of the copy. */
  public DataKey key() {
    return copy.key().orElseThrow();
  }

  /**
   * Copies what is not there yet.
   *
   * @param end number after the last commit of the plain store
   * @param living its sheaves that hold anything
   * @throws DamagedContentException if something in the plain store is damaged: it is to be mended
   *     first
   */
  public void bringUp(long end, Collection<SheafId> living, Mirror.Between between)
      throws IOException {
    for (SheafId sheaf : living) {
      if (Files.notExists(layout.sheaf(sheaf))) {
        between.file(from.lengthOf(sheaf));
        copy(sheaf);
      }
    }
    durability.forceFolder(layout.sheaves());
    ContentId last = Segment.NO_PREDECESSOR;
    for (long number = 0; number < end; number++) {
      Optional<Segment> there = copy.log().read(number);
      if (there.isEmpty()) {
        Segment plain =
            from.log()
                .read(number)
                .orElseThrow(() -> new NoSuchFileException(from.root().toString()));
        there = copy.log().publish(number, last, plain.lines());
      }
      last = there.orElseThrow().hash();
    }
  }

  private void copy(SheafId sheaf) throws IOException {
    try (SheafWriter writer = copy.sheafWriter(sheaf)) {
      for (SheafFormat.Extent extent : from.sheaves().reading(sheaf, SheafReader::extents)) {
        writer.append(
            from.sheaves()
                .reading(sheaf, reader -> reader.record(extent.offset(), extent.length())));
      }
      var unused = writer.finish();
    }
  }

  /** Makes it a store like any other. */
  public void complete() throws IOException {
    copy.describeAgain();
    Files.deleteIfExists(layout.root().resolve(BEGUN));
    durability.forceFolder(layout.root());
  }

  @Override
  public void close() {
    copy.close();
  }
}
