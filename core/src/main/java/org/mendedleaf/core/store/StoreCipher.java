package org.mendedleaf.core.store;

import java.nio.ByteBuffer;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import javax.crypto.SecretKey;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Sealing;

/**
 * Seals what an encrypted store writes, and opens what it reads. Each sheaf and each log segment
 * has a key of its own. Safe for several threads; its own lock guards the keys that were derived.
 */
final class StoreCipher {

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

  StoreCipher(DataKey key) {
    this.key = key;
  }

  DataKey key() {
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

  /** The two parts of a record that are sealed by themselves, so that one can be read alone. */
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
  byte[] sealSegment(byte[] header, byte[] packed, RandomGenerator random) {
    byte[] salt = new byte[SALT];
    random.nextBytes(salt);
    byte[] sealed = Sealing.seal(key.derive("segment", salt), ONLY_NONCE, header, packed);
    return ByteBuffer.allocate(SALT + sealed.length).put(salt).put(sealed).array();
  }

  /** Opens what {@link #sealSegment} has made; empty if that or the header was changed. */
  Optional<byte[]> openSegment(byte[] header, byte[] saltAndSealed) {
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
