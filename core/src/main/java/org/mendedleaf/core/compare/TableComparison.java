package org.mendedleaf.core.compare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendedleaf.core.compare.Comparison.CellChange;
import org.mendedleaf.core.compare.Comparison.CellPair;
import org.mendedleaf.core.compare.Comparison.ComparedColumn;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.RowPair;
import org.mendedleaf.core.compare.Comparison.SheetPair;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.Sheet;

/**
 * Compares two sheets: columns are lined up by their headings, rows by a key column where both have
 * one and by content otherwise, so that an inserted row or column moves nothing else.
 */
final class TableComparison {

  private static final int CONTEXT = 2;

  /** Rows returned of one sheet; all are counted. */
  private static final int SHOWN_ROWS = 4_000;

  private final Sheet earlier;
  private final Sheet later;
  private final TableTally tally;
  private final List<int[]> columns;
  private final boolean headed;
  private boolean keyed;

  TableComparison(Sheet earlier, Sheet later, TableTally tally) {
    this.earlier = earlier;
    this.later = later;
    this.tally = tally;
    this.headed = hasHeadings(earlier) && hasHeadings(later);
    this.columns = columns();
  }

  SheetPair compare() {
    List<Alignment.Pair> pairs = rows();
    List<RowPair> rows = new ArrayList<>();
    List<RowPair> sames = new ArrayList<>();
    boolean afterChange = false;
    boolean differs = false;
    for (Alignment.Pair pair : pairs) {
      RowPair row = row(pair);
      if (row.mark() == ComparisonMark.SAME && !(headed && row.earlier() == 1)) {
        sames.add(row);
        continue;
      }
      differs |= row.mark() != ComparisonMark.SAME;
      flush(rows, sames, afterChange ? CONTEXT : 0, CONTEXT);
      afterChange = row.mark() != ComparisonMark.SAME;
      if (rows.size() < SHOWN_ROWS) {
        rows.add(row);
      }
    }
    flush(rows, sames, afterChange ? CONTEXT : 0, 0);
    return new SheetPair(
        differs ? ComparisonMark.CHANGED : ComparisonMark.SAME, later.name(), named(), rows);
  }

  /** A sheet that only one of the states has. */
  static SheetPair alone(Sheet sheet, boolean added) {
    TableComparison against =
        added
            ? new TableComparison(new Sheet("", List.of(), true), sheet, new TableTally())
            : new TableComparison(sheet, new Sheet("", List.of(), true), new TableTally());
    SheetPair pair = against.compare();
    return new SheetPair(
        added ? ComparisonMark.ADDED : ComparisonMark.REMOVED,
        sheet.name(),
        pair.columns(),
        pair.rows());
  }

  private static void flush(List<RowPair> rows, List<RowPair> sames, int head, int tail) {
    if (sames.size() > head + tail + 1) {
      rows.addAll(sames.subList(0, head));
      int left = sames.size() - head - tail;
      rows.add(new RowPair(ComparisonMark.SKIPPED, left, left, List.of()));
      rows.addAll(sames.subList(sames.size() - tail, sames.size()));
    } else {
      rows.addAll(sames);
    }
    sames.clear();
  }

  /** Whether the first row reads like headings: texts, no two alike, none a number. */
  private static boolean hasHeadings(Sheet sheet) {
    if (sheet.rows().size() < 2 || sheet.rows().get(0).size() < 2) {
      return false;
    }
    Set<String> seen = new HashSet<>();
    for (Cell cell : sheet.rows().get(0)) {
      if (cell.isBlank() || !seen.add(cell.text()) || cell.text().matches("[-+]?[\\d.,' ]+%?")) {
        return false;
      }
    }
    return true;
  }

  /** Pairs of columns, earlier and later, -1 where one has none. */
  private List<int[]> columns() {
    List<int[]> pairs = new ArrayList<>();
    if (!headed) {
      int widest = Math.max(earlier.columns(), later.columns());
      for (int i = 0; i < widest; i++) {
        pairs.add(new int[] {i < earlier.columns() ? i : -1, i < later.columns() ? i : -1});
      }
      return pairs;
    }
    List<String> first = headings(earlier);
    List<String> second = headings(later);
    // A heading at the same distance from its neighbours is one that was renamed.
    boolean asMany = first.size() == second.size();
    for (Alignment.Pair pair : Alignment.of(first, second, (a, b) -> asMany && a == b ? 1 : 0)) {
      pairs.add(new int[] {pair.earlier(), pair.later()});
      tally.columnsAdded += pair.earlier() < 0 ? 1 : 0;
      tally.columnsRemoved += pair.later() < 0 ? 1 : 0;
    }
    return pairs;
  }

  private static List<String> headings(Sheet sheet) {
    List<String> headings = new ArrayList<>();
    for (int i = 0; i < sheet.columns(); i++) {
      headings.add(i < sheet.rows().get(0).size() ? sheet.rows().get(0).get(i).text() : "");
    }
    return headings;
  }

  private List<ComparedColumn> named() {
    List<ComparedColumn> named = new ArrayList<>();
    for (int[] pair : columns) {
      ComparisonMark mark =
          pair[0] < 0
              ? ComparisonMark.ADDED
              : pair[1] < 0 ? ComparisonMark.REMOVED : ComparisonMark.SAME;
      Sheet with = pair[1] >= 0 ? later : earlier;
      int at = Math.max(pair[1], pair[0]);
      String name =
          headed
              ? headings(with).get(at)
              : org.apache.poi.ss.util.CellReference.convertNumToColString(at);
      named.add(new ComparedColumn(mark, name));
    }
    return named;
  }

