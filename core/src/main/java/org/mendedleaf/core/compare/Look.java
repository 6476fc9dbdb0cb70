package org.mendedleaf.core.compare;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;
import java.util.Optional;

/**
 * What was seen inside a content.
 *
 * @param kind media type by content, like "text/csv"
 * @param author who the document itself says saved it last
 * @param inside what can be shown
 */
public record Look(String kind, Optional<Author> author, Inside inside) {

  /**
   * Who a document says saved it last.
   *
   * @param saved when, as it is written there: an ISO 8601 time with or without a zone; empty if
   *     the document does not say
   */
  public record Author(String name, String saved) {

    private static final Duration SLOW_SAVE = Duration.ofMinutes(10);

    /**
     * Whether that saving is the one that made a file of this time. A copy with a later time was
     * made by somebody, but not by the author.
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

  /** What can be shown of a content. */
  public sealed interface Inside {

    /**
     * The beginning of a text.
     *
     * @param encoding the name of its encoding
     * @param whole whether this is all of it
     */
    record Text(String text, String encoding, boolean whole) implements Inside {}

    /**
     * A picture, scaled down where it is large.
     *
     * @param png the picture as PNG
     * @param width of the original in pixels
     * @param height of the original in pixels
     */
    record Picture(byte[] png, int width, int height) implements Inside {}

    /**
     * Nothing but facts.
     *
     * @param because why nothing is shown, as a sentence
     */
    record Nothing(String because) implements Inside {}
  }
}
