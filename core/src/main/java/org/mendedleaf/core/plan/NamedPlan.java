package org.mendedleaf.core.plan;

/**
 * A plan as shelves share it: those of a store whose plans have one name have one plan.
 *
 * @param plan what is kept
 * @param rhythm how often it is recorded
 */
public record NamedPlan(String name, CarePlan plan, Rhythm rhythm) {

  /** A plan whose shelves are captured by hand. */
  public NamedPlan(String name, CarePlan plan) {
    this(name, plan, Rhythm.byHand());
  }
}
