package org.mendedleaf.core.likeness;

import java.util.Set;

/**
 * The traits by which a content is recognised. Small, and made once for each content.
 *
 * @param type media type by its bytes
 * @param size in bytes
 * @param bytes sketch of all its bytes
 * @param terms sketch of the text in it, or of its printable words where no reader knows the kind;
 *     empty where it has none
 * @param picture how it looks; {@link PicturePrint#NONE} where it is no picture
 * @param title what the content calls itself: a title property, its first heading or first line;
 *     empty if nothing
 * @param flaws what is wrong with it as a whole
 */
public record Traits(
    String type,
    long size,
    Sketch bytes,
    Sketch terms,
    PicturePrint picture,
    String title,
    Set<Flaw> flaws) {

  /** A defect of a content as a whole. */
  public enum Flaw {
    /** No bytes at all. */
    EMPTY,
    /** Its kind demands an end that is not there. */
    CUT_OFF,
    /** A large part at its end, or all of it, is zeros. */
    ZEROS,
    /** A reader that knows its kind could not read it. */
    UNREADABLE
  }

  public Traits {
    flaws = Set.copyOf(flaws);
  }
}
