package org.mendedleaf.core.compare.inside;

/**
 * The number of cells of a file that may still be read. Beyond it the rest is left, and said to be
 * left.
 */
public final class CellBudget {

  /** Cells that a person may scroll through. */
  public static final int SHOWN = 120_000;

  /** Cells that are compared. */
  public static final int COMPARED = 600_000;

  private int left;

  public CellBudget(int cells) {
    this.left = cells;
  }

  /** Whether a row of so many cells may still be read. */
  public boolean takes(int cells) {
    left -= Math.max(1, cells);
    return left >= 0;
  }

  boolean isSpent() {
    return left <= 0;
  }
}
