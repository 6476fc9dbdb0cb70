package org.mendedleaf.desktop.work;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.mendedleaf.desktop.drawings.Tip;

/** The few nodes that every page is made of. */
public final class Nodes {

  /** Characters of a folder's name that still leave room for the folders in it. */
  private static final int LONG_NAME = 32;

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
      Tip.on(button, key);
    }
    return button;
  }

  /**
   * A title with facts behind it. Where there is no room for both, first the facts give way and
   * then the end of the title.
   */
  public static Region titled(Label title, Label facts) {
    return new Titled(title, facts);
  }

  /** The way down to a page, from {@link #crumb}s; shortened where there is no room. */
  public static HBox crumbs() {
    HBox row = new HBox(6);
    row.getStyleClass().add("crumbs");
    row.setMinWidth(0);
    return row;
  }

  /** A step of the way down to a page. */
  public static Hyperlink crumb(String name, Runnable go) {
    Hyperlink link = new Hyperlink(name + "  /");
    link.setMinWidth(0);
    if (name.length() > LONG_NAME) {
      link.setText(name.substring(0, LONG_NAME) + "…  /");
      Tip.on(link, name);
    }
    link.setOnAction(event -> go.run());
    return link;
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
