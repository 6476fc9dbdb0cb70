package org.mendedleaf.cli.answers;

import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.intake.Evidence;

/** Puts into words why an arrival may belong to a file. */
final class Reasons {

  private static final double SAME = 0.96;
  private static final double ALIKE = 0.5;
  private static final double SHARED = 0.15;

  private Reasons() {}

  public static List<String> of(Evidence evidence) {
    List<String> reasons = new ArrayList<>();
    if (evidence.identical()) {
      reasons.add("the same content");
    }
    if (evidence.name() >= SAME) {
      reasons.add("the same name");
    } else if (evidence.former() >= SAME) {
      reasons.add("a name it had before");
    } else if (evidence.named() >= ALIKE) {
      reasons.add("a name like it");
    }
    double words = evidence.content().terms().both();
    double bytes = evidence.content().bytes().both();
    if (!evidence.identical() && evidence.content().picture() >= ALIKE) {
      reasons.add("the picture looks like it");
    } else if (!evidence.identical() && words >= SHARED && words >= bytes) {
      reasons.add("%d %% of its rare words".formatted(Math.round(100 * words)));
    } else if (!evidence.identical() && bytes >= SHARED) {
      reasons.add("%d %% of its bytes".formatted(Math.round(100 * bytes)));
    }
    reasons.add(evidence.sameKind() ? "the same kind" : "another kind");
    if (evidence.folders() > 0) {
      reasons.add("folders of the same name");
    }
    return reasons;
  }
}
