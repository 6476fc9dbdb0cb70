package org.mendedleaf.desktop.work.tables;

import java.util.List;
import java.util.function.ToLongFunction;
import javafx.scene.control.TableColumn;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/**
 * A column of sizes in the unit that fits the largest of them, which its heading names; the tooltip
 * tells them to the byte.
 *
 * @param <T> a row
 */
final class SizeColumn<T> {

  private final String key;
  private final ToLongFunction<T> bytes;
  private final TableColumn<T, T> column;
  private Shown.SizeUnit unit = Shown.SizeUnit.KB;

  SizeColumn(SheetTable<T> table, String key, double width, ToLongFunction<T> bytes) {
    this.key = key;
    this.bytes = bytes;
    this.column =
        table.numbers(
            key,
            width,
            (cell, row) -> {
              long size = bytes.applyAsLong(row);
              if (size >= 0) {
                cell.setText(unit.number(size));
                Tip.on(cell, () -> Shown.exact(size));
              }
            });
  }

  /** Takes the unit for what is shown from now on; called before that. */
  void fit(long largest) {
    unit = Shown.SizeUnit.fitting(largest);
    column.setText(Words.of(key, unit.name()));
  }

  long largest(List<T> rows) {
    return rows.stream().mapToLong(bytes).max().orElse(0);
  }
}
