package org.mendedleaf.core.likeness;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;

/**
 * The weight of a shared hash: what many contents have, such as the letterhead of an office, says
 * less about which of them a content is than what few have. The weight is one over the number of
 * contents that have it. Unchangeable.
 */
final class Rarity {

  /** Everything tells the same. */
  public static final Rarity NONE = new Rarity(Map.of());

  private final Map<Long, Integer> found;

  private Rarity(Map<Long, Integer> found) {
    this.found = found;
  }

  /** Counts in how many of these each hash is. */
  public static Rarity among(Collection<Sketch> sketches) {
    Map<Long, Integer> found = new HashMap<>();
    for (Sketch sketch : sketches) {
      for (long hash : sketch.hashes()) {
        found.merge(hash, 1, Integer::sum);
      }
    }
    return new Rarity(found);
  }

  /** A sketch with the weight of each of its hashes, ready to be compared often. */
  WeighedSketch weigh(Sketch sketch) {
    long[] hashes = sketch.hashes();
    double[] until = new double[hashes.length + 1];
    for (int i = 0; i < hashes.length; i++) {
      until[i + 1] = until[i] + 1.0 / Math.max(1, found.getOrDefault(hashes[i], 1));
    }
    return new WeighedSketch(sketch, until);
  }
}
