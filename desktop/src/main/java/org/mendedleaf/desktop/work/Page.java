package org.mendedleaf.desktop.work;

import javafx.scene.Node;

/** What fills the window at one place. */
public interface Page {

  Node node();

  /** Asks again for everything that it shows. */
  void refresh();

  /** Where the keyboard should be when the page is shown. */
  default Node firstFocus() {
    return node();
  }
}
