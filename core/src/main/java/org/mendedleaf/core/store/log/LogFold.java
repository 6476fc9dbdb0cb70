package org.mendedleaf.core.store.log;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * A thousand segments in one file, each byte for byte as it was, so that every hash of the chain
 * and every address (segment, line) stays what it is.
 *
 * <pre>
 * "MLFOLD01", u64 number of the first segment, u32 count, per segment u32 length
 * the segments one after another
 * 32 bytes: SHA-256 of everything before
 * </pre>
 */
final class LogFold {

  static final int SEGMENTS = 1000;
  private static final byte[] MAGIC = "MLFOLD01".getBytes(StandardCharsets.US_ASCII);
  private static final int HEADER = 8 + 8 + 4;

  private LogFold() {}

  static byte[] encode(long first, List<byte[]> segments) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteBuffer header = ByteBuffer.allocate(HEADER + 4 * segments.size());
    header.put(MAGIC).putLong(first).putInt(segments.size());
    segments.forEach(segment -> header.putInt(segment.length));
    out.writeBytes(header.array());
    segments.forEach(out::writeBytes);
    byte[] body = out.toByteArray();
    out.writeBytes(ContentId.hash(body, 0, body.length).bytes());
    return out.toByteArray();
  }

  static List<byte[]> decode(byte[] bytes, String where) throws DamagedContentException {
    int end = bytes.length - ContentId.BYTES;
    if (end < HEADER
        || !ContentId.read(ByteBuffer.wrap(bytes).position(end))
            .equals(ContentId.hash(bytes, 0, end))) {
      throw new DamagedContentException(where, "its bytes do not fit its hash");
    }
    ByteBuffer in = ByteBuffer.wrap(bytes).position(MAGIC.length + 8);
    int[] lengths = new int[in.getInt()];
    for (int i = 0; i < lengths.length; i++) {
      lengths[i] = in.getInt();
    }
    List<byte[]> segments = new ArrayList<>(lengths.length);
    for (int length : lengths) {
      byte[] segment = new byte[length];
      in.get(segment);
      segments.add(segment);
    }
    return segments;
  }
}
