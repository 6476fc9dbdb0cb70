package org.mendedleaf.desktop.work.navigation;

import java.util.List;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import org.mendedleaf.desktop.words.Words;

/**
 * An action with its key, available anywhere in the window or on the page that is shown. It is
 * declared once: the list of all actions shows it, and its key does it.
 *
 * @param name as it stands in the list of all actions
 */
public record Action(String name, KeyCombination key, Runnable run) {

  /**
   * An action.
   *
   * @param words the key of its name
   * @param keys such as {@code Shortcut+Shift+G}
   */
  public static Action of(String words, String keys, Runnable run) {
    return new Action(Words.of(words), KeyCombination.valueOf(keys), run);
  }

  /** From now on the actions' keys work wherever the keyboard focus is within a node. */
  public static void listen(Node node, Supplier<List<Action>> actions) {
    node.addEventHandler(
        KeyEvent.KEY_PRESSED,
        event -> {
          for (Action action : actions.get()) {
            if (action.key().match(event)) {
              event.consume();
              action.run().run();
              return;
            }
          }
        });
  }
}
