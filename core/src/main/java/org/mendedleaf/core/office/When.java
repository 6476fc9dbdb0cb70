package org.mendedleaf.core.office;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.time.temporal.TemporalAdjusters;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.desk.SentenceException;

/**
 * Reads a moment as people write it: an ISO instant or local date-time, "now", "2 h ago", a day
 * ("2026-03-05", "today", "yesterday", "last thu") with or without a time of day. A day alone means
 * its end; a weekday is the most recent one before today. A local time in a clock-change gap moves
 * forward; in an overlap the later one is meant.
 */
public final class When {

  private static final Pattern AGO = Pattern.compile("(\\d+) ?(min|m|h|d|w)[a-z]* ago");
  private static final Pattern TIME = Pattern.compile("(?:^|.*?[ ,]+)(\\d{1,2})[:.](\\d{2})$");
  private static final Map<String, Duration> UNITS =
      Map.of(
          "m", Duration.ofMinutes(1),
          "min", Duration.ofMinutes(1),
          "h", Duration.ofHours(1),
          "d", Duration.ofDays(1),
          "w", Duration.ofDays(7));

  private final ZoneId zone;

  public When(ZoneId zone) {
    this.zone = zone;
  }

  /**
   * @throws SentenceException if it cannot be understood
   */
  public Instant parse(String written, Instant now) throws SentenceException {
    String text = written.strip().toLowerCase(Locale.ROOT);
    if (text.equals("now")) {
      return now;
    }
    Optional<Instant> iso = iso(written.strip());
    if (iso.isPresent()) {
      return iso.get();
    }
    Matcher ago = AGO.matcher(text);
    if (ago.matches()) {
      return now.minus(
          Objects.requireNonNull(UNITS.get(ago.group(2)))
              .multipliedBy(Long.parseLong(ago.group(1))));
    }
    LocalDate today = now.atZone(zone).toLocalDate();
    Matcher time = TIME.matcher(text);
    if (time.matches()) {
      String day = text.substring(0, time.start(1)).replaceAll("[ ,]+$", "");
      LocalDate date = day.isEmpty() ? today : day(day, today, written);
      return at(date.atTime(timeOf(time, written)));
    }
    return endOf(day(text, today, written));
  }

  private Optional<Instant> iso(String text) {
    try {
      return Optional.of(Instant.parse(text));
    } catch (DateTimeParseException e) {
      // not an instant; perhaps a local date and time
    }
    try {
      return Optional.of(at(LocalDateTime.parse(text, DateTimeFormatter.ISO_LOCAL_DATE_TIME)));
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }

  private static LocalDate day(String text, LocalDate today, String written)
      throws SentenceException {
    if (text.equals("today")) {
      return today;
    }
    if (text.equals("yesterday")) {
      return today.minusDays(1);
    }
    String name = text.startsWith("last ") ? text.substring(5) : text;
    for (DayOfWeek day : DayOfWeek.values()) {
      String full = day.name().toLowerCase(Locale.ROOT);
      if (name.length() >= 3 && full.startsWith(name)) {
        return today.with(TemporalAdjusters.previous(day));
      }
    }
    try {
      return LocalDate.parse(text);
    } catch (DateTimeParseException e) {
      throw new SentenceException(
          "“%s” is no moment that can be read. Write it like 2026-03-05 17:00, last thu 17:00, yesterday, or 2 h ago."
              .formatted(written),
          e);
    }
  }

  private static LocalTime timeOf(Matcher time, String written) throws SentenceException {
    int hour = Integer.parseInt(time.group(1));
    int minute = Integer.parseInt(time.group(2));
    if (hour > 23 || minute > 59) {
      throw new SentenceException("“%s” has no such time of day.".formatted(written));
    }
    return LocalTime.of(hour, minute);
  }

  private Instant endOf(LocalDate date) {
    return at(date.plusDays(1).atStartOfDay()).minusNanos(1);
  }

  private Instant at(LocalDateTime local) {
    return local.atZone(zone).withLaterOffsetAtOverlap().toInstant();
  }
}
