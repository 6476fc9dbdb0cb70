package org.mendedleaf.desktop.drawings;

import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.Scene;

/**
 * Who has the keyboard. What lies in a scrolled page is part of the window only once the page was
 * laid out, and a node's own request is forgotten until then; a busy machine lays out late.
 */
public final class Keyboard {

  private Keyboard() {}

  /** Gives a node the keyboard, now or as soon as it is part of a window. */
  public static void to(Node node) {
    if (node.getScene() != null) {
      node.requestFocus();
      return;
    }
    node.sceneProperty()
        .addListener(
            new ChangeListener<>() {
              @Override
              public void changed(
                  ObservableValue<? extends Scene> property, Scene before, Scene now) {
                property.removeListener(this);
                node.requestFocus();
              }
            });
  }
}
