package org.mendedleaf.core.history;

/** The source from which it is known who saved a revision. */
public enum SaverSource {
  DOCUMENT("document"),
  OWNER("owner"),
  DESK("desk"),
  UNKNOWN("unknown");

  private final String word;

  SaverSource(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  public static SaverSource of(String word) {
    for (SaverSource source : values()) {
      if (source.word.equals(word)) {
        return source;
      }
    }
    throw new IllegalArgumentException("unknown source " + word);
  }
}
