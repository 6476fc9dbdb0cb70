package org.mendedleaf.standin.keep;

import java.io.IOException;

/** Thrown where a stand-in does not do what was asked for. */
public final class KeepException extends IOException {

  private static final long serialVersionUID = 1L;

  /** Why. */
  public enum Reason {
    GONE,
    /** Something else stands there than was said. */
    CHANGED,
    /** The folder above is missing, or a folder and a file are mixed up. */
    MISPLACED,
    HELD,
    FULL,
    /** It is not made for that. */
    LACKING
  }

  private final Reason reason;

  public KeepException(Reason reason, String sentence) {
    super(sentence);
    this.reason = reason;
  }

  public Reason reason() {
    return reason;
  }
}
