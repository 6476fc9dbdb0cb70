package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * The ends of days, weeks, months or years up to a moment, counted on the calendar once for all
 * revisions. For one thread.
 */
final class PeriodEnds {

  private final CalendarPeriod period;
  private final CarePlan plan;
  private final Instant at;
  // The latest first; grows as older ones are asked for.
  private final List<Instant> ends = new ArrayList<>();

  PeriodEnds(CalendarPeriod period, CarePlan plan, Instant at) {
    this.period = period;
    this.plan = plan;
    this.at = at;
    ends.add(upTo(at));
  }

  /**
   * The end of the last period that a revision can have closed: it decides, since it counts
   * longest.
   */
  Instant lastFor(Lineage.KeptRevision one) {
    Instant until =
        one.until().isPresent() && one.until().get().isBefore(at) ? one.until().get() : at;
    while (ends.get(ends.size() - 1).isAfter(until)) {
      ends.add(upTo(ends.get(ends.size() - 1).minusNanos(1)));
    }
    int low = 0;
    int high = ends.size() - 1;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (ends.get(middle).isAfter(until)) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return ends.get(low);
  }

  private Instant upTo(Instant moment) {
    return period.endUpTo(moment, plan.zone(), plan.firstDay());
  }
}
