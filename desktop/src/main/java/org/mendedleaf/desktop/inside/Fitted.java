package org.mendedleaf.desktop.inside;

import java.io.ByteArrayInputStream;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.StackPane;

/** A picture that fills the room it has, and is never larger than it is. */
public final class Fitted {

  private static final double EDGE = 24;

  private Fitted() {}

  public static StackPane png(byte[] png) {
    return of(new Image(new ByteArrayInputStream(png)));
  }

  static StackPane of(Image image) {
    ImageView view = new ImageView(image);
    view.setPreserveRatio(true);
    StackPane pane = new StackPane(view);
    pane.setMinSize(0, 0);
    view.fitWidthProperty()
        .bind(
            javafx.beans.binding.Bindings.min(
                image.getWidth(), pane.widthProperty().subtract(EDGE)));
    view.fitHeightProperty()
        .bind(
            javafx.beans.binding.Bindings.min(
                image.getHeight(), pane.heightProperty().subtract(EDGE)));
    return pane;
  }
}
