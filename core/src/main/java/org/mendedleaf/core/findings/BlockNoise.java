package org.mendedleaf.core.findings;

/**
 * Counts blocks of a KiB that look like random bytes, by their entropy: random bytes have 7.81 bits
 * each in so short a block with a spread of 0.02; text has 3 to 5, base64 6, and even text of a
 * large alphabet stays below 7 (Shannon, A mathematical theory of communication, 1948). For one
 * thread.
 */
final class BlockNoise {

  private static final int BLOCK = 1024;
  private static final double RANDOM = 7.5;
  // Shorter ones are not told apart from rich text.
  private static final int SHORTEST = 512;
  private static final double[] SHARES = shares();

  private final int[] counts = new int[256];
  private int taken;
  private long blocks;
  private long noisy;

  void add(int b) {
    counts[b]++;
    if (++taken == BLOCK) {
      count(RANDOM);
    }
  }

  /** Counts what is left, if it is enough. */
  void end() {
    if (taken >= SHORTEST) {
      // Of half as many bytes fewer values can come up: random ones have about 7.6 bits.
      count(RANDOM - 0.3);
    }
  }

  private void count(double random) {
    double bits = 0;
    for (int i = 0; i < counts.length; i++) {
      bits += SHARES[counts[i]];
      counts[i] = 0;
    }
    // Of n bytes: log n less the mean of the logarithms of how often each value comes.
    double entropy = (Math.log(taken) - bits / taken) / Math.log(2);
    blocks++;
    noisy += entropy > random ? 1 : 0;
    taken = 0;
  }

  private static double[] shares() {
    double[] shares = new double[BLOCK + 1];
    for (int count = 1; count <= BLOCK; count++) {
      shares[count] = count * Math.log(count);
    }
    return shares;
  }

  long blocks() {
    return blocks;
  }

  long noisy() {
    return noisy;
  }
}
