package org.mendedleaf.desktop.file;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.TakingLeftovers;

/**
 * Copies of a file that programs left and that are not recorded, each with taking it. Takes no room
 * where there are none.
 */
final class LeftNote {

  /** More are in Lost &amp; found. */
  private static final int MOST = 2;

  private final Context context;
  private final VBox node = new VBox(4);

  LeftNote(Context context) {
    this.context = context;
    node.setId("left");
    node.managedProperty().bind(node.visibleProperty());
    node.setVisible(false);
  }

  Node node() {
    return node;
  }

  void show(List<Leftover> copies) {
    TakingLeftovers taking = new TakingLeftovers(context);
    node.getChildren().clear();
    for (Leftover one : copies.subList(0, Math.min(MOST, copies.size()))) {
      Button take =
          Nodes.button(Words.of("leftover.take"), "", () -> taking.take(List.of(one)), "link-like");
      Button look =
          Nodes.button(
              Words.of("leftover.look"),
              "",
              () -> context.go(TakingLeftovers.place(one)),
              "link-like");
      take.setMinWidth(Region.USE_PREF_SIZE);
      look.setMinWidth(Region.USE_PREF_SIZE);
      node.getChildren().add(Nodes.row(Nodes.text(taking.sentence(one), "moss"), take, look));
    }
    node.setVisible(!copies.isEmpty());
  }
}
