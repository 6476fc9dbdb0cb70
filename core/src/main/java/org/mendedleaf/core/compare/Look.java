package org.mendedleaf.core.compare;

import java.util.Optional;

/**
 * What was seen inside a content.
 *
 * @param kind media type by content, like "text/csv"
 * @param author who the document itself says saved it last
 * @param inside what can be shown
 */
public record Look(String kind, Optional<String> author, Inside inside) {

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
