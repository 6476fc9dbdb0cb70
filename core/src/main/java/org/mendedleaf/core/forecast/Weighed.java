package org.mendedleaf.core.forecast;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.space.Weight;

/**
 * A file's revisions and what each added to the store.
 *
 * @param weights one for each revision; that of a revision without a content is nothing
 */
public record Weighed(Lineage lineage, List<Weight> weights) {

  public Weighed {
    weights = List.copyOf(weights);
    if (weights.size() != lineage.revisions().size()) {
      throw new IllegalArgumentException("each revision has a weight");
    }
  }

  /** What was known of it at an earlier moment; empty if it was not there yet. */
  Optional<Weighed> asOf(Instant moment) {
    List<Lineage.KeptRevision> kept = new ArrayList<>();
    List<Weight> weighed = new ArrayList<>();
    for (int i = 0; i < weights.size(); i++) {
      Lineage.KeptRevision one = lineage.revisions().get(i);
      if (!one.from().isAfter(moment)) {
        boolean ended = one.until().isPresent() && !one.until().get().isAfter(moment);
        kept.add(
            new Lineage.KeptRevision(
                one.number(),
                one.from(),
                ended ? one.until() : Optional.empty(),
                ended && one.removed(),
                one.bytes(),
                one.said(),
                one.gathered()));
        weighed.add(weights.get(i));
      }
    }
    return kept.isEmpty()
        ? Optional.empty()
        : Optional.of(new Weighed(new Lineage(lineage.path(), kept), weighed));
  }
}
