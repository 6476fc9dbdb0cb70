package org.mendedleaf.core.report;

import java.util.List;

/**
 * A table with a few sentences above it.
 *
 * @param said paragraphs between title and table
 * @param rows each with as many texts as there are columns
 */
public record Report(
    String title, List<String> said, List<Column> columns, List<List<String>> rows) {

  public Report {
    said = List.copyOf(said);
    columns = List.copyOf(columns);
    rows = List.copyOf(rows);
  }

  /**
   * A column.
   *
   * @param share of the width of the page, in any unit that all columns have
   * @param number whether it holds numbers, which stand at the right
   */
  public record Column(String name, double share, boolean number) {}
}
