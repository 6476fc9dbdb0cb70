package org.mendedleaf.core.recover;

import java.util.List;
import org.mendedleaf.core.place.Step;

/**
 * The outcome of a recovery before it is run.
 *
 * @param steps conflicts first, then by target
 */
public record Rehearsal(RecoveryOrder order, List<Step> steps) {

  public Rehearsal {
    steps = List.copyOf(steps);
  }

  /** Bytes that will be written. */
  public long bytes() {
    return steps.stream().mapToLong(Step::bytes).sum();
  }
}
