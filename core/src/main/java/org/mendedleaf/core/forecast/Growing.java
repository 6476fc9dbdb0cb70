package org.mendedleaf.core.forecast;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.Lineage.KeptRevision;
import org.mendedleaf.core.plan.Sifting;
import org.mendedleaf.core.space.Weight;

/** A file as it may go on. For one thread. */
final class Growing {

  private final Weighed begun;
  private final List<KeptRevision> revisions;
  private final List<Weight> weights;

  Growing(Weighed begun) {
    this.begun = begun;
    this.revisions = new ArrayList<>(begun.lineage().revisions());
    this.weights = new ArrayList<>(begun.weights());
  }

  /** A new file like another. */
  static Growing like(Weighed other) {
    Growing fresh = new Growing(other);
    fresh.revisions.clear();
    fresh.weights.clear();
    return fresh;
  }

  boolean isThere() {
    return !revisions.isEmpty() && revisions.get(revisions.size() - 1).until().isEmpty();
  }

  void save(Instant at, long bytes, Weight weight) {
    int number = 0;
    if (!revisions.isEmpty()) {
      end(at, false);
      number = revisions.get(revisions.size() - 1).number() + 1;
    }
    revisions.add(new KeptRevision(number, at, Optional.empty(), false, bytes, Set.of()));
    weights.add(weight);
  }

  void remove(Instant at) {
    if (isThere()) {
      end(at, true);
    }
  }

  private void end(Instant at, boolean removed) {
    KeptRevision last = revisions.get(revisions.size() - 1);
    if (last.until().isEmpty()) {
      Instant until = at.isBefore(last.from()) ? last.from() : at;
      revisions.set(
          revisions.size() - 1,
          new KeptRevision(
              last.number(),
              last.from(),
              Optional.of(until),
              removed,
              last.bytes(),
              last.said(),
              last.gathered()));
    }
  }

  /**
   * What is in the store of it.
   *
   * @param erased what was let go by then and what no longer claims is gone
   */
  double cost(Sifting sifting, Instant erased) {
    if (revisions.isEmpty()) {
      return 0;
    }
    long[] held = sifting.sift(new Lineage(begun.lineage().path(), revisions));
    double cost = 0;
    int nextLiving = Integer.MAX_VALUE;
    for (int i = held.length - 1; i >= 0; i--) {
      KeptRevision one = revisions.get(i);
      Weight weight = weights.get(i);
      if (held[i] != 0 || one.until().isEmpty() || one.until().get().isAfter(erased)) {
        nextLiving = i;
        cost += weight.own();
      }
      // A run that had not ended when it was looked at goes on as long again.
      long run = weight.lasts() ? 2L * weight.run() : weight.run();
      if (nextLiving < i + run) {
        cost += weight.shared();
      }
    }
    return cost;
  }
}
