package org.mendedleaf.core.compare.inside;

import org.mendedleaf.core.likeness.PicturePrint;
import org.mendedleaf.core.likeness.Sketch;

/**
 * The features of a content that can be found only by understanding its kind.
 *
 * @param kind what it is
 * @param terms sketch of its words
 * @param picture how it looks; {@link PicturePrint#NONE} where it is no picture
 * @param title what it calls itself; empty if nothing
 * @param readable false where a reader that knows the kind could not read it
 */
public record Described(
    Kind kind, Sketch terms, PicturePrint picture, String title, boolean readable) {

  public static Described unreadable(Kind kind) {
    return new Described(kind, Sketch.EMPTY, PicturePrint.NONE, "", false);
  }
}
