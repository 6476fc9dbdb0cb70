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
 */
public record CarePlan(ZoneId zone, DayOfWeek firstDay, List<KeepRule> rules, Span removed) {

  /** How long removed files are kept unless a plan says otherwise. */
  public static final Span REMOVED = Span.days(90);

  public CarePlan {
    rules = List.copyOf(rules);
  }
}
