package org.mendedleaf.core.history;

/** The act that made a revision. The words are part of the log's format. */
public enum Origin {
  /** A capture found the file new or changed. */
  CAPTURE("capture"),
  /** An earlier revision was made the current one. */
  MEND("mend"),
  /** An act was taken back. */
  UNDO("undo"),
  /** A recovery wrote it. */
  RECOVER("recover"),
  /** Brought in from outside. */
  BRING_IN("bring-in"),
  /** Gathered: it was a copy under a name of its own. */
  GATHER("gather"),
  /** A removed file's path was taken again. */
  RETURN("return"),
  /**
   * Current again: it was the current state before earlier ones of a joined log were committed
   * after it.
   */
  JOIN("join");

  private final String word;

  Origin(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  /** Whether this program wrote the file, for a person who acted. */
  public boolean isOurs() {
    return this == MEND || this == UNDO || this == RECOVER || this == BRING_IN;
  }

  public static Origin of(String word) {
    for (Origin origin : values()) {
      if (origin.word.equals(word)) {
        return origin;
      }
    }
    throw new IllegalArgumentException("unknown origin " + word);
  }
}
