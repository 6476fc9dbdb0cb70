package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.List;

/**
 * A plan as shelves share it: those of a store whose plans have one name have one plan.
 *
 * @param plan what is kept
 * @param rhythm how often it is recorded
 * @param snapshots which are taken by themselves
 * @param thinning how often what no rule claims is let go by itself
 */
public record NamedPlan(
    String name, CarePlan plan, Rhythm rhythm, List<SnapshotTimes> snapshots, Rhythm thinning) {

  public NamedPlan {
    snapshots = List.copyOf(snapshots);
  }

  /** A plan that does nothing by itself but capture. */
  public NamedPlan(String name, CarePlan plan, Rhythm rhythm) {
    this(name, plan, rhythm, List.of(), Rhythm.byHand());
  }

  /** What a shelf without a plan does: it keeps everything, and is captured by hand. */
  public static NamedPlan keepingAll(String name, ZoneId zone, DayOfWeek firstDay) {
    KeepRule everything = new KeepRule(KeepRule.Mark.EVERYTHING, List.of());
    return new NamedPlan(name, new CarePlan(zone, firstDay, List.of(everything), CarePlan.REMOVED));
  }

  /** A plan whose shelves are captured by hand. */
  public NamedPlan(String name, CarePlan plan) {
    this(name, plan, Rhythm.byHand());
  }

  /** The same with another rhythm. */
  public NamedPlan captured(Rhythm other) {
    return new NamedPlan(name, plan, other, snapshots, thinning);
  }

  /** The same with other snapshots. */
  public NamedPlan withSnapshots(List<SnapshotTimes> others) {
    return new NamedPlan(name, plan, rhythm, others, thinning);
  }

  /** The same with another rhythm of letting go. */
  public NamedPlan thinned(Rhythm other) {
    return new NamedPlan(name, plan, rhythm, snapshots, other);
  }
}
