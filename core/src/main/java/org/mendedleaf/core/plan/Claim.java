package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;

/**
 * A reason why a revision stays.
 *
 * @param until for how long this claim certainly holds, whatever is saved next; empty if it
 *     promises nothing
 * @param likely until when it holds if nothing is saved or removed
 */
public record Claim(Reason reason, Optional<Instant> until, Instant likely) {

  /** A promise without an end. */
  public static final Instant ALWAYS = Instant.MAX;

  /** Those that hold even where there is too little room. */
  static final Set<Basic> FIRM =
      Set.of(Basic.CURRENT, Basic.HELD, Basic.NEWEST_GOOD, Basic.MASS_EVENT, Basic.LEAST_TIME);

  /** Where a claim comes from. */
  public sealed interface Reason {}

  /** Holds under every plan. */
  public enum Basic implements Reason {
    CURRENT,
    HELD,
    NEWEST_GOOD,
    SNAPSHOT,
    REMOVED_FILE,
    GATHERED,
    /** Many files were hurt at once after it, and nobody has decided on that yet. */
    MASS_EVENT,
    /** The store keeps every revision for a least time. */
    LEAST_TIME,
    /**
     * A former plan claims it that still counts; said only where nothing else holds it as firmly.
     */
    FORMER_PLAN
  }

  /**
   * A rule of the plan.
   *
   * @param rule its position in the plan
   */
  public record ByRule(int rule) implements Reason {}
}
