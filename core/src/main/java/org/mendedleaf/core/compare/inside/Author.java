package org.mendedleaf.core.compare.inside;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;

/**
 * The person who saved a document last, according to the document.
 *
 * @param name empty where the document does not say
 * @param saved when, as it is written there: an ISO 8601 time with or without a zone; empty if the
 *     document does not say
 */
public record Author(String name, String saved) {

  public static final Author UNKNOWN = new Author("", "");

  private static final Duration SLOW_SAVE = Duration.ofMinutes(10);

  /** Whether the document names somebody. */
  public boolean isKnown() {
    return !name.isEmpty();
  }

  /**
   * Whether that saving is the one that made a file of this time. A copy with a later time was made
   * by somebody, but not by the author.
   *
   * @param zone in which a time without a zone is meant
   */
  public boolean fits(Instant modified, ZoneId zone) {
    if (saved.isEmpty()) {
      return true;
    }
    try {
      TemporalAccessor at =
          DateTimeFormatter.ISO_DATE_TIME.parseBest(
              saved, OffsetDateTime::from, LocalDateTime::from);
      Instant then =
          at instanceof OffsetDateTime full
              ? full.toInstant()
              : ((LocalDateTime) at).atZone(zone).toInstant();
      return Duration.between(then, modified).abs().compareTo(SLOW_SAVE) <= 0;
    } catch (DateTimeException e) {
      return true;
    }
  }
}
