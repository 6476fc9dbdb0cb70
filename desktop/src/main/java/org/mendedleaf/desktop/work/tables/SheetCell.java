package org.mendedleaf.desktop.work.tables;

import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableRow;
import javafx.scene.input.MouseEvent;
import org.mendedleaf.desktop.drawings.Tip;

/** A cell that is cleared before it is filled from its row. */
final class SheetCell<T> extends TableCell<T, T> {
  private final SheetTable.Filler<T> filler;

  SheetCell(SheetTable.Filler<T> filler) {
    this.filler = filler;
  }

  @Override
  protected void updateItem(T row, boolean empty) {
    super.updateItem(row, empty);
    setText(null);
    Tip.off(this);
    setGraphic(null);
    getStyleClass().removeAll("soft", "strong", "rust", "brass", "slate");
    if (!empty && row != null) {
      filler.fill(this, row);
    }
  }

  /** Fills cells with a text in these styles. */
  static <T> SheetTable.Filler<T> text(Function<T, String> text, String... styles) {
    return (cell, row) -> {
      cell.setText(text.apply(row));
      cell.getStyleClass().addAll(styles);
    };
  }

  /** Whether something was done to a row, not beside them. */
  static boolean isOnRow(MouseEvent event) {
    for (Node node = (Node) event.getTarget(); node != null; node = node.getParent()) {
      if (node instanceof TableRow<?> row) {
        return !row.isEmpty();
      }
    }
    return false;
  }
}
