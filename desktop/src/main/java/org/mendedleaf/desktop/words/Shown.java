package org.mendedleaf.desktop.words;

import java.nio.file.Path;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Formats times and sizes: in the user's zone with the day name, in units of 1000. */
public final class Shown {

  private static final DateTimeFormatter DAY = format("EEE d MMM");
  private static final DateTimeFormatter DAY_YEAR = format("EEE d MMM ’uu");
  private static final DateTimeFormatter TIME = format("HH:mm");
  private static final DateTimeFormatter FULL = format("EEE d MMM yyyy, HH:mm:ss");
  private static final char THIN_SPACE = '\u2009';
  private static final DecimalFormat WHOLE = number("#,##0");
  private static final DecimalFormat TENTHS = number("#,##0.0");
  private static final DecimalFormat FINE = number("#,##0.000");

  private Shown() {}

  /** "today 08:41", "yesterday 09:12", "Tue 10 Mar 16:20", with the year if it is another one. */
  public static String moment(Instant at, Instant now, ZoneId zone) {
    ZonedDateTime then = at.atZone(zone);
    LocalDate today = now.atZone(zone).toLocalDate();
    String time = TIME.format(then);
    if (then.toLocalDate().equals(today)) {
      return Words.of("time.today", time);
    }
    if (then.toLocalDate().equals(today.minusDays(1))) {
      return Words.of("time.yesterday", time);
    }
    boolean sameYear = then.getYear() == today.getYear();
    return (sameYear ? DAY : DAY_YEAR).format(then) + " " + time;
  }

  /** The day alone. */
  public static String day(Instant at, Instant now, ZoneId zone) {
    ZonedDateTime then = at.atZone(zone);
    boolean sameYear = then.getYear() == now.atZone(zone).getYear();
    return (sameYear ? DAY : DAY_YEAR).format(then);
  }

  /** To the second, for tooltips and facts. */
  public static String full(Instant at, ZoneId zone) {
    return FULL.format(at.atZone(zone));
  }

  /** "3 min", "2 h", "6 days": how long ago. */
  public static String since(Instant at, Instant now) {
    Duration since = Duration.between(at, now);
    if (since.isNegative()) {
      return Words.of("time.ahead");
    }
    long minutes = since.toMinutes();
    if (minutes < 1) {
      return Words.of("time.seconds");
    }
    if (minutes < 60) {
      return Words.of("time.minutes", minutes);
    }
    if (since.toHours() < 24) {
      return Words.of("time.hours", since.toHours());
    }
    long days = since.toDays();
    return days < 60 ? Words.count("time.days", days) : Words.of("time.months", days / 30);
  }

  /** "12 seconds", "5 min", "2 h": how long something takes. */
  public static String taking(Duration time) {
    long seconds = Math.max(1, (time.toMillis() + 500) / 1000);
    if (seconds < 120) {
      return Words.count("time.taking.seconds", seconds);
    }
    long minutes = (seconds + 30) / 60;
    return minutes < 120
        ? Words.of("time.minutes", minutes)
        : Words.of("time.hours", (minutes + 30) / 60);
  }

  /** "18.4 KB"; below 1000 "512 bytes". */
  public static String size(long bytes) {
    if (bytes < 1000) {
      return Words.count("size.bytes", bytes);
    }
    SizeUnit unit = SizeUnit.fitting(bytes);
    return unit.number(bytes) + " " + unit.name();
  }

  /** A whole number with thin spaces between the thousands. */
  public static String count(long number) {
    return format(WHOLE, number);
  }

  /** A path as people write it, their own folder as "~". */
  public static String path(Path path) {
    Path home = Path.of(System.getProperty("user.home"));
    if (!path.startsWith(home)) {
      return path.toString();
    }
    return path.equals(home) ? "~" : "~/" + home.relativize(path);
  }

  /** The path that somebody wrote, perhaps with "~". */
  public static Path pathWritten(String text) {
    String stripped = text.strip();
    if (stripped.equals("~") || stripped.startsWith("~/")) {
      return Path.of(System.getProperty("user.home") + stripped.substring(1));
    }
    return Path.of(stripped);
  }

  /** The exact number of bytes. */
  public static String exact(long bytes) {
    return Words.count("size.bytes", bytes);
  }

  /** A unit that all sizes of one table share. */
  public enum SizeUnit {
    KB(1_000),
    MB(1_000_000),
    GB(1_000_000_000);

    private final long bytes;

    SizeUnit(long bytes) {
      this.bytes = bytes;
    }

    /** The unit in which a size has at most four digits before the point. */
    public static SizeUnit fitting(long largest) {
      if (largest < MB.bytes) {
        return KB;
      }
      return largest < GB.bytes ? MB : GB;
    }

    /** The number alone, with one digit after the point. */
    public String number(long size) {
      double value = (double) size / bytes;
      return format(value != 0 && Math.abs(value) < 0.05 ? FINE : TENTHS, value);
    }
  }

  private static DecimalFormat number(String pattern) {
    DecimalFormatSymbols symbols = DecimalFormatSymbols.getInstance(Locale.ENGLISH);
    symbols.setGroupingSeparator(THIN_SPACE);
    return new DecimalFormat(pattern, symbols);
  }

  // A format serves one thread at a time; making one from its pattern takes longer than a copy.
  private static String format(DecimalFormat format, Number number) {
    return ((DecimalFormat) format.clone()).format(number);
  }

  private static DateTimeFormatter format(String pattern) {
    return DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
  }
}
