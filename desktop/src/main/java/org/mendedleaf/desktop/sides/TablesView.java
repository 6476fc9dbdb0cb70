package org.mendedleaf.desktop.sides;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.compare.Comparison.CellChange;
import org.mendedleaf.core.compare.Comparison.CellPair;
import org.mendedleaf.core.compare.Comparison.ComparedColumn;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.Comparison.RowPair;
import org.mendedleaf.core.compare.Comparison.SheetPair;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.tables.ColumnWidths;

/** Two tables in one grid: a cell that changed shows what was there and what is there now. */
final class TablesView {

  private static final int MAX_COLUMNS = 120;
  private static final double ROW = 28;

  private TablesView() {}

  static Node of(Difference.Tables tables) {
    List<SheetPair> sheets = tables.sheets();
    if (sheets.size() == 1) {
      return grid(sheets.get(0));
    }
    BorderPane pane = new BorderPane();
    FlowPane tabs = new FlowPane();
    ToggleGroup group = new ToggleGroup();
    ToggleButton first = null;
    for (SheetPair sheet : sheets) {
      String sign = SideMarks.sign(sheet.mark());
      ToggleButton tab =
          new ToggleButton(sign.isEmpty() ? sheet.name() : sign + " " + sheet.name());
      tab.getStyleClass().setAll("word-tab");
      tab.setToggleGroup(group);
      tab.setOnAction(event -> pane.setCenter(grid(sheet)));
      tabs.getChildren().add(tab);
      first = first == null && sheet.mark() != ComparisonMark.SAME ? tab : first;
    }
    if (!sheets.isEmpty()) {
      ToggleButton shown = first == null ? (ToggleButton) tabs.getChildren().get(0) : first;
      shown.setSelected(true);
      pane.setCenter(grid(sheets.get(tabs.getChildren().indexOf(shown))));
    }
    pane.setTop(tabs);
    return pane;
  }

  private static TableView<RowPair> grid(SheetPair sheet) {
    TableView<RowPair> table = new TableView<>();
    table.setId("sides-table");
    table.getStyleClass().addAll("inside-grid", "sides-grid");
    table.setFixedCellSize(ROW);
    table.setRowFactory(view -> new PairRow());
    table.getColumns().add(numbers());
    for (int i = 0; i < Math.min(MAX_COLUMNS, sheet.columns().size()); i++) {
      table.getColumns().add(column(sheet, i));
    }
    table.getItems().setAll(sheet.rows());
    return table;
  }

  private static TableColumn<RowPair, RowPair> numbers() {
    TableColumn<RowPair, RowPair> column = new TableColumn<>("");
    column.setPrefWidth(58);
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(data -> new ReadOnlyObjectWrapper<>(data.getValue()));
    column.setCellFactory(
        view ->
            new TableCell<>() {
              @Override
              protected void updateItem(RowPair row, boolean empty) {
                super.updateItem(row, empty);
                setText(empty || row == null ? null : numbered(row));
                getStyleClass().remove("soft");
                getStyleClass().add("soft");
              }
            });
    return column;
  }

  private static String numbered(RowPair row) {
    if (row.mark() == ComparisonMark.SKIPPED) {
      return "…";
    }
    int number = row.later() > 0 ? row.later() : row.earlier();
    return (SideMarks.sign(row.mark()) + " " + Shown.count(number)).strip();
  }

  private static TableColumn<RowPair, RowPair> column(SheetPair sheet, int at) {
    ComparedColumn named = sheet.columns().get(at);
    TableColumn<RowPair, RowPair> column =
        new TableColumn<>((SideMarks.sign(named.mark()) + " " + named.name()).strip());
    List<String> texts = new ArrayList<>(List.of(column.getText()));
    for (RowPair row :
        sheet.rows().subList(0, Math.min(ColumnWidths.LOOKED_AT, sheet.rows().size()))) {
      if (at < row.cells().size()) {
        CellPair cell = row.cells().get(at);
        boolean two = cell.change() == CellChange.VALUE;
        texts.add(two ? "− " + cell.before() + " + " + cell.after() + "   " : longer(cell));
      }
    }
    column.setPrefWidth(ColumnWidths.fitting(texts));
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(data -> new ReadOnlyObjectWrapper<>(data.getValue()));
    column.setCellFactory(view -> new Shared(at, named.mark()));
    return column;
  }

  private static String longer(CellPair cell) {
    return cell.before().length() > cell.after().length() ? cell.before() : cell.after();
  }

  private static final class PairRow extends TableRow<RowPair> {
    @Override
    protected void updateItem(RowPair row, boolean empty) {
      super.updateItem(row, empty);
      boolean there = !empty && row != null;
      SideMarks.show(
          this,
          there && row.mark() == ComparisonMark.REMOVED,
          there && row.mark() == ComparisonMark.ADDED);
    }
  }

  private static final class Shared extends TableCell<RowPair, RowPair> {
    private final int at;
    private final ComparisonMark column;

    Shared(int at, ComparisonMark column) {
      this.at = at;
      this.column = column;
    }

    @Override
    protected void updateItem(RowPair row, boolean empty) {
      super.updateItem(row, empty);
      setText(null);
      setGraphic(null);
      Tip.off(this);
      getStyleClass().removeAll("soft", "number", "looks-different");
      SideMarks.show(this, false, false);
      if (empty || row == null) {
        return;
      }
      if (row.mark() == ComparisonMark.SKIPPED) {
        setText(at == 0 ? Words.count("sides.skippedRows", row.earlier()) : null);
        getStyleClass().add("soft");
        return;
      }
      show(row, row.cells().get(at));
    }

    private void show(RowPair row, CellPair cell) {
      boolean both = row.earlier() > 0 && row.later() > 0;
      SideMarks.show(
          this, both && column == ComparisonMark.REMOVED, both && column == ComparisonMark.ADDED);
      if (cell.change() == CellChange.VALUE) {
        setGraphic(twice(cell));
      } else {
        setText(row.later() > 0 && column != ComparisonMark.REMOVED ? cell.after() : cell.before());
        if (ColumnWidths.isNumber(getText())) {
          getStyleClass().add("number");
        }
      }
      if (cell.change() == CellChange.LOOK) {
        getStyleClass().add("looks-different");
        Tip.on(this, () -> Words.of("sides.look"));
      }
      if (!cell.beforeFormula().isEmpty() || !cell.afterFormula().isEmpty()) {
        getStyleClass().add("looks-different");
        Tip.on(
            this,
            () ->
                Words.of(
                    "sides.formula", formula(cell.beforeFormula()), formula(cell.afterFormula())));
      }
    }

    private static String formula(String formula) {
      return formula.isEmpty() ? Words.of("sides.noFormula") : "= " + formula;
    }

    private static Node twice(CellPair cell) {
      Label before = Nodes.label("− " + cell.before(), "was");
      Label after = Nodes.label("+ " + cell.after(), "is");
      HBox both = new HBox(4, before, after);
      both.setAlignment(Pos.CENTER_LEFT);
      return both;
    }
  }
}
