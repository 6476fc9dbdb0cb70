package org.mendedleaf.core.history;

/** The kind of a shelf: people work in its folder, or bring revisions in. */
public enum ShelfKind {
  WORKING("working"),
  DEPOSIT("deposit");

  private final String word;

  ShelfKind(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  public static ShelfKind of(String word) {
    return word.equals(DEPOSIT.word) ? DEPOSIT : WORKING;
  }
}
