package org.mendedleaf.core.store;

import java.nio.charset.StandardCharsets;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Cutting;

/**
 * Finds cut points by content: the gear rolling hash with normalised cut points of FastCDC (Xia et
 * al., USENIX ATC 2016). Below the average length a cut needs two more matching bits than at
 * average, above it two fewer, which draws the lengths together.
 *
 * <p>The gear table is the first eight bytes of SHA-256("mended-leaf gear N") for N = 0 … 255, big
 * endian, so that anybody can compute it again. Immutable; safe for all threads.
 */
final class Chunker {

  private static final int NORMALISATION = 2;
  private static final long[] GEAR = gear();

  private final Cutting cutting;
  private final long strictMask;
  private final long looseMask;

  public Chunker(Cutting cutting) {
    this.cutting = cutting;
    int bits = Integer.numberOfTrailingZeros(cutting.average());
    this.strictMask = topBits(bits + NORMALISATION);
    this.looseMask = topBits(bits - NORMALISATION);
  }

  public Cutting cutting() {
    return cutting;
  }

  /**
   * The length of the first chunk of {@code bytes[from, to)}.
   *
   * @param to end of the available bytes: either the end of the content, or at least {@link
   *     Cutting#max()} bytes after {@code from}
   */
  public int cut(byte[] bytes, int from, int to) {
    int available = to - from;
    if (available <= cutting.min()) {
      return available;
    }
    int normal = from + Math.min(cutting.average(), available);
    int end = from + Math.min(cutting.max(), available);
    long hash = 0;
    int i = from + cutting.min();
    for (; i < normal; i++) {
      hash = (hash << 1) + GEAR[bytes[i] & 0xff];
      if ((hash & strictMask) == 0) {
        return i + 1 - from;
      }
    }
    for (; i < end; i++) {
      hash = (hash << 1) + GEAR[bytes[i] & 0xff];
      if ((hash & looseMask) == 0) {
        return i + 1 - from;
      }
    }
    return end - from;
  }

  // The upper bits of a gear hash depend on the last 64 bytes, the lower ones on fewer.
  private static long topBits(int count) {
    return -1L << (64 - count);
  }

  private static long[] gear() {
    long[] table = new long[256];
    for (int i = 0; i < table.length; i++) {
      byte[] seed = ("mended-leaf gear " + i).getBytes(StandardCharsets.US_ASCII);
      table[i] = ContentId.hash(seed, 0, seed.length).w0();
    }
    return table;
  }
}
