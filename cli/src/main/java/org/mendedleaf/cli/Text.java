package org.mendedleaf.cli;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Times and sizes as lines for people. */
final class Text {

  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm", Locale.ENGLISH);

  private Text() {}

  static String moment(Instant at, ZoneId zone) {
    return MOMENT.format(at.atZone(zone));
  }

  /** KB, MB and GB of 1000. */
  static String size(long bytes) {
    if (bytes < 1000) {
      return bytes + " bytes";
    }
    double value = bytes;
    for (String unit : new String[] {"KB", "MB", "GB", "TB"}) {
      value /= 1000;
      if (value < 999.95 || unit.equals("TB")) {
        return "%.1f %s".formatted(value, unit);
      }
    }
    throw new AssertionError("unreachable");
  }
}
