package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;

/**
 * A plan as shelves share it: those of a store whose plans have one name have one plan.
 *
 * @param plan what is kept
 * @param rhythm how often it is recorded
 * @param snapshots which are taken automatically
 * @param thinning how often what no rule claims is let go automatically
 * @param leaveOut patterns that a shelf takes over with the plan in place of its own; empty where
 *     the plan says nothing of them, so that each shelf has its own
 * @param workingCopies whether copies that running programs keep in scratch folders are recorded as
 *     revisions of their files, before they vanish
 */
public record NamedPlan(
    String name,
    CarePlan plan,
    Rhythm rhythm,
    List<SnapshotTimes> snapshots,
    Rhythm thinning,
    Optional<List<String>> leaveOut,
    boolean workingCopies) {

  public NamedPlan {
    snapshots = List.copyOf(snapshots);
    leaveOut = leaveOut.map(List::copyOf);
  }

  /** A plan that records no working copies. */
  public NamedPlan(
      String name,
      CarePlan plan,
      Rhythm rhythm,
      List<SnapshotTimes> snapshots,
      Rhythm thinning,
      Optional<List<String>> leaveOut) {
    this(name, plan, rhythm, snapshots, thinning, leaveOut, false);
  }

  /** A plan that says nothing of what is left out. */
  public NamedPlan(
      String name, CarePlan plan, Rhythm rhythm, List<SnapshotTimes> snapshots, Rhythm thinning) {
    this(name, plan, rhythm, snapshots, thinning, Optional.empty());
  }

  /** A plan that does nothing automatically but capture. */
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

  /** Whether it lets everything go but what is current, and what people hold. */
  public boolean keepsNothing() {
    return plan.rules().isEmpty();
  }

  /** The same with another rhythm. */
  public NamedPlan captured(Rhythm other) {
    return new NamedPlan(name, plan, other, snapshots, thinning, leaveOut, workingCopies);
  }

  /** The same with other snapshots. */
  public NamedPlan withSnapshots(List<SnapshotTimes> others) {
    return new NamedPlan(name, plan, rhythm, others, thinning, leaveOut, workingCopies);
  }

  /** The same with another rhythm of letting go. */
  public NamedPlan thinned(Rhythm other) {
    return new NamedPlan(name, plan, rhythm, snapshots, other, leaveOut, workingCopies);
  }

  /** The same with other patterns, or without any. */
  public NamedPlan leavingOut(Optional<List<String>> patterns) {
    return new NamedPlan(name, plan, rhythm, snapshots, thinning, patterns, workingCopies);
  }

  /** The same with working copies recorded, or not. */
  public NamedPlan withWorkingCopies(boolean wanted) {
    return new NamedPlan(name, plan, rhythm, snapshots, thinning, leaveOut, wanted);
  }
}
