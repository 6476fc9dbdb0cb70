package org.mendedleaf.desktop.shelves;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.PuttingBack;

/**
 * Says how many files of a shelf are damaged as they are now, with the way back for all of them.
 * Takes no room where none is. For the interface thread.
 */
final class DamagedNote {

  private final Context context;
  private final Shelf shelf;
  private final Label text = Nodes.label("", "rust");
  private final HBox node;

  DamagedNote(Context context, Shelf shelf) {
    this.context = context;
    this.shelf = shelf;
    Button back =
        Nodes.button(PuttingBack.act(), "", () -> new PuttingBack(context).all(shelf), "link-like");
    back.setId("put-back");
    back.setMinWidth(Region.USE_PREF_SIZE);
    node = new HBox(12, text, back);
    node.setAlignment(Pos.CENTER_LEFT);
    node.setId("damaged");
    node.managedProperty().bind(node.visibleProperty());
    node.setVisible(false);
  }

  Node node() {
    return node;
  }

  void look() {
    context.ask(
        () -> context.office().screenings().damaged(shelf),
        files -> {
          node.setVisible(files > 0);
          text.setText(files > 0 ? Words.count("shelf.damaged", files) : "");
        });
  }
}
