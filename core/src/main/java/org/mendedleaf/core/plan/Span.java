package org.mendedleaf.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.Period;
import java.time.ZoneId;
import java.time.zone.ZoneOffsetTransition;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A length of time as people say it. Hours are exact; the others are counted on a calendar.
 *
 * @param count at least 1
 */
public record Span(int count, Unit unit) {

  private static final Pattern FORM =
      Pattern.compile("(\\d{1,5}) (hour|day|week|month|year)s?", Pattern.CASE_INSENSITIVE);

  /** The unit that is counted. */
  public enum Unit {
    HOUR,
    DAY,
    WEEK,
    MONTH,
    YEAR
  }

  public Span {
    if (count < 1) {
      throw new IllegalArgumentException("a span is at least 1: " + count);
    }
  }

  public static Span days(int count) {
    return new Span(count, Unit.DAY);
  }

  /** Reads "7 days" or "1 month"; empty if it is none. */
  public static Optional<Span> parse(String text) {
    Matcher matcher = FORM.matcher(text.strip());
    if (!matcher.matches() || Integer.parseInt(matcher.group(1)) == 0) {
      return Optional.empty();
    }
    return Optional.of(
        new Span(
            Integer.parseInt(matcher.group(1)),
            Unit.valueOf(matcher.group(2).toUpperCase(Locale.ROOT))));
  }

  /**
   * The moment that lies this long before another. Where the clock showed that time twice, the
   * first of the two: what lies between them is still kept.
   */
  public Instant before(Instant at, ZoneId zone) {
    return unit == Unit.HOUR
        ? at.minus(Duration.ofHours(count))
        : at.atZone(zone).toLocalDateTime().minus(period()).atZone(zone).toInstant();
  }

  /**
   * Until when something that ended at a moment is certainly less than this long ago; at the end of
   * a month perhaps longer. This is promised, so where a clock was put forward it is the earlier of
   * what it could be.
   */
  public Instant after(Instant end, ZoneId zone) {
    if (unit == Unit.HOUR) {
      return end.plus(Duration.ofHours(count));
    }
    LocalDateTime local = end.atZone(zone).toLocalDateTime();
    Instant promised = firstInstantOf(local.plus(period()), zone);
    ZoneOffsetTransition last = zone.getRules().previousTransition(end.plusNanos(1));
    if (last != null
        && last.isGap()
        && Duration.between(last.getInstant(), end).compareTo(last.getDuration()) < 0) {
      // Counted back, the hour that was left out reads as the one after it, in which this ended.
      LocalDateTime leftOut = local.minus(last.getDuration());
      Instant earlier = firstInstantOf(leftOut.plus(period()), zone);
      return earlier.isBefore(promised) ? earlier : promised;
    }
    return promised;
  }

  /** For a time that is left out, the moment at which the clock is put forward. */
  private static Instant firstInstantOf(LocalDateTime local, ZoneId zone) {
    ZoneOffsetTransition transition = zone.getRules().getTransition(local);
    return transition != null && transition.isGap()
        ? transition.getInstant()
        : local.atZone(zone).toInstant();
  }

  private Period period() {
    return switch (unit) {
      case HOUR -> throw new IllegalStateException("hours are no days");
      case DAY -> Period.ofDays(count);
      case WEEK -> Period.ofWeeks(count);
      case MONTH -> Period.ofMonths(count);
      case YEAR -> Period.ofYears(count);
    };
  }

  /** The words for a sentence. */
  @Override
  public String toString() {
    return count + " " + unit.name().toLowerCase(Locale.ROOT) + (count == 1 ? "" : "s");
  }
}
