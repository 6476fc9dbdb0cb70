package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The floor below which no plan of a store lets anything go, by the safeguards that were chosen for
 * the store.
 *
 * @param least how long every revision stays after it stopped being current; empty for no such time
 * @param formers plans that still count for a while, since loosening takes effect after a delay
 */
public record Floor(Optional<Span> least, List<FormerPlan> formers) {

  /** The floor of a store without safeguards. */
  public static final Floor NONE = new Floor(Optional.empty(), List.of());

  public Floor {
    formers = List.copyOf(formers);
  }

  /**
   * A plan that still counts.
   *
   * @param until when it no longer does
   */
  public record FormerPlan(CarePlan plan, Instant until) {}

  /** The same without former plans, for what is asked once and is no plan. */
  public Floor withoutFormers() {
    return new Floor(least, List.of());
  }

  /**
   * Until when something is still there that goes on notice at an instant: a shorter grace time is
   * a loosened plan, too.
   */
  public Instant noticeUntil(CarePlan plan, Instant at) {
    Instant until = plan.grace().after(at, plan.zone());
    for (FormerPlan former : formersAt(at)) {
      Instant longer = former.plan().grace().after(at, former.plan().zone());
      until = longer.isAfter(until) ? longer : until;
    }
    return until;
  }

  List<FormerPlan> formersAt(Instant at) {
    return formers.stream().filter(former -> former.until().isAfter(at)).toList();
  }

  /** A plan with what the least keeping time comes to as one more rule, to forecast by. */
  public CarePlan under(CarePlan plan) {
    if (least.isEmpty()) {
      return plan;
    }
    List<KeepRule> rules = new ArrayList<>(plan.rules());
    rules.add(new KeepRule(new KeepRule.ReplacedLessThan(least.get()), List.of()));
    return new CarePlan(
        plan.zone(), plan.firstDay(), rules, plan.removed(), plan.grace(), plan.room());
  }
}
