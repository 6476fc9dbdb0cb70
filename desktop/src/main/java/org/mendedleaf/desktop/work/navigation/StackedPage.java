package org.mendedleaf.desktop.work.navigation;

import javafx.scene.Node;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** A page whose parts stand below each other, from its title down to what fills the rest of it. */
public abstract class StackedPage implements Page {

  private final VBox root = new VBox();
  private Node first = root;

  protected StackedPage() {
    root.getStyleClass().add("page");
  }

  /** Puts these parts on the page instead of those that are there. */
  protected final void stack(double gap, Node... parts) {
    root.setSpacing(gap);
    root.getChildren().setAll(parts);
  }

  /** Lets a part take what room is left. */
  protected static <N extends Node> N growing(N part) {
    VBox.setVgrow(part, Priority.ALWAYS);
    return part;
  }

  /** Says where the keyboard is at first. */
  protected final void focusFirst(Node node) {
    first = node;
  }

  @Override
  public final Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return first;
  }
}
