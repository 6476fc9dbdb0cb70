package org.mendedleaf.core.findings;

import java.util.List;

/**
 * One table, as far as what stands in a column tells.
 *
 * @param name empty where the kind of file has only one
 * @param head the texts of its first row
 * @param rows the other rows; they need not be equally long
 * @param isRegular whether each row is to have as many cells as the first
 */
public record SheetShape(
    String name, List<String> head, List<List<CellSort>> rows, boolean isRegular) {

  public SheetShape {
    head = List.copyOf(head);
    rows = List.copyOf(rows);
  }

  /** What stands in a cell. */
  public enum CellSort {
    /** Nothing. */
    BLANK,
    /** A number. */
    NUMBER,
    /** Anything else. */
    TEXT
  }

  /** What stands in a column of a row; rows may be shorter. */
  CellSort at(int row, int column) {
    List<CellSort> cells = rows.get(row);
    return column >= 0 && column < cells.size() ? cells.get(column) : CellSort.BLANK;
  }
}
