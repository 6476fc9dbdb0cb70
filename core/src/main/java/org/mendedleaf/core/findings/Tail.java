package org.mendedleaf.core.findings;

import java.util.Arrays;

/**
 * The last bytes of a content, and whether another content has the same bytes somewhere and goes on
 * after them in the same line: what was cut off ends in the middle of something that is known. For
 * one thread.
 */
final class Tail {

  private static final int LENGTH = 24;
  private static final long FACTOR = 0x100000001b3L;
  private static final long OLDEST = power();

  private final byte[] last = new byte[LENGTH];
  private final byte[] sought;
  private final long soughtHash;
  private long written;
  private long rolling;
  private boolean matches;
  private boolean continued;

  /**
   * @param sought what is looked for; none if it is shorter than a tail
   */
  Tail(byte[] sought) {
    this.sought = sought.length == LENGTH ? sought : new byte[0];
    long hash = 0;
    for (byte b : this.sought) {
      hash = hash * FACTOR + (b & 0xff) + 1;
    }
    this.soughtHash = hash;
  }

  private static long power() {
    long power = 1;
    for (int i = 0; i < LENGTH; i++) {
      power *= FACTOR;
    }
    return power;
  }

  void add(int b) {
    continued |= matches && b != '\n' && b != '\r';
    int at = (int) (written % LENGTH);
    rolling = rolling * FACTOR + b + 1;
    if (written >= LENGTH) {
      rolling -= OLDEST * ((last[at] & 0xff) + 1);
    }
    last[at] = (byte) b;
    written++;
    matches = sought.length > 0 && written >= LENGTH && rolling == soughtHash;
  }

  /** The last bytes; fewer where the content is shorter. */
  byte[] bytes() {
    int count = (int) Math.min(written, LENGTH);
    byte[] bytes = new byte[count];
    for (int i = 0; i < count; i++) {
      bytes[i] = last[(int) ((written - count + i) % LENGTH)];
    }
    return bytes;
  }

  /** Whether what was looked for is here with something behind it, and not at the end as well. */
  boolean isContinued() {
    return continued && !Arrays.equals(bytes(), sought);
  }
}
