package org.mendedleaf.core.plan;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The rhythm at which something is done, as a sentence: "by hand", "on save", "every 20 minutes",
 * "every 2 hours", "at 12:30 and 18:00 on weekdays".
 */
public sealed interface Rhythm {

  /** By hand only. */
  static Rhythm byHand() {
    return new ByHand();
  }

  /** Nothing happens automatically. */
  record ByHand() implements Rhythm {}

  /**
   * Soon after each save, once the folder has settled; where nobody watches, as {@link #RESCAN}.
   */
  record OnSave() implements Rhythm {

    /** Even a watched folder is looked through so often: not every drive tells of each save. */
    static final Duration RESCAN = Duration.ofMinutes(30);
  }

  /**
   * Again and again.
   *
   * @param minutes from one capture to the next, at least 1
   */
  record Every(int minutes) implements Rhythm {
    public Every {
      if (minutes < 1) {
        throw new IllegalArgumentException("a rhythm has at least a minute: " + minutes);
      }
    }
  }

  /** At times of day, on some days of the week; at least one of each. */
  record At(List<LocalTime> times, Set<DayOfWeek> days) implements Rhythm {
    public At {
      times = List.copyOf(new TreeSet<>(times));
      days = Set.copyOf(days);
      if (times.isEmpty() || days.isEmpty()) {
        throw new IllegalArgumentException("a rhythm has times and days");
      }
    }
  }

  /**
   * When it is time again after a capture; empty if it never is. However many times were missed,
   * they are caught up by one capture.
   */
  default Optional<Instant> next(Instant last, ZoneId zone) {
    if (this instanceof Every every) {
      return Optional.of(last.plus(Duration.ofMinutes(every.minutes())));
    }
    if (this instanceof OnSave) {
      return Optional.of(last.plus(OnSave.RESCAN));
    }
    if (this instanceof At at) {
      LocalDate day = last.atZone(zone).toLocalDate();
      for (int i = 0; i <= 7; i++) {
        for (LocalTime time : at.times()) {
          // In a gap the time moves forward; of two the later counts.
          Instant slot =
              day.plusDays(i).atTime(time).atZone(zone).withLaterOffsetAtOverlap().toInstant();
          if (at.days().contains(day.plusDays(i).getDayOfWeek()) && slot.isAfter(last)) {
            return Optional.of(slot);
          }
        }
      }
    }
    return Optional.empty();
  }

  /** Reads a sentence; empty if it is none. */
  static Optional<Rhythm> parse(String sentence) {
    String text = sentence.strip().toLowerCase(Locale.ROOT);
    if (text.equals("by hand")) {
      return Optional.of(byHand());
    }
    if (text.equals("on save")) {
      return Optional.of(new OnSave());
    }
    Matcher every = Pattern.compile("every (?:(\\d{1,5}) )?(minute|hour)s?").matcher(text);
    if (every.matches()) {
      int count = every.group(1) == null ? 1 : Integer.parseInt(every.group(1));
      int minutes = every.group(2).equals("hour") ? count * 60 : count;
      return minutes < 1 ? Optional.empty() : Optional.of(new Every(minutes));
    }
    Matcher at = Pattern.compile("at ([\\d:, and]+?)(?: on (.+)| every day)?").matcher(text);
    return at.matches() ? at(at.group(1), at.group(2)) : Optional.empty();
  }

  private static Optional<Rhythm> at(String times, String days) {
    try {
      List<LocalTime> parsed = new ArrayList<>();
      for (String time : times.split("\\s*,\\s*|\\s+and\\s+", -1)) {
        parsed.add(LocalTime.parse(time.strip().length() == 4 ? "0" + time.strip() : time.strip()));
      }
      Set<DayOfWeek> on = days == null ? EnumSet.allOf(DayOfWeek.class) : days(days);
      return on.isEmpty() ? Optional.empty() : Optional.of(new At(parsed, on));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** The days of "weekdays" or "monday, friday"; empty if one of them is none. */
  private static Set<DayOfWeek> days(String words) {
    if (words.equals("weekdays")) {
      return EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY);
    }
    Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
    for (String word : words.split("\\s*,\\s*|\\s+and\\s+", -1)) {
      Optional<DayOfWeek> day =
          List.of(DayOfWeek.values()).stream()
              .filter(one -> one.name().equalsIgnoreCase(word))
              .findFirst();
      if (day.isEmpty()) {
        return Set.of();
      }
      days.add(day.get());
    }
    return days;
  }

  /** The sentence; {@link #parse} reads the same rhythm from it. */
  default String sentence() {
    if (this instanceof Every every) {
      boolean hours = every.minutes() % 60 == 0;
      int count = hours ? every.minutes() / 60 : every.minutes();
      String unit = hours ? "hour" : "minute";
      return count == 1 ? "every " + unit : "every %d %ss".formatted(count, unit);
    }
    if (this instanceof At at) {
      String times = at.times().stream().map(LocalTime::toString).collect(Collectors.joining(", "));
      return "at " + times + " " + words(at.days());
    }
    return this instanceof OnSave ? "on save" : "by hand";
  }

  private static String words(Set<DayOfWeek> days) {
    if (days.size() == DayOfWeek.values().length) {
      return "every day";
    }
    if (days.equals(EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY))) {
      return "on weekdays";
    }
    return "on "
        + days.stream()
            .sorted()
            .map(day -> day.getDisplayName(TextStyle.FULL, Locale.ENGLISH))
            .collect(Collectors.joining(", "));
  }
}
