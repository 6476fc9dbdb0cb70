package org.mendedleaf.core.compare;

/** How many more cells of a file are read. Beyond it the rest is left, and said to be left. */
final class CellBudget {

  /** Cells that a person may scroll through. */
  static final int SHOWN = 120_000;

  /** Cells that are compared. */
  static final int COMPARED = 600_000;

  private int left;

  CellBudget(int cells) {
    this.left = cells;
  }

  /** Whether a row of so many cells may still be read. */
  boolean takes(int cells) {
    left -= Math.max(1, cells);
    return left >= 0;
  }

  boolean isSpent() {
    return left <= 0;
  }
}
