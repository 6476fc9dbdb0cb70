package org.mendedleaf.core.store.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import javax.crypto.SecretKey;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Sealing;

/**
 * Seals what an encrypted store writes, and opens what it reads. Each sheaf and each log segment
 * has a key of its own. Safe for several threads; its own lock guards the keys that were derived.
 */
public final class StoreCipher {

  /** Random bytes by which the key of a segment is told. */
  static final int SALT = 16;

  // A segment's key seals once.
  private static final byte[] ONLY_NONCE = new byte[Sealing.NONCE];
  private static final int KEPT = 512;

  private final DataKey key;
  private final Map<SheafId, SecretKey> ofSheaves =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<SheafId, SecretKey> eldest) {
          return size() > KEPT;
        }
      };

  public StoreCipher(DataKey key) {
    this.key = key;
  }

  /**
   * What opens a store and seals what is written to it; null for a plain store.
   *
   * @throws LockedStoreException if the key is not to be had
   * @throws DamagedContentException if nobody who has the key has written this description
   */
  public static @Nullable StoreCipher to(StoreDescription description, Path root, StoreKeys keys)
      throws IOException {
    if (!description.isEncrypted()) {
      return null;
    }
    DataKey key = keys.keyTo(description, root.toString());
    if (!description.isProvenBy(key)) {
      throw new DamagedContentException(
          root.resolve(StoreLayout.DESCRIPTION).toString(),
          "it says something that nobody has written who has the key of the store");
    }
    return new StoreCipher(key);
  }

  public DataKey key() {
    return key;
  }

  /** Seals a part of a record that is first written into this sheaf, at this place of it. */
  byte[] seal(SheafId sheaf, long offset, RecordPart part, byte[] beside, byte[] plain) {
    return Sealing.seal(ofSheaf(sheaf), nonce(offset, part), beside, plain);
  }

  /** Opens what {@link #seal} has made; empty if that or what stands beside it was changed. */
  Optional<byte[]> open(SheafId sheaf, long offset, RecordPart part, byte[] beside, byte[] sealed) {
    return Sealing.open(ofSheaf(sheaf), nonce(offset, part), beside, sealed);
  }

  /** The two parts of a record that are sealed separately, so that one can be read alone. */
  enum RecordPart {
    HEAD(0),
    PAYLOAD(1);

    private final int code;

    RecordPart(int code) {
      this.code = code;
    }
  }

  private static byte[] nonce(long offset, RecordPart part) {
    return ByteBuffer.allocate(Sealing.NONCE).putLong(offset).putInt(part.code).array();
  }

  private SecretKey ofSheaf(SheafId sheaf) {
    synchronized (ofSheaves) {
      return ofSheaves.computeIfAbsent(sheaf, id -> key.derive("sheaf", id.bytes()));
    }
  }

  /** Seals the lines of a segment, and puts before them by what their key is told. */
  public byte[] sealSegment(byte[] header, byte[] packed, RandomGenerator random) {
    byte[] salt = new byte[SALT];
    random.nextBytes(salt);
    byte[] sealed = Sealing.seal(key.derive("segment", salt), ONLY_NONCE, header, packed);
    return ByteBuffer.allocate(SALT + sealed.length).put(salt).put(sealed).array();
  }

  /** Opens what {@link #sealSegment} has made; empty if that or the header was changed. */
  public Optional<byte[]> openSegment(byte[] header, byte[] saltAndSealed) {
    if (saltAndSealed.length < SALT) {
      return Optional.empty();
    }
    ByteBuffer in = ByteBuffer.wrap(saltAndSealed);
    byte[] salt = new byte[SALT];
    in.get(salt);
    byte[] sealed = new byte[in.remaining()];
    in.get(sealed);
    return Sealing.open(key.derive("segment", salt), ONLY_NONCE, header, sealed);
  }
}
