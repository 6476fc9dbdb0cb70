package org.mendedleaf.core.likeness;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.Set;

/**
 * Reads all bytes of a content, of any length, and keeps a sketch of them and a little of both
 * ends. For one thread.
 */
public final class WholeBytes extends OutputStream {

  private final ByteSketch sketch = new ByteSketch();
  private final ByteArrayOutputStream head = new ByteArrayOutputStream();
  // Twice what is wanted, so that it need not be moved with every write.
  private final byte[] tail = new byte[2 * Ending.LOOKED_AT];
  private int inTail;
  private long size;

  @Override
  public void write(int b) {
    write(new byte[] {(byte) b}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int from, int length) {
    sketch.write(bytes, from, length);
    head.write(bytes, from, Math.min(length, Ending.LOOKED_AT - head.size()));
    size += length;
    int kept = Math.min(length, Ending.LOOKED_AT);
    if (inTail + kept > tail.length) {
      int left = Math.min(inTail, Ending.LOOKED_AT);
      System.arraycopy(tail, inTail - left, tail, 0, left);
      inTail = left;
    }
    System.arraycopy(bytes, from + length - kept, tail, inTail, kept);
    inTail += kept;
  }

  public Sketch sketch() {
    return sketch.sketch();
  }

  /** What is wrong with the whole. */
  public Set<Traits.Flaw> flaws() {
    return Ending.flaws(head.toByteArray(), Arrays.copyOf(tail, inTail), size);
  }
}
