package org.mendedleaf.desktop.drawings;

import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.SkinBase;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Draws a {@link SpaceMap}. All colours and strokes come from CSS. */
final class SpaceMapSkin extends SkinBase<SpaceMap> {

  private static final double NAMED_WIDTH = 64;
  private static final double NAMED_HEIGHT = 22;
  private static final double SIZED_HEIGHT = 40;
  private static final double APART = 1.5;

  private final Pane drawing = new Pane();
  private final InvalidationListener redraw = change -> getSkinnable().requestLayout();

  SpaceMapSkin(SpaceMap control) {
    super(control);
    drawing.getStyleClass().add("drawing");
    getChildren().add(drawing);
    control.plotsProperty().addListener(redraw);
  }

  @Override
  protected void layoutChildren(double x, double y, double width, double height) {
    drawing.resizeRelocate(x, y, width, height);
    drawing.getChildren().clear();
    List<SpaceMap.Plot> plots =
        getSkinnable().plotsProperty().get().stream().filter(plot -> plot.bytes() > 0).toList();
    List<SpaceMapLayout.MapPart> parts =
        SpaceMapLayout.divide(
            plots.stream().map(plot -> (double) plot.bytes()).toList(), width, height);
    for (int i = 0; i < parts.size(); i++) {
      draw(plots.get(i), parts.get(i));
    }
    // What is added during layout would wait for the next pulse to get its looks.
    drawing.applyCss();
  }

  /** What it is now lies at the bottom, as soil does; its history stands on it. */
  private void draw(SpaceMap.Plot plot, SpaceMapLayout.MapPart part) {
    double width = Math.max(0, part.width() - APART);
    double height = Math.max(0, part.height() - APART);
    double now = height * plot.current() / plot.bytes();
    Region history = region("plot-history", part.x(), part.y(), width, height - now);
    Region current = region("plot-now", part.x(), part.y() + height - now, width, now);
    if (plot.id().isEmpty()) {
      history.getStyleClass().add("plot-others");
      current.getStyleClass().add("plot-others");
    }
    drawing.getChildren().addAll(history, current);
    if (width > NAMED_WIDTH && height > NAMED_HEIGHT) {
      String text =
          height > SIZED_HEIGHT ? plot.name() + "\n" + Shown.size(plot.bytes()) : plot.name();
      Label name = new Label(text);
      name.getStyleClass().add("plot-name");
      name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
      name.setMouseTransparent(true);
      name.setManaged(false);
      name.resizeRelocate(part.x() + 5, part.y() + 2, width - 8, Math.min(height - 3, 38));
      drawing.getChildren().add(name);
    }
    for (Region region : List.of(history, current)) {
      Tip.on(
          region,
          () ->
              Words.of(
                  "space.tip",
                  plot.name(),
                  Shown.size(plot.current()),
                  Shown.size(plot.history())));
      region.setOnMouseClicked(event -> getSkinnable().choose(plot.id()));
    }
  }

  private static Region region(String style, double x, double y, double width, double height) {
    Region region = new Region();
    region.getStyleClass().add(style);
    region.setManaged(false);
    region.resizeRelocate(x, y, width, height);
    return region;
  }

  @Override
  protected double computePrefHeight(
      double width, double top, double right, double bottom, double left) {
    return 260;
  }

  @Override
  protected double computeMinHeight(
      double width, double top, double right, double bottom, double left) {
    return 120;
  }

  @Override
  protected double computePrefWidth(
      double height, double top, double right, double bottom, double left) {
    return 600;
  }

  @Override
  public void dispose() {
    if (getSkinnable() != null) {
      getSkinnable().plotsProperty().removeListener(redraw);
    }
    super.dispose();
  }
}
