package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.Optional;

/**
 * Why a revision stays.
 *
 * @param until for how long this claim certainly holds, whatever is saved next; empty if it
 *     promises nothing
 */
public record Claim(Reason reason, Optional<Instant> until) {

  /** A promise without an end. */
  public static final Instant ALWAYS = Instant.MAX;

  /** Where a claim comes from. */
  public sealed interface Reason {}

  /** Holds under every plan. */
  public enum Basic implements Reason {
    CURRENT,
    HELD,
    NEWEST_GOOD,
    SNAPSHOT,
    REMOVED_FILE,
    GATHERED
  }

  /**
   * A rule of the plan.
   *
   * @param rule its position in the plan
   */
  public record ByRule(int rule) implements Reason {}
}
