package org.mendedleaf.core.plan;

import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.mendedleaf.core.plan.Lineage.KeptRevision;
import org.mendedleaf.core.plan.Lineage.Said;

/**
 * What stays, written down as {@code docs/keep-rules.md} says it and in no way clever: it walks
 * through every period there was, one after another, and asks who was current at its end.
 */
final class PlainKeeping {

  private PlainKeeping() {}

  static List<Integer> stays(Lineage file, CarePlan plan, Instant at) {
    TreeSet<Integer> stays = new TreeSet<>();
    List<KeptRevision> all = file.revisions();
    KeptRevision newest = all.get(all.size() - 1);
    boolean onShelf = newest.until().isEmpty();
    Instant removedFrom = ago(plan.removed(), plan, at);
    boolean removedLately = !onShelf && newest.until().get().isAfter(removedFrom);
    for (int i = 0; i < all.size(); i++) {
      KeptRevision one = all.get(i);
      if (one.until().isEmpty()
          || one.said().contains(Said.HELD)
          || one.said().contains(Said.IN_SNAPSHOT)
          || one.said().contains(Said.BEFORE_EVENT)) {
        stays.add(one.number());
      }
      if (one.gathered().isPresent() && one.gathered().get().isAfter(ago(plan.grace(), plan, at))) {
        stays.add(one.number());
      }
      if (one.removed() && one.until().get().isAfter(removedFrom)) {
        stays.add(one.number());
        newestGood(all.subList(0, i + 1)).forEach(good -> stays.add(good.number()));
      }
    }
    if (onShelf) {
      newestGood(all).forEach(good -> stays.add(good.number()));
    }
    for (KeepRule rule : plan.rules()) {
      for (int i = 0; i < all.size(); i++) {
        KeptRevision one = all.get(i);
        boolean passes = true;
        for (Filter filter : rule.filters()) {
          passes &= filter.passes(file, one, plan.zone());
        }
        boolean counts = onShelf || removedLately;
        if (passes && keeps(rule.what(), all, i, counts, plan, at)) {
          stays.add(one.number());
        }
      }
    }
    return List.copyOf(stays);
  }

  private static List<KeptRevision> newestGood(List<KeptRevision> revisions) {
    Optional<KeptRevision> marked = newest(revisions, one -> one.said().contains(Said.KNOWN_GOOD));
    Optional<KeptRevision> undoubted = newest(revisions, one -> !isDoubtful(one));
    boolean isDoubtful = isDoubtful(revisions.get(revisions.size() - 1));
    List<KeptRevision> good = new ArrayList<>();
    marked.ifPresent(good::add);
    if (isDoubtful || marked.isEmpty()) {
      undoubted.ifPresent(good::add);
    }
    return good;
  }

  private static boolean isDoubtful(KeptRevision one) {
    return one.said().contains(Said.DOUBTFUL) && !one.said().contains(Said.KNOWN_GOOD);
  }

  private static Optional<KeptRevision> newest(
      List<KeptRevision> revisions, Predicate<KeptRevision> which) {
    return revisions.stream().filter(which).reduce((older, newer) -> newer);
  }

  private static boolean keeps(
      KeepRule.What what,
      List<KeptRevision> all,
      int i,
      boolean counts,
      CarePlan plan,
      Instant at) {
    KeptRevision one = all.get(i);
    if (what instanceof KeepRule.Newest newest) {
      return counts && all.size() - i <= newest.count();
    } else if (what instanceof KeepRule.ReplacedLessThan replaced) {
      return one.until().isEmpty() || one.until().get().isAfter(ago(replaced.ago(), plan, at));
    } else if (what instanceof KeepRule.Closed closed) {
      for (Instant end : ends(closed.period(), plan, all.get(0).from(), at)) {
        boolean isLate = closed.last().isEmpty() || end.isAfter(ago(closed.last().get(), plan, at));
        boolean wasCurrent =
            one.from().isBefore(end) && (one.until().isEmpty() || !one.until().get().isBefore(end));
        if (isLate && wasCurrent) {
          return true;
        }
      }
      return false;
    }
    return switch ((KeepRule.Mark) what) {
      case ISSUED -> one.said().contains(Said.ISSUED);
      case NOTED -> one.said().contains(Said.NOTED);
      case KNOWN_GOOD -> one.said().contains(Said.KNOWN_GOOD);
      case EVERYTHING -> true;
    };
  }

  /** Every end of a period between two moments. */
  private static List<Instant> ends(
      CalendarPeriod period, CarePlan plan, Instant from, Instant at) {
    List<Instant> ends = new ArrayList<>();
    ZonedDateTime end =
        from.atZone(plan.zone())
            .toLocalDate()
            .minusYears(2)
            .withDayOfYear(1)
            .atStartOfDay(plan.zone());
    if (period == CalendarPeriod.WEEK) {
      end =
          end.toLocalDate()
              .with(TemporalAdjusters.previousOrSame(plan.firstDay()))
              .atStartOfDay(plan.zone());
    }
    ChronoUnit unit =
        switch (period) {
          case DAY -> ChronoUnit.DAYS;
          case WEEK -> ChronoUnit.WEEKS;
          case MONTH -> ChronoUnit.MONTHS;
          case YEAR -> ChronoUnit.YEARS;
        };
    while (!end.toInstant().isAfter(at)) {
      ends.add(end.toInstant());
      end = end.toLocalDate().plus(1, unit).atStartOfDay(plan.zone());
    }
    return ends;
  }

  /** Where the clock showed that time twice, the first of the two. */
  private static Instant ago(Span span, CarePlan plan, Instant at) {
    ZonedDateTime there = at.atZone(plan.zone());
    return switch (span.unit()) {
      case HOUR -> at.minusSeconds(span.count() * 3600L);
      case DAY -> firstOf(there.minusDays(span.count()));
      case WEEK -> firstOf(there.minusWeeks(span.count()));
      case MONTH -> firstOf(there.minusMonths(span.count()));
      case YEAR -> firstOf(there.minusYears(span.count()));
    };
  }

  private static Instant firstOf(ZonedDateTime time) {
    return time.withEarlierOffsetAtOverlap().toInstant();
  }
}
