package org.mendedleaf.core.plan;

/** A plan as shelves share it: those of a store whose plans have one name have one plan. */
public record NamedPlan(String name, CarePlan plan) {}
