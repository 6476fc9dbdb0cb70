package org.mendedleaf.desktop.drawings;

import javafx.scene.Group;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.CubicCurveTo;
import javafx.scene.shape.Line;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;

/** The mark: a paper-coloured leaf cut in two and joined by brass stitches. */
public final class LeafMark extends StackPane {

  public LeafMark(double size) {
    double s = size / 32;
    Path lower =
        new Path(
            new MoveTo(3 * s, 29 * s),
            new CubicCurveTo(1 * s, 13 * s, 10 * s, 4 * s, 27 * s, 3 * s),
            new LineTo(3 * s, 29 * s));
    Path upper =
        new Path(
            new MoveTo(5.5 * s, 30 * s),
            new CubicCurveTo(22 * s, 30 * s, 30 * s, 20 * s, 29.5 * s, 4 * s),
            new LineTo(5.5 * s, 30 * s));
    lower.getStyleClass().add("mark-half");
    upper.getStyleClass().add("mark-half");
    Group group = new Group(lower, upper);
    for (int i = 0; i < 4; i++) {
      double x = (9.5 + i * 4.6) * s;
      double y = (24.5 - i * 5) * s;
      Line stitch = new Line(x - 1.6 * s, y - 1.9 * s, x + 2.6 * s, y + 1.9 * s);
      stitch.getStyleClass().add("mark-stitch");
      group.getChildren().add(stitch);
    }
    getChildren().add(group);
    setMinSize(size, size);
    setMaxSize(size, size);
    setMouseTransparent(true);
  }
}
