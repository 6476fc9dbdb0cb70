package org.mendedleaf.core.catalog;

/** What a commit does. The words are part of the log's format. */
public enum Act {
  /** The store was made. */
  MAKE("make"),
  /** A shelf was added. */
  SHELF("shelf"),
  /** What had changed on a shelf was recorded. */
  CAPTURE("capture"),
  /** An earlier revision became the current one. */
  MEND("mend"),
  /** An act was taken back. */
  UNDO("undo"),
  /** It was found out who saved some revisions. */
  SAVERS("savers"),
  /** Small sheaves were put together. */
  PACK("pack");

  private final String word;

  Act(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  static Act of(String word) {
    for (Act act : values()) {
      if (act.word.equals(word)) {
        return act;
      }
    }
    throw new IllegalArgumentException("unknown act " + word);
  }
}
