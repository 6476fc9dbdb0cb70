package org.mendedleaf.desktop.drawings;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.Region;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Draws a {@link SpaceMap}. All colours and strokes come from CSS. */
final class SpaceMapSkin extends DrawingSkin<SpaceMap> {

  private static final double NAMED_WIDTH = 64;
  private static final double NAMED_HEIGHT = 22;
  private static final double SIZED_HEIGHT = 40;
  private static final double APART = 1.5;

  SpaceMapSkin(SpaceMap control) {
    super(control, 600, 260, 120);
    redrawOn(control.plotsProperty());
  }

  @Override
  void draw(double width, double height) {
    List<SpaceMap.Plot> plots =
        getSkinnable().plotsProperty().get().stream().filter(plot -> plot.bytes() > 0).toList();
    List<SpaceMapLayout.MapPart> parts =
        SpaceMapLayout.divide(
            plots.stream().map(plot -> (double) plot.bytes()).toList(), width, height);
    for (int i = 0; i < parts.size(); i++) {
      draw(plots.get(i), parts.get(i));
    }
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
    add(history, current);
    if (width > NAMED_WIDTH && height > NAMED_HEIGHT) {
      String text =
          height > SIZED_HEIGHT ? plot.name() + "\n" + Shown.size(plot.bytes()) : plot.name();
      Label name = new Label(text);
      name.getStyleClass().add("plot-name");
      name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
      name.setMouseTransparent(true);
      name.setManaged(false);
      name.resizeRelocate(part.x() + 5, part.y() + 2, width - 8, Math.min(height - 3, 38));
      add(name);
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
}
