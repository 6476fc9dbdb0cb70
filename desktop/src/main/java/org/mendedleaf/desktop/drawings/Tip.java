package org.mendedleaf.desktop.drawings;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;

/**
 * Words that are shown where the mouse rests. A tooltip has a window and a scene of its own, with
 * all styles found anew; made for every cell of a list, these took longer than the list itself. So
 * it is made when the mouse first comes to its node.
 */
public final class Tip {

  private static final Duration DELAY = Duration.millis(300);

  private final Node node;
  private final EventHandler<MouseEvent> maker = event -> make();
  private @Nullable Supplier<String> words;
  private @Nullable Tooltip made;

  private Tip(Node node) {
    this.node = node;
  }

  /** Gives a node words in place of those it had. */
  public static void on(Node node, String words) {
    on(node, () -> words);
  }

  /** The same with words that are found when they are shown first. */
  public static void on(Node node, Supplier<String> words) {
    Tip tip = (Tip) node.getProperties().computeIfAbsent(Tip.class, key -> new Tip(node));
    tip.set(words);
  }

  /** Takes a node's words away. */
  public static void off(Node node) {
    of(node).ifPresent(tip -> tip.set(null));
  }

  /** What would be shown at a node. */
  public static Optional<String> words(Node node) {
    return of(node).flatMap(tip -> Optional.ofNullable(tip.words)).map(Supplier::get);
  }

  private static Optional<Tip> of(Node node) {
    return node.hasProperties()
        ? Optional.ofNullable((Tip) node.getProperties().get(Tip.class))
        : Optional.empty();
  }

  private void set(@Nullable Supplier<String> wanted) {
    if (words == null && wanted != null) {
      node.addEventHandler(MouseEvent.MOUSE_ENTERED, maker);
    }
    words = wanted;
    if (words == null) {
      node.removeEventHandler(MouseEvent.MOUSE_ENTERED, maker);
      if (made != null) {
        Tooltip.uninstall(node, made);
        made = null;
      }
    } else if (made != null) {
      made.setText(words.get());
    } else if (node.isHover()) {
      make();
    }
  }

  private void make() {
    if (made == null && words != null) {
      Tooltip tooltip = new Tooltip(words.get());
      tooltip.setShowDelay(DELAY);
      Tooltip.install(node, tooltip);
      made = tooltip;
    }
  }
}
