package org.mendedleaf.core.space;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.mendedleaf.core.catalog.questions.SpaceQuestions.Use;

/**
 * The bytes that each revision added to a store. A piece that several files need is counted for the
 * first of them. Pure; takes as long as there are pieces.
 */
public final class SpaceWeights {

  private final StoreSpace space;
  private final Set<Integer> counted = new HashSet<>();

  public SpaceWeights(StoreSpace space) {
    this.space = space;
  }

  /**
   * The weights of the revisions of each file that passes, oldest first; revisions without a
   * content have none.
   */
  public Map<Long, List<Weight>> of(Predicate<Use> passes) {
    Map<Long, List<Weight>> weights = new HashMap<>();
    List<Use> uses = space.uses();
    int from = 0;
    for (int i = 1; i <= uses.size(); i++) {
      if (i == uses.size() || uses.get(i).file() != uses.get(from).file()) {
        if (passes.test(uses.get(from))) {
          weights.put(uses.get(from).file(), ofFile(uses.subList(from, i)));
        }
        from = i;
      }
    }
    return weights;
  }

  /** The first and the last revision of a file, by position, that need a piece. */
  private record Needed(int first, int last) {}

  private List<Weight> ofFile(List<Use> revisions) {
    Map<Integer, Needed> needed = new HashMap<>();
    for (int i = 0; i < revisions.size(); i++) {
      int position = i;
      for (int piece : space.pieces(revisions.get(i).content().id())) {
        needed.merge(
            piece, new Needed(i, i), (before, now) -> new Needed(before.first(), position));
      }
    }
    double[] own = new double[revisions.size()];
    double[] shared = new double[revisions.size()];
    double[] runs = new double[revisions.size()];
    double[] lasting = new double[revisions.size()];
    needed.forEach(
        (piece, where) -> {
          if (!counted.add(piece)) {
            return;
          }
          double bytes = space.disk(piece);
          if (where.first() == where.last()) {
            own[where.first()] += bytes;
            return;
          }
          shared[where.first()] += bytes;
          runs[where.first()] += bytes * (where.last() - where.first() + 1);
          lasting[where.first()] += where.last() == revisions.size() - 1 ? bytes : 0;
        });
    List<Weight> weights = new ArrayList<>();
    for (int i = 0; i < revisions.size(); i++) {
      weights.add(
          new Weight(
              revisions.get(i).number(),
              own[i],
              shared[i],
              shared[i] == 0 ? 1 : Math.max(2, (int) Math.round(runs[i] / shared[i])),
              lasting[i] * 2 >= shared[i] && shared[i] > 0));
    }
    return weights;
  }
}
