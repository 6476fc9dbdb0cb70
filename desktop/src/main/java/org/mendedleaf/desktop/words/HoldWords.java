package org.mendedleaf.desktop.words;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.history.RevisionMarks;

/** Holds as they are typed and shown: "for the insurer", "until 2027-01-31: for the insurer". */
public final class HoldWords {

  private static final Pattern DATED =
      Pattern.compile("(?i)until (\\d{4}-\\d\\d-\\d\\d)\\s*[:,]?\\s+(\\S.*)");

  private HoldWords() {}

  /**
   * A hold that somebody has typed.
   *
   * @param until the end of the day that was typed; empty where none was
   */
  public record TypedHold(String why, Optional<Instant> until) {}

  /** Reads what was typed; what begins with no day is the reason as a whole. */
  public static TypedHold read(String typed, ZoneId zone) {
    Matcher matcher = DATED.matcher(typed.strip());
    if (matcher.matches()) {
      try {
        LocalDate last = LocalDate.parse(matcher.group(1));
        return new TypedHold(
            matcher.group(2), Optional.of(last.plusDays(1).atStartOfDay(zone).toInstant()));
      } catch (DateTimeParseException e) {
        // There is no such day, so it is part of the reason.
        return new TypedHold(typed, Optional.empty());
      }
    }
    return new TypedHold(typed, Optional.empty());
  }

  /** Why it is held, and until when if that ends. */
  public static String of(RevisionMarks.Hold hold, ZoneId zone) {
    return hold.until()
        .map(
            until ->
                Words.of("hold.until", until.atZone(zone).toLocalDate().minusDays(1), hold.why()))
        .orElse(hold.why());
  }
}
