package org.mendedleaf.desktop.inside;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import org.mendedleaf.desktop.work.Nodes;

/** A text as numbered lines. */
final class TextLines {

  private static final int SHOWN = 2000;

  private TextLines() {}

  static Node of(String text) {
    ListView<String> lines = new ListView<>();
    lines.setId("inside-text");
    lines.getItems().setAll(text.lines().toList());
    lines.setFixedCellSize(22);
    lines.setCellFactory(view -> new TextLineCell());
    lines.getStyleClass().add("inside-text");
    return lines;
  }

  private static final class TextLineCell extends ListCell<String> {
    private final Label number = Nodes.label("", "line-number");
    private final Label text = new Label();
    private final HBox row = new HBox(10, number, text);

    @Override
    protected void updateItem(String line, boolean empty) {
      super.updateItem(line, empty);
      if (empty || line == null) {
        setGraphic(null);
        return;
      }
      number.setText(String.valueOf(getIndex() + 1));
      String shown = line.length() > SHOWN ? line.substring(0, SHOWN) + " …" : line;
      text.setText(shown.replace("\t", "    "));
      setGraphic(row);
    }
  }
}
