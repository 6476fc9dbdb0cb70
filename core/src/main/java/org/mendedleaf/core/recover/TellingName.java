package org.mendedleaf.core.recover;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.mendedleaf.core.history.Names;

/** Names that say which state of a file a copy is: "name (r15, 10 Mar 2026 16.20).ext". */
final class TellingName {

  // No colon: not every system allows it in a name.
  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("d MMM yyyy HH.mm", Locale.ENGLISH);
  private static final int LONGEST = 255;

  private TellingName() {}

  /**
   * @param name the file's own, a text of {@link Names}
   * @param attempt 1, or more where the name is taken
   */
  static String of(String name, int revision, Instant at, ZoneId zone, int attempt) {
    String number = revision == 0 ? "first state" : "r" + revision;
    String again = attempt == 1 ? "" : ", " + attempt;
    String telling = " (%s, %s%s)".formatted(number, WHEN.format(at.atZone(zone)), again);
    return with(telling, name);
  }

  /** "name (2).ext". */
  static String numbered(String name, int number) {
    return with(" (" + number + ")", name);
  }

  private static String with(String addition, String name) {
    int dot = name.lastIndexOf('.');
    String ending = dot > 0 ? name.substring(dot) : "";
    String stem = dot > 0 ? name.substring(0, dot) : name;
    while (Names.bytes(stem + addition + ending).length > LONGEST && !stem.isEmpty()) {
      stem = stem.substring(0, stem.offsetByCodePoints(stem.length(), -1));
    }
    return stem + addition + ending;
  }
}
