package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.List;

/**
 * What is kept of the shelves that share it.
 *
 * @param zone whose calendar counts
 * @param firstDay of a week
 * @param removed how long the last state of a removed file is kept
 * @param grace how long what was let go is still there, and gathered copies are kept
 */
public record CarePlan(
    ZoneId zone, DayOfWeek firstDay, List<KeepRule> rules, Span removed, Span grace) {

  /** How long removed files are kept unless a plan says otherwise. */
  public static final Span REMOVED = Span.days(90);

  /** The grace time unless a plan says otherwise. */
  public static final Span GRACE = Span.days(30);

  /** A plan with the usual grace time. */
  public CarePlan(ZoneId zone, DayOfWeek firstDay, List<KeepRule> rules, Span removed) {
    this(zone, firstDay, rules, removed, GRACE);
  }

  public CarePlan {
    rules = List.copyOf(rules);
  }
}
