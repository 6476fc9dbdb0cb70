package org.mendedleaf.desktop.work.navigation;

import java.util.List;
import javafx.scene.Node;

/** The content of the window at one place. */
public interface Page {

  Node node();

  /** Asks again for everything that it shows. */
  void refresh();

  /**
   * Shows another place on the same page, where it can: what stands there already need not be drawn
   * anew, and the keyboard stays where it is. It is asked to {@link #refresh} afterwards.
   *
   * @return whether it does; else the place needs a page of its own
   */
  default boolean moveTo(Place place) {
    return false;
  }

  /** Where the keyboard should be when the page is shown. */
  default Node firstFocus() {
    return node();
  }

  /** What can be done here: the window lists it, and hears its keys. */
  default List<Action> actions() {
    return List.of();
  }
}
