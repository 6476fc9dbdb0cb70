package org.mendedleaf.desktop.work;

import java.util.List;
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

  /** What can be done here, for the list of all actions; the page itself listens to its keys. */
  default List<Action> actions() {
    return List.of();
  }
}
