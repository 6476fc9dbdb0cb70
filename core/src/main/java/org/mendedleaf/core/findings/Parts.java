package org.mendedleaf.core.findings;

import java.util.Arrays;
import org.mendedleaf.core.likeness.Sketch;

/**
 * Which part of a set of hashes is in another, told by sketches of both (Broder, On the resemblance
 * and containment of documents, 1997). Every hash counts the same: here two contents are compared
 * and not one among many.
 */
final class Parts {

  private Parts() {}

  /** Which part of the first is in the second, 0 to 1; 0 where there is nothing to compare. */
  static double of(Sketch sketch, Sketch other) {
    long limit = Math.min(limit(sketch), limit(other));
    int looked = 0;
    int shared = 0;
    for (long hash : sketch.hashes()) {
      if (hash > limit) {
        break;
      }
      looked++;
      shared += Arrays.binarySearch(other.hashes(), hash) >= 0 ? 1 : 0;
    }
    return looked == 0 ? 0 : (double) shared / looked;
  }

  /**
   * Which part of what the doubtful one has, and the good one has not, is in a third; 0 if the
   * doubtful one has next to nothing of its own.
   */
  static double ofOwn(Sketch doubtful, Sketch good, Sketch third) {
    long limit = Math.min(limit(doubtful), Math.min(limit(good), limit(third)));
    int looked = 0;
    int own = 0;
    int shared = 0;
    for (long hash : doubtful.hashes()) {
      if (hash > limit) {
        break;
      }
      looked++;
      if (Arrays.binarySearch(good.hashes(), hash) < 0) {
        own++;
        shared += Arrays.binarySearch(third.hashes(), hash) >= 0 ? 1 : 0;
      }
    }
    return own < 8 || own * 10 < looked ? 0 : (double) shared / own;
  }

  private static long limit(Sketch sketch) {
    return sketch.whole() || sketch.isEmpty()
        ? Long.MAX_VALUE
        : sketch.hashes()[sketch.hashes().length - 1];
  }
}
