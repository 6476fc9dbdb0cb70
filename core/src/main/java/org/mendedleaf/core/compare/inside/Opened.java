package org.mendedleaf.core.compare.inside;

/**
 * Whether a content is whole as what it is.
 *
 * @param kind what it is
 */
public record Opened(Kind kind, Wholeness wholeness) {

  /** The result of reading a content to its end. */
  public enum Wholeness {
    /** It is as its kind demands. */
    WHOLE,
    /** A reader that knows its kind met something that must not be there, or missed something. */
    BROKEN,
    /** Nobody here can tell. */
    UNTOLD
  }

  public static Opened untold(Kind kind) {
    return new Opened(kind, Wholeness.UNTOLD);
  }

  public boolean isWhole() {
    return wholeness == Wholeness.WHOLE;
  }

  public boolean isBroken() {
    return wholeness == Wholeness.BROKEN;
  }
}
