package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;

/**
 * The rules by which the shelves that share it keep revisions.
 *
 * @param zone whose calendar counts
 * @param firstDay of a week
 * @param removed how long the last state of a removed file is kept
 * @param grace how long what was let go is still there, and gathered copies are kept
 * @param room above which all but the firmest claims yield; empty for no such limit
 */
public record CarePlan(
    ZoneId zone,
    DayOfWeek firstDay,
    List<KeepRule> rules,
    Span removed,
    Span grace,
    Optional<Room> room) {

  /** How long removed files are kept unless a plan says otherwise. */
  public static final Span REMOVED = Span.days(90);

  /** The grace time unless a plan says otherwise. */
  public static final Span GRACE = Span.days(30);

  /** A plan without a room limit. */
  public CarePlan(ZoneId zone, DayOfWeek firstDay, List<KeepRule> rules, Span removed, Span grace) {
    this(zone, firstDay, rules, removed, grace, Optional.empty());
  }

  /** A plan with the usual grace time. */
  public CarePlan(ZoneId zone, DayOfWeek firstDay, List<KeepRule> rules, Span removed) {
    this(zone, firstDay, rules, removed, GRACE);
  }

  public CarePlan {
    rules = List.copyOf(rules);
  }

  /** The same with this much room. */
  public CarePlan withRoom(Optional<Room> other) {
    return new CarePlan(zone, firstDay, rules, removed, grace, other);
  }
}
