package org.mendedleaf.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.forecast.Change.Aspect;
import org.mendedleaf.core.plan.Lineage.KeptRevision;
import org.mendedleaf.core.space.Weight;

/**
 * The past of a shelf, week by week, so that weekdays and hours keep their character. The first day
 * does not count: then all that lay there was recorded. Of revisions that were erased since, the
 * gaps in the numbers tell; they are counted as if they had come evenly spread.
 *
 * @param files as they are now
 * @param weeks whole ones only, oldest first
 */
record Past(List<Weighed> files, Instant now, ZoneId zone, List<List<Change>> weeks) {

  private static final int DAYS = 7;

  /** Fewer weeks tell nothing. */
  static final int LEAST = 2;

  /** The past of these files; empty if it is too short. */
  static Optional<Past> of(List<Weighed> files, Instant now, ZoneId zone) {
    Optional<Instant> began =
        files.stream()
            .map(file -> file.lineage().revisions().get(0).from())
            .min(Comparator.naturalOrder());
    if (began.isEmpty()) {
      return Optional.empty();
    }
    LocalDate from = began.get().atZone(zone).toLocalDate().plusDays(1);
    // The last week ends with today's beginning; all weeks begin on the same weekday.
    LocalDate today = now.atZone(zone).toLocalDate();
    long count = ChronoUnit.DAYS.between(from, today) / DAYS;
    if (count < LEAST) {
      return Optional.empty();
    }
    LocalDate first = today.minusDays(count * DAYS);
    List<List<Change>> weeks = new ArrayList<>();
    for (int week = 0; week < count; week++) {
      weeks.add(new ArrayList<>());
    }
    for (int i = 0; i < files.size(); i++) {
      add(i, files.get(i), first, zone, weeks);
    }
    weeks.forEach(week -> week.sort(Comparator.comparing(Change::at)));
    return Optional.of(new Past(files, now, zone, weeks));
  }

  private static void add(
      int file, Weighed weighed, LocalDate first, ZoneId zone, List<List<Change>> weeks) {
    List<KeptRevision> all = weighed.lineage().revisions();
    for (int i = 0; i < all.size(); i++) {
      KeptRevision one = all.get(i);
      Weight weight = weighed.weights().get(i);
      if (i > 0) {
        missing(file, all.get(i - 1), one, weight, first, zone, weeks);
      }
      put(
          new Change(file, Duration.ZERO, i == 0 ? Aspect.NEW : Aspect.SAVED, one.bytes(), weight),
          one.from(),
          first,
          zone,
          weeks);
      if (one.removed()) {
        put(
            new Change(file, Duration.ZERO, Aspect.REMOVED, 0, weight),
            one.until().orElseThrow(),
            first,
            zone,
            weeks);
      }
    }
  }

  private static void missing(
      int file,
      KeptRevision before,
      KeptRevision one,
      Weight weight,
      LocalDate first,
      ZoneId zone,
      List<List<Change>> weeks) {
    int missing = one.number() - before.number() - 1;
    Duration apart = Duration.between(before.from(), one.from()).dividedBy(missing + 1L);
    for (int k = 1; k <= missing; k++) {
      put(
          new Change(file, Duration.ZERO, Aspect.SAVED, one.bytes(), weight),
          before.from().plus(apart.multipliedBy(k)),
          first,
          zone,
          weeks);
    }
  }

  private static void put(
      Change change, Instant at, LocalDate first, ZoneId zone, List<List<Change>> weeks) {
    LocalDateTime local = at.atZone(zone).toLocalDateTime();
    long days = ChronoUnit.DAYS.between(first, local.toLocalDate());
    int week = Math.toIntExact(Math.floorDiv(days, DAYS));
    if (week >= 0 && week < weeks.size()) {
      Duration place = Duration.between(first.plusDays((long) week * DAYS).atStartOfDay(), local);
      weeks
          .get(week)
          .add(new Change(change.file(), place, change.what(), change.bytes(), change.weight()));
    }
  }

  /** The moment at which the next week of this shape begins. */
  Instant nextWeek() {
    return now.atZone(zone).toLocalDate().atStartOfDay(zone).toInstant();
  }
}
