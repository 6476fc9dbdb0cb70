package org.mendedleaf.core.likeness;

import java.io.OutputStream;

/**
 * Sketches bytes of any kind as they are written to it: all their windows of 16 bytes. Interprets
 * nothing and keeps nothing but the sketch, whatever the length. For one thread.
 */
final class ByteSketch extends OutputStream {

  private static final int WINDOW = 16;
  private static final long[] GEAR = new long[256];

  static {
    for (int i = 0; i < GEAR.length; i++) {
      GEAR[i] = Mix.spread(0x9e3779b97f4a7c15L * (i + 1));
    }
  }

  private final Sketch.Builder sketch = new Sketch.Builder();
  // Each step moves what came before four bits up, so that after sixteen it is gone.
  private long rolling;
  private long written;
  private int same;
  private int last = -1;

  @Override
  public void write(int b) {
    write(new byte[] {(byte) b}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int from, int length) {
    for (int i = from; i < from + length; i++) {
      int b = bytes[i] & 0xff;
      rolling = (rolling << 4) + GEAR[b];
      written++;
      same = b == last ? same + 1 : 0;
      last = b;
      // A stretch of one byte, like the zeros between records, tells nothing.
      if (written >= WINDOW && same < WINDOW) {
        sketch.add(Mix.spread(rolling));
      }
    }
  }

  public Sketch sketch() {
    return sketch.build();
  }

  /** Sketches bytes that are there already. */
  public static Sketch of(byte[] bytes) {
    ByteSketch sketch = new ByteSketch();
    sketch.write(bytes, 0, bytes.length);
    return sketch.sketch();
  }
}
