package org.mendedleaf.core.plan;

import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Numbers of bytes as sentences have them: "20 MB"; units are of 1000. */
public final class ByteSize {

  private static final Pattern FORM =
      Pattern.compile("(\\d{1,9}) ?(B|KB|MB|GB|TB)", Pattern.CASE_INSENSITIVE);
  private static final Map<String, Long> UNITS =
      Map.of(
          "B", 1L,
          "KB", 1_000L,
          "MB", 1_000_000L,
          "GB", 1_000_000_000L,
          "TB", 1_000_000_000_000L);

  private ByteSize() {}

  /** The number of bytes; empty if it is no size. */
  public static OptionalLong parse(String text) {
    Matcher matcher = FORM.matcher(text.strip());
    if (!matcher.matches()) {
      return OptionalLong.empty();
    }
    long count = Long.parseLong(matcher.group(1));
    long unit = Objects.requireNonNull(UNITS.get(matcher.group(2).toUpperCase(Locale.ROOT)));
    return count > Long.MAX_VALUE / unit ? OptionalLong.empty() : OptionalLong.of(count * unit);
  }

  /** In the largest unit that gives a whole number. */
  public static String format(long bytes) {
    String best = bytes + " B";
    for (String unit : List.of("KB", "MB", "GB", "TB")) {
      if (bytes > 0 && bytes % Objects.requireNonNull(UNITS.get(unit)) == 0) {
        best = bytes / UNITS.get(unit) + " " + unit;
      }
    }
    return best;
  }

  /** For people: with one digit after the point, in the largest unit of which it has one. */
  public static String shown(long bytes) {
    if (bytes < 1000) {
      return bytes + " bytes";
    }
    double value = bytes / 1000.0;
    Iterator<String> units = List.of("KB", "MB", "GB", "TB").iterator();
    String unit = units.next();
    while (value >= 999.95 && units.hasNext()) {
      value /= 1000;
      unit = units.next();
    }
    return String.format(Locale.ENGLISH, "%.1f %s", value, unit);
  }
}
