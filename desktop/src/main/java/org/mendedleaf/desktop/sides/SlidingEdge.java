package org.mendedleaf.desktop.sides;

import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import org.mendedleaf.desktop.drawings.Keyboard;

/**
 * Two pictures of one size over each other: left of the edge the earlier is seen, right of it the
 * later. The edge follows the mouse and the arrow keys.
 */
final class SlidingEdge extends Region {

  private static final double MARGIN = 12;
  private static final double STEP = 0.02;

  private final ImageView earlier;
  private final ImageView later;
  private final Rectangle clip = new Rectangle();
  private final Line edge = new Line();
  private final DoubleProperty place = new SimpleDoubleProperty(this, "place", 0.5);

  SlidingEdge(Image earlier, Image later) {
    this.earlier = new ImageView(earlier);
    this.later = new ImageView(later);
    this.earlier.setClip(clip);
    edge.getStyleClass().setAll("edge");
    getStyleClass().add("sliding-edge");
    getChildren().addAll(this.later, this.earlier, edge);
    setMinSize(0, 0);
    setId("sliding-edge");
    setFocusTraversable(true);
    setOnMousePressed(event -> slideTo(event.getX()));
    setOnMouseDragged(event -> slideTo(event.getX()));
    setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.LEFT || event.getCode() == KeyCode.RIGHT) {
            place.set(within(place.get() + (event.getCode() == KeyCode.LEFT ? -STEP : STEP)));
            event.consume();
          }
        });
    place.addListener((property, before, now) -> requestLayout());
  }

  /** Where the edge is, from 0 at the left to 1 at the right. */
  DoubleProperty placeProperty() {
    return place;
  }

  private void slideTo(double x) {
    Keyboard.to(this);
    double width = Math.max(1, later.getBoundsInParent().getWidth());
    place.set(within((x - later.getLayoutX()) / width));
  }

  private static double within(double value) {
    return Math.max(0, Math.min(1, value));
  }

  @Override
  protected void layoutChildren() {
    Image image = later.getImage();
    double scale =
        Math.min(
            1,
            Math.min(
                (getWidth() - 2 * MARGIN) / image.getWidth(),
                (getHeight() - 2 * MARGIN) / image.getHeight()));
    double width = image.getWidth() * scale;
    double height = image.getHeight() * scale;
    double x = (getWidth() - width) / 2;
    double y = (getHeight() - height) / 2;
    for (ImageView view : new ImageView[] {later, earlier}) {
      view.setFitWidth(width);
      view.setFitHeight(height);
      view.setLayoutX(x);
      view.setLayoutY(y);
    }
    clip.setWidth(width * place.get());
    clip.setHeight(height);
    double at = x + width * place.get();
    edge.setStartX(at);
    edge.setEndX(at);
    edge.setStartY(y - 4);
    edge.setEndY(y + height + 4);
  }
}
