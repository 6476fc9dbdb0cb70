package org.mendedleaf.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.Period;
import java.time.ZoneId;
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

  /** What is counted. */
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

  /** The moment that lies this long before another. */
  public Instant before(Instant at, ZoneId zone) {
    return unit == Unit.HOUR
        ? at.minus(Duration.ofHours(count))
        : at.atZone(zone).minus(period()).toInstant();
  }

  /**
   * Until when something that ended at a moment is certainly less than this long ago; at the end of
   * a month perhaps longer.
   */
  public Instant after(Instant end, ZoneId zone) {
    return unit == Unit.HOUR
        ? end.plus(Duration.ofHours(count))
        : end.atZone(zone).plus(period()).toInstant();
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

  /** As in a sentence. */
  @Override
  public String toString() {
    return count + " " + unit.name().toLowerCase(Locale.ROOT) + (count == 1 ? "" : "s");
  }
}
