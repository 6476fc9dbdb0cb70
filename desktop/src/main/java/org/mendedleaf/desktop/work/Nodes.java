package org.mendedleaf.desktop.work;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** The few nodes that every page is made of. */
public final class Nodes {

  private Nodes() {}

  /** A label with style classes. */
  public static Label label(String text, String... styles) {
    Label label = new Label(text);
    label.getStyleClass().addAll(styles);
    return label;
  }

  /** A label that breaks its lines. */
  public static Label text(String text, String... styles) {
    Label label = label(text, styles);
    label.setWrapText(true);
    label.setMinHeight(Region.USE_PREF_SIZE);
    return label;
  }

  /** A button with its key in the tooltip; the key may be empty. */
  public static Button button(String text, String key, Runnable act, String... styles) {
    Button button = new Button(text);
    button.getStyleClass().addAll(styles);
    button.setMinWidth(Region.USE_PREF_SIZE);
    button.setOnAction(event -> act.run());
    if (!key.isEmpty()) {
      button.setTooltip(new Tooltip(key));
    }
    return button;
  }

  /** A title with facts behind it; where there is no room for both, the facts give way. */
  public static HBox titled(Label title, Label facts) {
    title.setMinWidth(Region.USE_PREF_SIZE);
    facts.setMinWidth(0);
    HBox row = new HBox(14, title, facts);
    row.setAlignment(Pos.BASELINE_LEFT);
    row.setMinWidth(0);
    return row;
  }

  /** A row in which the left part takes what room is left. */
  public static HBox row(Node left, Node... right) {
    HBox row = new HBox(10, left);
    HBox.setHgrow(left, Priority.ALWAYS);
    if (left instanceof Region region) {
      region.setMaxWidth(Double.MAX_VALUE);
    }
    row.getChildren().addAll(right);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }
}
