package org.mendedleaf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.findings.SheetShape.CellSort;

/**
 * Says what is doubtful about tables beside the last ones of their file: numbers that became text,
 * and rows that do not fit their columns. A column counts as one of numbers or of text only where
 * nine tenths of at least ten cells are that; where columns were added, taken away or renamed,
 * nothing is said of slipping. Pure; for any thread.
 */
public final class TableScrutiny {

  private static final int ENOUGH = 10;
  private static final double NEARLY_ALL = 0.9;
  private static final double HALF = 0.5;
  private static final int ROWS_ENOUGH = 5;
  private static final double ROWS_MANY = 0.05;
  private static final long TEXT_ENOUGH = 400;

  private TableScrutiny() {}

  /**
   * @return at most one finding of each kind; empty where nothing is doubtful
   */
  public static List<Finding> of(List<SheetShape> now, List<SheetShape> before) {
    long asText = 0;
    long numbers = 0;
    long slipped = 0;
    long rows = 0;
    for (SheetShape sheet : now) {
      Optional<SheetShape> earlier = sameSheet(sheet, before);
      if (earlier.isPresent()) {
        SheetBeside beside = new SheetBeside(sheet, earlier.get());
        long[] became = beside.numbersAsText();
        asText += became[0];
        numbers += became[1];
        long slips = beside.slipped();
        slipped += slips;
        rows += slips > 0 ? sheet.rows().size() : 0;
      }
    }
    List<Finding> found = new ArrayList<>();
    if (slipped > 0) {
      found.add(Finding.of(FindingKind.SLIPPED, FindingStrength.LIKELY, slipped, rows));
    } else if (asText > 0) {
      found.add(Finding.of(FindingKind.NUMBERS_AS_TEXT, FindingStrength.LIKELY, asText, numbers));
    }
    return found;
  }

  private static Optional<SheetShape> sameSheet(SheetShape sheet, List<SheetShape> before) {
    return before.stream()
        .filter(one -> one.name().equals(sheet.name()))
        .findFirst()
        .or(() -> before.size() == 1 ? Optional.of(before.get(0)) : Optional.empty());
  }

  /** A table beside the same one before. */
  private record SheetBeside(SheetShape now, SheetShape before) {

    /** Cells that had numbers and have text, and numbers that stood in those columns before. */
    long[] numbersAsText() {
      long[] sum = new long[2];
      for (int column = 0; column < before.head().size(); column++) {
        int here = now.head().indexOf(before.head().get(column));
        boolean isKnown = here >= 0 && !before.head().get(column).isBlank();
        long filled = count(before, column, CellSort.NUMBER) + count(before, column, CellSort.TEXT);
        long numbers = count(before, column, CellSort.NUMBER);
        if (isKnown && filled >= ENOUGH && numbers >= NEARLY_ALL * filled) {
          long text = count(now, here, CellSort.TEXT);
          long all = text + count(now, here, CellSort.NUMBER);
          if (text - (filled - numbers) >= Math.max(ENOUGH, HALF * all)) {
            sum[0] += text;
            sum[1] += numbers;
          }
        }
      }
      return sum;
    }

    /**
     * Rows that fit the columns as they were only one column further on, or are of another length.
     */
    long slipped() {
      if (!now.head().equals(before.head())) {
        return 0;
      }
      List<CellSort> columns = columns();
      long here = slips(now, columns);
      long there = slips(before, columns);
      boolean isMany =
          here >= Math.max(ROWS_ENOUGH, ROWS_MANY * now.rows().size()) && here > 4 * there;
      return isMany ? here : 0;
    }

    /** What nearly all cells of each column were; blank where that is nothing in particular. */
    private List<CellSort> columns() {
      List<CellSort> columns = new ArrayList<>();
      for (int column = 0; column < before.head().size(); column++) {
        long numbers = count(before, column, CellSort.NUMBER);
        long texts = count(before, column, CellSort.TEXT);
        long enough = Math.max(ENOUGH, (long) Math.ceil(NEARLY_ALL * (numbers + texts)));
        columns.add(
            numbers >= enough ? CellSort.NUMBER : texts >= enough ? CellSort.TEXT : CellSort.BLANK);
      }
      return columns;
    }

    private static long slips(SheetShape sheet, List<CellSort> columns) {
      long slips = 0;
      for (int row = 0; row < sheet.rows().size(); row++) {
        int cells = sheet.rows().get(row).size();
        boolean isOtherLength = sheet.isRegular() && cells > 1 && cells != sheet.head().size();
        if (isOtherLength || isMoved(sheet, row, columns)) {
          slips++;
        }
      }
      return slips;
    }

    private static boolean isMoved(SheetShape sheet, int row, List<CellSort> columns) {
      return misfits(sheet, row, columns, 0) >= 2
          && (misfits(sheet, row, columns, 1) == 0 || misfits(sheet, row, columns, -1) == 0);
    }

    private static long misfits(SheetShape sheet, int row, List<CellSort> columns, int by) {
      long misfits = 0;
      for (int column = 0; column < columns.size(); column++) {
        CellSort cell = sheet.at(row, column + by);
        CellSort wanted = columns.get(column);
        if (cell != CellSort.BLANK && wanted != CellSort.BLANK && cell != wanted) {
          misfits++;
        }
      }
      return misfits;
    }

    private static long count(SheetShape sheet, int column, CellSort sort) {
      long count = 0;
      for (int row = 0; row < sheet.rows().size(); row++) {
        if (sheet.at(row, column) == sort) {
          count++;
        }
      }
      return count;
    }
  }

  /**
   * Whether a document lost most of its text.
   *
   * @param now letters
   * @param before letters
   */
  public static Optional<Finding> lostText(long now, long before) {
    return before >= TEXT_ENOUGH && now * 5 <= before
        ? Optional.of(Finding.of(FindingKind.LOST_TEXT, FindingStrength.LIKELY, now, before))
        : Optional.empty();
  }
}
