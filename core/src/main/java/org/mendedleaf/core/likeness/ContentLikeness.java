package org.mendedleaf.core.likeness;

/**
 * The similarity of two contents.
 *
 * @param bytes what they share of their bytes
 * @param terms what they share of the words in them
 * @param picture how alike they look, 0 to 1; 0 where they are no pictures
 */
public record ContentLikeness(Sketch.Overlap bytes, Sketch.Overlap terms, double picture) {

  /** The strongest of them, 0 to 1. */
  public double strongest() {
    return Math.max(Math.max(bytes.both(), terms.both()), picture);
  }

  /** Which part of the first content is in the second, by bytes or words, 0 to 1. */
  public double ofFirst() {
    return Math.max(Math.max(bytes.ofThis(), terms.ofThis()), picture);
  }
}
