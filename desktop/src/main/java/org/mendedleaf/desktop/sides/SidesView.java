package org.mendedleaf.desktop.sides;

import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** Draws what differs between two states, by its kind. */
public final class SidesView {

  private SidesView() {}

  /**
   * @param earlier what the earlier state is called
   * @param later what the later state is called
   */
  public static Node of(Comparison comparison, String earlier, String later) {
    if (comparison.identical()) {
      VBox box = new VBox(6, Nodes.label(Words.of("sides.identical"), "strong", "lead"));
      box.getChildren().add(Nodes.text(Words.of("sides.identical.more", earlier, later), "soft"));
      box.getStyleClass().add("padded");
      return box;
    }
    if (comparison.difference() instanceof Difference.Lines lines) {
      return LinesView.of(lines);
    }
    if (comparison.difference() instanceof Difference.Tables tables) {
      return TablesView.of(tables);
    }
    if (comparison.difference() instanceof Difference.Pictures pictures) {
      return new PicturesView(pictures, earlier, later).node();
    }
    StackPane pane = new StackPane(BytesView.of(comparison, earlier, later));
    pane.getStyleClass().add("padded");
    return pane;
  }
}