  private List<Alignment.Pair> rows() {
    int key = keyColumn();
    keyed = key >= 0;
    List<String> first = new ArrayList<>();
    List<String> second = new ArrayList<>();
    for (List<Cell> row : earlier.rows()) {
      first.add(key < 0 ? content(row, 0) : at(row, columns.get(key)[0]).compared());
    }
    for (List<Cell> row : later.rows()) {
      second.add(key < 0 ? content(row, 1) : at(row, columns.get(key)[1]).compared());
    }
    List<Alignment.Pair> pairs =
        Alignment.of(first, second, key < 0 ? this::likeness : (a, b) -> 0);
    return key < 0 ? pairs : rejoined(pairs, first, second);
  }

  /** Rows whose key is on both sides but out of order are one row that moved. */
  private static List<Alignment.Pair> rejoined(
      List<Alignment.Pair> pairs, List<String> first, List<String> second) {
    Map<String, Integer> gone = new HashMap<>();
    for (Alignment.Pair pair : pairs) {
      if (pair.later() < 0) {
        gone.put(first.get(pair.earlier()), pair.earlier());
      }
    }
    Set<Integer> moved = new HashSet<>();
    List<Alignment.Pair> joined = new ArrayList<>();
    for (Alignment.Pair pair : pairs) {
      Integer from = pair.earlier() < 0 ? gone.get(second.get(pair.later())) : null;
      if (from != null && moved.add(from)) {
        joined.add(new Alignment.Pair(from, pair.later(), false));
      } else {
        joined.add(pair);
      }
    }
    joined.removeIf(pair -> pair.later() < 0 && moved.contains(pair.earlier()));
    return joined;
  }

  /** The first column whose values name the rows on both sides; -1 if there is none. */
  private int keyColumn() {
    if (!headed) {
      return -1;
    }
    for (int i = 0; i < columns.size(); i++) {
      int[] pair = columns.get(i);
      if (pair[0] >= 0 && pair[1] >= 0) {
        Set<String> first = distinct(earlier, pair[0]);
        Set<String> second = distinct(later, pair[1]);
        if (!first.isEmpty() && !second.isEmpty()) {
          long shared = first.stream().filter(second::contains).count();
          if (shared * 2 > Math.min(first.size(), second.size())) {
            return i;
          }
        }
      }
    }
    return -1;
  }

  /** The values of a column if no two rows share one and none is blank; else nothing. */
  private static Set<String> distinct(Sheet sheet, int column) {
    Set<String> values = new HashSet<>();
    for (List<Cell> row : sheet.rows()) {
      Cell cell = at(row, column);
      if (cell.isBlank() || !values.add(cell.compared())) {
        return Set.of();
      }
    }
    return values;
  }

  private String content(List<Cell> row, int side) {
    StringBuilder content = new StringBuilder();
    for (int[] pair : columns) {
      content.append(at(row, pair[side]).compared()).append('\u001f');
    }
    return content.toString();
  }

  private double likeness(int first, int second) {
    int same = 0;
    int filled = 0;
    for (int[] pair : columns) {
      Cell before = at(earlier.rows().get(first), pair[0]);
      Cell after = at(later.rows().get(second), pair[1]);
      if (!before.isBlank() || !after.isBlank()) {
        filled++;
        same += before.compared().equals(after.compared()) ? 1 : 0;
      }
    }
    return filled == 0 ? 1 : (double) same / filled;
  }

  private RowPair row(Alignment.Pair pair) {
    List<CellPair> cells = new ArrayList<>(columns.size());
    boolean differs = false;
    for (int[] column : columns) {
      Cell before =
          pair.earlier() < 0 ? Cell.EMPTY : at(earlier.rows().get(pair.earlier()), column[0]);
      Cell after = pair.later() < 0 ? Cell.EMPTY : at(later.rows().get(pair.later()), column[1]);
      boolean both = pair.earlier() >= 0 && pair.later() >= 0 && column[0] >= 0 && column[1] >= 0;
      CellChange change = both ? change(before, after) : CellChange.SAME;
      differs |= change != CellChange.SAME;
      boolean formulas = change == CellChange.FORMULA || change == CellChange.VALUE;
      cells.add(
          new CellPair(
              change,
              before.text(),
              after.text(),
              formulas ? before.formula() : "",
              formulas ? after.formula() : ""));
    }
    return new RowPair(mark(pair, differs), pair.earlier() + 1, pair.later() + 1, cells);
  }

  private ComparisonMark mark(Alignment.Pair pair, boolean differs) {
    if (pair.later() < 0) {
      tally.rowsRemoved++;
      return ComparisonMark.REMOVED;
    }
    if (pair.earlier() < 0) {
      tally.rowsAdded++;
      return ComparisonMark.ADDED;
    }
    // With a key, pairs that are not in the same order were found by their key alone.
    boolean moved = keyed && !pair.equal();
    tally.rowsMoved += moved ? 1 : 0;
    if (differs) {
      return ComparisonMark.CHANGED;
    }
    return moved ? ComparisonMark.MOVED : ComparisonMark.SAME;
  }

  private CellChange change(Cell before, Cell after) {
    if (!before.compared().equals(after.compared())) {
      tally.values++;
      tally.formulas(before, after);
      return CellChange.VALUE;
    }
    if (!before.formula().equals(after.formula())) {
      tally.formulas(before, after);
      tally.formulasChanged += before.formula().isEmpty() || after.formula().isEmpty() ? 0 : 1;
      return CellChange.FORMULA;
    }
    if (!before.look().equals(after.look()) || !before.text().equals(after.text())) {
      tally.looks++;
      return CellChange.LOOK;
    }
    return CellChange.SAME;
  }

  private static Cell at(List<Cell> row, int column) {
    return column < 0 || column >= row.size() ? Cell.EMPTY : row.get(column);
  }
}
