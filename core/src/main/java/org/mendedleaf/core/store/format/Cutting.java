package org.mendedleaf.core.store.format;

/**
 * The way in which content is cut into chunks; part of a store's description and of every chunk
 * list, since two different cuttings of the same bytes have different ids.
 *
 * @param min smallest chunk in bytes, except for the last of a content
 * @param average the length that cut points are tuned for, in bytes; a power of two
 * @param max largest chunk in bytes
 */
public record Cutting(int min, int average, int max) {

  /** 16, 64 and 256 KiB. */
  public static final Cutting STANDARD = new Cutting(16 << 10, 64 << 10, 256 << 10);

  public Cutting {
    if (min < 64 || min > average || average > max || max > 16 << 20) {
      throw new IllegalArgumentException(
          "cutting must rise from at least 64 bytes to at most 16 MiB, not %d/%d/%d"
              .formatted(min, average, max));
    }
    if (Integer.bitCount(average) != 1) {
      throw new IllegalArgumentException("the average must be a power of two, not " + average);
    }
  }
}
