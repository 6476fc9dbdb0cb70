package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;

/** A day, week, month or year of a calendar. */
enum CalendarPeriod {
  DAY,
  WEEK,
  MONTH,
  YEAR;

  /** The last end of such a period that is not after a moment. */
  public Instant endUpTo(Instant moment, ZoneId zone, DayOfWeek firstDay) {
    LocalDate day = moment.atZone(zone).toLocalDate();
    LocalDate begun =
        switch (this) {
          case DAY -> day;
          case WEEK -> day.with(TemporalAdjusters.previousOrSame(firstDay));
          case MONTH -> day.withDayOfMonth(1);
          case YEAR -> day.withDayOfYear(1);
        };
    return begun.atStartOfDay(zone).toInstant();
  }
}
