package org.mendedleaf.desktop.inside;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.Node;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.work.tables.ColumnWidths;

/** Tables as they are, sheet by sheet. */
final class SheetGrid {

  private static final int MAX_COLUMNS = 200;
  private static final double ROW = 26;

  private SheetGrid() {}

  static Node of(List<Sheet> sheets) {
    if (sheets.size() == 1) {
      return grid(sheets.get(0));
    }
    BorderPane pane = new BorderPane();
    FlowPane tabs = new FlowPane();
    ToggleGroup group = new ToggleGroup();
    for (Sheet sheet : sheets) {
      ToggleButton tab = new ToggleButton(sheet.name());
      tab.getStyleClass().setAll("word-tab");
      tab.setToggleGroup(group);
      tab.setOnAction(event -> pane.setCenter(grid(sheet)));
      tabs.getChildren().add(tab);
    }
    if (!sheets.isEmpty()) {
      group.getToggles().get(0).setSelected(true);
      pane.setCenter(grid(sheets.get(0)));
    }
    pane.setTop(tabs);
    return pane;
  }

  private static TableView<List<Cell>> grid(Sheet sheet) {
    TableView<List<Cell>> table = new TableView<>();
    table.setId("inside-table");
    table.getStyleClass().add("inside-grid");
    table.setFixedCellSize(ROW);
    table.getSelectionModel().setCellSelectionEnabled(true);
    int columns = Math.min(MAX_COLUMNS, sheet.columns());
    for (int i = 0; i < columns; i++) {
      int at = i;
      TableColumn<List<Cell>, Cell> column = new TableColumn<>(ColumnWidths.letters(i));
      column.setSortable(false);
      column.setReorderable(false);
      List<String> texts = new ArrayList<>();
      sheet.rows().stream()
          .limit(ColumnWidths.LOOKED_AT)
          .filter(row -> at < row.size())
          .forEach(row -> texts.add(row.get(at).text()));
      column.setPrefWidth(ColumnWidths.fitting(texts));
      column.setCellValueFactory(
          data ->
              new ReadOnlyObjectWrapper<>(
                  at < data.getValue().size() ? data.getValue().get(at) : null));
      column.setCellFactory(view -> new ShownCell());
      table.getColumns().add(column);
    }
    table.getItems().setAll(sheet.rows());
    return table;
  }

  private static final class ShownCell extends TableCell<List<Cell>, Cell> {
    @Override
    protected void updateItem(Cell cell, boolean empty) {
      super.updateItem(cell, empty);
      getStyleClass().remove("number");
      Tip.off(this);
      if (empty || cell == null) {
        setText(null);
        return;
      }
      setText(cell.text());
      if (ColumnWidths.isNumber(cell.text())) {
        getStyleClass().add("number");
      }
      if (!cell.formula().isEmpty()) {
        Tip.on(this, "= " + cell.formula());
      }
    }
  }
}
