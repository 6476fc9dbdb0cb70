package org.mendedleaf.core.store;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * The bytes of a log segment.
 *
 * <pre>
 *  0  "MLSEG001"
 *  8  u64 number of the segment, big endian
 * 16  32 bytes: hash of the segment before (zeros for segment 0)
 * 48  one Zstandard frame: JSON lines, UTF-8, each ended by a line feed
 *     32 bytes: SHA-256 of everything before
 * </pre>
 */
final class SegmentFormat {

  static final byte[] MAGIC = "MLSEG001".getBytes(StandardCharsets.US_ASCII);
  static final int HEADER = 16 + ContentId.BYTES;
  private static final int MAX_PLAIN = 1 << 30;

  private SegmentFormat() {}

  static byte[] encode(long number, ContentId previous, List<String> lines) {
    byte[] text = (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
    byte[] packed = Compression.compress(text, text.length);
    ByteBuffer out = ByteBuffer.allocate(HEADER + packed.length + ContentId.BYTES);
    out.put(MAGIC).putLong(number);
    previous.write(out);
    out.put(packed);
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
    if (!java.util.Arrays.equals(magic, MAGIC) || in.getLong() != number) {
      throw new DamagedContentException(where, "it is another segment than its name says");
    }
  }

  static Segment decode(byte[] bytes, long number, String where) throws DamagedContentException {
    check(bytes, number, where);
    int end = bytes.length - ContentId.BYTES;
    ContentId previous = ContentId.read(ByteBuffer.wrap(bytes).position(MAGIC.length + Long.BYTES));
    byte[] packed = java.util.Arrays.copyOfRange(bytes, HEADER, end);
    String text =
        new String(Compression.expandFrame(packed, MAX_PLAIN, where), StandardCharsets.UTF_8);
    return new Segment(number, previous, text.lines().toList(), hash(bytes));
  }
}
