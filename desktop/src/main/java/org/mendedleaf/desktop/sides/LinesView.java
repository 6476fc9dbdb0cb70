package org.mendedleaf.desktop.sides;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.Comparison.Piece;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** Lines of two texts side by side: the earlier at the left, the later at the right. */
final class LinesView {

  /** A scroll bar and the edges. */
  private static final double EDGE = 22;

  private LinesView() {}

  static Node of(Difference.Lines lines) {
    ListView<ComparedRow> list = new ListView<>();
    list.setId("sides-lines");
    list.getItems().setAll(lines.rows());
    list.setCellFactory(view -> new LineCell(view));
    list.getStyleClass().add("sides-lines");
    int first = firstChange(lines.rows());
    if (first > 1) {
      // A paragraph may fill half of what is seen, so only one goes before the difference.
      list.scrollTo(first - 1);
    }
    if (lines.whole()) {
      return list;
    }
    VBox box = new VBox(list, Nodes.text(Words.of("sides.more"), "soft", "caption", "said-below"));
    VBox.setVgrow(list, Priority.ALWAYS);
    return box;
  }

  private static int firstChange(List<ComparedRow> rows) {
    for (int i = 0; i < rows.size(); i++) {
      if (rows.get(i).mark() != ComparisonMark.SAME
          && rows.get(i).mark() != ComparisonMark.SKIPPED) {
        return i;
      }
    }
    return 0;
  }

  private static final class LineCell extends ListCell<ComparedRow> {
    private final Half left = new Half();
    private final Half right = new Half();
    private final HBox both = new HBox(left.box, right.box);
    private final Label across = Nodes.label("", "soft", "caption");

    LineCell(ListView<ComparedRow> view) {
      for (Half half : List.of(left, right)) {
        half.box.prefWidthProperty().bind(view.widthProperty().subtract(EDGE).divide(2));
        half.box.maxWidthProperty().bind(half.box.prefWidthProperty());
      }
      setPrefWidth(0);
    }

    @Override
    protected void updateItem(ComparedRow row, boolean empty) {
      super.updateItem(row, empty);
      getStyleClass().remove("section");
      if (empty || row == null) {
        setGraphic(null);
        return;
      }
      if (row.mark() == ComparisonMark.SKIPPED) {
        across.setText(Words.count("sides.skipped", row.earlier()));
        setGraphic(across);
      } else if (row.mark() == ComparisonMark.SECTION) {
        getStyleClass().add("section");
        across.setText(row.before().get(0).text());
        setGraphic(across);
      } else {
        boolean same = row.mark() == ComparisonMark.SAME;
        boolean changed = row.mark() == ComparisonMark.CHANGED;
        left.show(
            row.earlier(), row.before(), row.mark() == ComparisonMark.REMOVED || changed, true);
        right.show(
            row.later(),
            same ? row.before() : row.after(),
            row.mark() == ComparisonMark.ADDED || changed,
            false);
        setGraphic(both);
      }
    }
  }

  private static final class Half {
    private final Label number = Nodes.label("", "line-number");
    private final Label sign = Nodes.label("", "sign");
    private final TextFlow flow = new TextFlow();
    private final HBox box = new HBox(5, number, sign, flow);

    Half() {
      box.getStyleClass().add("half");
      box.setAlignment(Pos.TOP_LEFT);
      number.setMinWidth(26);
      sign.setMinWidth(9);
      flow.setMinWidth(0);
      flow.setMinHeight(Region.USE_PREF_SIZE);
      HBox.setHgrow(flow, Priority.ALWAYS);
    }

    void show(int line, List<Piece> pieces, boolean differs, boolean earlier) {
      number.setText(line > 0 ? Shown.count(line) : "");
      sign.setText(
          differs ? SideMarks.sign(earlier ? ComparisonMark.REMOVED : ComparisonMark.ADDED) : "");
      SideMarks.show(box, differs && earlier, differs && !earlier);
      flow.getChildren().clear();
      for (Piece piece : pieces) {
        Text text = new Text(piece.text().replace("\t", "    "));
        text.getStyleClass().setAll("piece");
        if (piece.changed()) {
          text.getStyleClass().add("changed");
        }
        flow.getChildren().add(text);
      }
    }
  }
}
