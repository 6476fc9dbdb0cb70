package org.mendedleaf.core.history;

/** Whether people work in a shelf's folder or bring revisions in. */
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
