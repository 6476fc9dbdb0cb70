package org.mendedleaf.core.compare.inside;

import java.util.List;

/**
 * One table.
 *
 * @param name empty where the kind of file has only one
 * @param rows of cells from the first row on; rows need not be equally long
 * @param whole whether these are all rows
 */
public record Sheet(String name, List<List<Cell>> rows, boolean whole) {

  /** How many columns the widest row has. */
  public int columns() {
    return rows.stream().mapToInt(List::size).max().orElse(0);
  }
}
