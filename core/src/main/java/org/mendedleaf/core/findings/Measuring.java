package org.mendedleaf.core.findings;

import java.io.OutputStream;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.likeness.WholeBytes;

/**
 * Measures a content as it is written to it, of any length. Interprets nothing. For one thread.
 *
 * <p>Whether one content is the beginning of another is told by a hash over as many bytes as the
 * shorter one has; so the shorter is measured first, and the longer is told where to stop.
 */
public final class Measuring extends OutputStream {

  private static final long BASIS = 0xcbf29ce484222325L;
  private static final long PRIME = 0x100000001b3L;

  private final WholeBytes whole = new WholeBytes();
  private final BlockNoise noise = new BlockNoise();
  private final Encodings encodings = new Encodings();
  private final LetterPairs letters = new LetterPairs();
  private final Tail tail;
  private final byte[] head = new byte[Lead.LENGTH];
  private final long hashed;
  private long hash = BASIS;
  private long size;
  private long zeros;
  private long longestZeros;
  private long controls;
  private long open;
  private int last = -1;

  public Measuring() {
    this.hashed = Long.MAX_VALUE;
    this.tail = new Tail(new byte[0]);
  }

  /**
   * Measures what another content is to be held against.
   *
   * @param later what was measured of that one
   */
  public Measuring(Measures later) {
    this.hashed = later.size();
    this.tail = new Tail(later.tail());
  }

  @Override
  public void write(int b) {
    write(new byte[] {(byte) b}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int from, int length) {
    whole.write(bytes, from, length);
    for (int i = from; i < from + length; i++) {
      take(bytes[i] & 0xff);
    }
  }

  private void take(int b) {
    if (size < head.length) {
      head[(int) size] = (byte) b;
    }
    if (size < hashed) {
      hash = (hash ^ b) * PRIME;
    }
    size++;
    zeros = b == 0 ? zeros + 1 : 0;
    longestZeros = Math.max(longestZeros, zeros);
    controls += isControl(b) ? 1 : 0;
    open += opens(b);
    tail.add(b);
    noise.add(b);
    encodings.add(b);
    letters.add(b);
    last = b;
  }

  static boolean isControl(int b) {
    return (b < ' ' && b != '\t' && b != '\n' && b != '\r' && b != '\f' && b != 0x1b) || b == 0x7f;
  }

  private static int opens(int b) {
    return switch (b) {
      case '{', '[', '(' -> 1;
      case '}', ']', ')' -> -1;
      default -> 0;
    };
  }

  /** What was measured of all that was written. */
  public Measures measures() {
    noise.end();
    return new Measures(
        Lead.of(head, (int) Math.min(size, head.length)),
        size,
        hash,
        whole.sketch(),
        whole.flaws().contains(Traits.Flaw.CUT_OFF),
        longestZeros,
        noise.blocks(),
        noise.noisy(),
        controls,
        encodings.isUtf8(),
        encodings.garbled(),
        last == '\n',
        open,
        tail.bytes(),
        tail.isContinued(),
        letters);
  }

  /** Measures bytes that are there already. */
  public static Measures of(byte[] bytes) {
    return new Measuring().all(bytes);
  }

  /** Measures bytes that another content is to be held against. */
  public static Measures before(Measures later, byte[] bytes) {
    return new Measuring(later).all(bytes);
  }

  private Measures all(byte[] bytes) {
    write(bytes, 0, bytes.length);
    return measures();
  }
}
