package org.mendedleaf.desktop.inside;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.desktop.work.Nodes;

/** A document as its headings and paragraphs. */
final class Paragraphs {

  private static final double EDGE = 40;

  private Paragraphs() {}

  static Node of(List<Paragraph> paragraphs) {
    ListView<Paragraph> list = new ListView<>();
    list.setId("inside-document");
    list.getItems().setAll(paragraphs);
    list.setCellFactory(view -> new ParagraphCell(view));
    list.getStyleClass().add("inside-document");
    return list;
  }

  private static final class ParagraphCell extends ListCell<Paragraph> {
    private final Label text = Nodes.text("");

    ParagraphCell(ListView<Paragraph> view) {
      text.prefWidthProperty().bind(view.widthProperty().subtract(EDGE));
      setPrefWidth(0);
    }

    @Override
    protected void updateItem(Paragraph paragraph, boolean empty) {
      super.updateItem(paragraph, empty);
      if (empty || paragraph == null) {
        setGraphic(null);
        return;
      }
      text.setText(paragraph.text());
      text.getStyleClass().removeAll("heading-1", "heading-2");
      if (paragraph.heading() > 0) {
        text.getStyleClass().add(paragraph.heading() == 1 ? "heading-1" : "heading-2");
      }
      setGraphic(text);
    }
  }
}
