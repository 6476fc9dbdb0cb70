package org.mendedleaf.core.store.log;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.store.format.Compression;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoreCipher;

/**
 * The bytes of a log segment.
 *
 * <pre>
 *  0  "MLSEG001", or "MLSEG002" in an encrypted store
 *  8  u64 number of the segment, big endian
 * 16  32 bytes: hash of the segment before (zeros for segment 0)
 * 48  in an encrypted store 16 random bytes, by which the key of the segment is told
 *     one Zstandard frame: JSON lines, UTF-8, each ended by a line feed; in an encrypted store
 *     sealed beside the 48 bytes before
 *     32 bytes: SHA-256 of everything before
 * </pre>
 */
public final class SegmentFormat {

  static final byte[] MAGIC = "MLSEG001".getBytes(StandardCharsets.US_ASCII);
  static final byte[] SEALED_MAGIC = "MLSEG002".getBytes(StandardCharsets.US_ASCII);
  static final int HEADER = 16 + ContentId.BYTES;
  private static final int MAX_PLAIN = 1 << 30;

  private SegmentFormat() {}

  /** A segment of a plain store. */
  public static byte[] encode(long number, ContentId previous, List<String> lines) {
    return whole(header(MAGIC, number, previous), packed(lines));
  }

  /** A segment of an encrypted store. */
  public static byte[] encode(
      long number,
      ContentId previous,
      List<String> lines,
      StoreCipher cipher,
      RandomGenerator random) {
    byte[] header = header(SEALED_MAGIC, number, previous);
    return whole(header, cipher.sealSegment(header, packed(lines), random));
  }

  private static byte[] packed(List<String> lines) {
    byte[] text = (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
    return Compression.compress(text, text.length);
  }

  private static byte[] header(byte[] magic, long number, ContentId previous) {
    ByteBuffer header = ByteBuffer.allocate(HEADER).put(magic).putLong(number);
    previous.write(header);
    return header.array();
  }

  private static byte[] whole(byte[] header, byte[] body) {
    ByteBuffer out = ByteBuffer.allocate(HEADER + body.length + ContentId.BYTES);
    out.put(header).put(body);
    ContentId.hash(out.array(), 0, out.position()).write(out);
    return out.array();
  }

  /** The hash that stored bytes, already checked, end with. */
  static ContentId hash(byte[] bytes) {
    return ContentId.read(ByteBuffer.wrap(bytes).position(bytes.length - ContentId.BYTES));
  }

  /** Checks stored bytes against their hash and their name; what they say is not unpacked. */
  static void check(byte[] bytes, long number, String where) throws DamagedContentException {
    int end = bytes.length - ContentId.BYTES;
    if (end < HEADER) {
      throw new DamagedContentException(where, "it is cut off");
    }
    if (!hash(bytes).equals(ContentId.hash(bytes, 0, end))) {
      throw new DamagedContentException(where, "its bytes do not fit its hash");
    }
    ByteBuffer in = ByteBuffer.wrap(bytes);
    byte[] magic = new byte[MAGIC.length];
    in.get(magic);
    boolean known = Arrays.equals(magic, MAGIC) || Arrays.equals(magic, SEALED_MAGIC);
    if (!known || in.getLong() != number) {
      throw new DamagedContentException(where, "it is another segment than its name says");
    }
  }

  /**
   * @param cipher of an encrypted store; null for a plain one
   */
  public static Segment decode(
      byte[] bytes, long number, String where, @Nullable StoreCipher cipher)
      throws DamagedContentException {
    check(bytes, number, where);
    int end = bytes.length - ContentId.BYTES;
    ContentId previous = ContentId.read(ByteBuffer.wrap(bytes).position(MAGIC.length + Long.BYTES));
    byte[] packed = Arrays.copyOfRange(bytes, HEADER, end);
    boolean sealed = Arrays.equals(SEALED_MAGIC, Arrays.copyOf(bytes, SEALED_MAGIC.length));
    if (sealed != (cipher != null)) {
      throw new DamagedContentException(
          where,
          sealed
              ? "it is encrypted, and the store is not"
              : "it is not encrypted, as all of this store is, so somebody else has written it");
    }
    if (cipher != null) {
      packed =
          cipher
              .openSegment(Arrays.copyOf(bytes, HEADER), packed)
              .orElseThrow(
                  () ->
                      new DamagedContentException(
                          where, "it is not what was written with the key of this store"));
    }
    String text =
        new String(Compression.expandFrame(packed, MAX_PLAIN, where), StandardCharsets.UTF_8);
    return new Segment(number, previous, text.lines().toList(), hash(bytes));
  }
}
