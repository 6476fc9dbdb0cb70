package org.mendedleaf.desktop.work.tables;

import java.util.List;
import javafx.collections.FXCollections;
import javafx.scene.control.TableView;

/**
 * Other rows for a table that keeps what is chosen: a button acts on what is chosen, so rows that
 * come above it must not make it act on another.
 */
final class KeptChoice {

  /** More rows are not compared on the interface thread. */
  static final int COMPARED_HERE = 2_000;

  /** Of more chosen rows it is not looked up where they are now. */
  private static final int FOLLOWED = 100;

  private KeptChoice() {}

  /** Shows these rows; where none of the chosen is among them, the one at its place is chosen. */
  static <T> void over(TableView<T> table, List<T> rows) {
    int chosen = Math.max(0, table.getSelectionModel().getSelectedIndex());
    List<T> before = List.copyOf(table.getSelectionModel().getSelectedItems());
    table.getSelectionModel().clearSelection();
    // Copying them one after another into the list that is there takes the longer.
    table.setItems(FXCollections.observableList(rows));
    int[] still = places(before, rows);
    if (still.length > 0) {
      table.getSelectionModel().selectIndices(still[0], still);
    } else {
      table.getSelectionModel().clearAndSelect(Math.min(chosen, rows.size() - 1));
    }
  }

  private static <T> int[] places(List<T> chosen, List<T> rows) {
    return rows.size() > COMPARED_HERE || chosen.size() > FOLLOWED
        ? new int[0]
        : chosen.stream().mapToInt(rows::indexOf).filter(at -> at >= 0).toArray();
  }
}
