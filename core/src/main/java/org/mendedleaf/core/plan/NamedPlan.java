package org.mendedleaf.core.plan;

/**
 * A plan as shelves share it: those of a store whose plans have one name have one plan.
 *
 * @param grace how long what was let go is still there
 */
public record NamedPlan(String name, CarePlan plan, Span grace) {

  /** The grace time unless a plan says otherwise. */
  public static final Span GRACE = Span.days(30);
}
