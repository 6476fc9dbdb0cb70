package org.mendedleaf.core.capture;

import java.util.HashSet;
import java.util.Set;

/**
 * Estimates how much of one sequence of bytes is contained in another, by sampled windows of 12
 * bytes (Broder, On the resemblance and containment of documents, 1997; a window is sampled by its
 * own hash, so both sides sample the same ones).
 */
final class Shingles {

  private static final int WINDOW = 12;
  private static final long SAMPLE = 7;

  private Shingles() {}

  /** The sampled windows of {@code after} that {@code before} has too, as a part of 1. */
  static double contained(byte[] before, byte[] after) {
    Set<Long> there = sample(before);
    Set<Long> here = sample(after);
    if (here.isEmpty()) {
      return 0;
    }
    long shared = here.stream().filter(there::contains).count();
    return (double) shared / here.size();
  }

  private static Set<Long> sample(byte[] bytes) {
    Set<Long> sampled = new HashSet<>();
    for (int i = 0; i + WINDOW <= bytes.length; i++) {
      long hash = 0xcbf29ce484222325L;
      for (int k = 0; k < WINDOW; k++) {
        hash = (hash ^ (bytes[i + k] & 0xff)) * 0x100000001b3L;
      }
      hash ^= hash >>> 32;
      if ((hash & SAMPLE) == 0) {
        sampled.add(hash);
      }
    }
    return sampled;
  }
}
