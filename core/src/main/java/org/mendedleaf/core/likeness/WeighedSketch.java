package org.mendedleaf.core.likeness;

import java.util.Arrays;
import org.mendedleaf.core.likeness.Sketch.Overlap;

/** A sketch whose hashes tell more or less. Unchangeable. */
final class WeighedSketch {

  private final Sketch sketch;
  private final double[] until;

  /**
   * @param until the sum of the weights of the hashes before each position; one longer than these
   */
  WeighedSketch(Sketch sketch, double[] until) {
    this.sketch = sketch;
    this.until = until;
  }

  /** Compares where both are samples. */
  Overlap overlap(WeighedSketch other) {
    if (sketch.isEmpty() || other.sketch.isEmpty()) {
      return Overlap.NONE;
    }
    long end = Math.min(last(), other.last());
    int mine = upTo(end);
    int theirs = other.upTo(end);
    long[] here = sketch.hashes();
    long[] there = other.sketch.hashes();
    double shared = 0;
    for (int i = 0, k = 0; i < mine && k < theirs; ) {
      if (here[i] == there[k]) {
        shared += until[i + 1] - until[i];
        i++;
        k++;
      } else if (here[i] < there[k]) {
        i++;
      } else {
        k++;
      }
    }
    return mine == 0 || theirs == 0
        ? Overlap.NONE
        : new Overlap(shared / until[mine], shared / other.until[theirs], mine);
  }

  private int upTo(long end) {
    int at = Arrays.binarySearch(sketch.hashes(), end);
    return at < 0 ? -at - 1 : at + 1;
  }

  private long last() {
    long[] hashes = sketch.hashes();
    return sketch.whole() ? Long.MAX_VALUE : hashes[hashes.length - 1];
  }
}
