package org.mendedleaf.desktop.shelves;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.EventWords;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.PuttingBack;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Says what many files of a shelf met with at once and how many are damaged as they are now, with
 * the way back for all of them. Takes no room where nothing is. For the interface thread.
 */
final class DamagedNote {

  private final Context context;
  private final Shelf shelf;
  private final VBox node = new VBox(6);

  DamagedNote(Context context, Shelf shelf) {
    this.context = context;
    this.shelf = shelf;
    node.setId("damaged");
    node.managedProperty().bind(node.visibleProperty());
    node.setVisible(false);
  }

  Node node() {
    return node;
  }

  private record DamageHere(List<ShelfEvent> events, int files) {}

  void look() {
    context.ask(this::find, this::show);
  }

  private DamageHere find() throws IOException {
    return new DamageHere(
        context.office().massEvents().of(shelf).stream().filter(ShelfEvent::needsPerson).toList(),
        context.office().screenings().damaged(shelf));
  }

  private void show(DamageHere found) {
    List<Node> rows = new ArrayList<>();
    for (ShelfEvent event : found.events()) {
      int files = event.tray().entries().size();
      Button back =
          Nodes.button(
              EventWords.back(files),
              "",
              () -> context.go(new Place.Rehearsed(event.tray())),
              "link-like");
      back.setId("put-event-back");
      back.setVisible(files > 0);
      rows.add(row(EventWords.sentence(event, context), back));
    }
    if (found.files() > 0) {
      Button back =
          Nodes.button(
              PuttingBack.act(), "", () -> new PuttingBack(context).all(shelf), "link-like");
      back.setId("put-back");
      rows.add(row(Words.count("shelf.damaged", found.files()), back));
    }
    node.getChildren().setAll(rows);
    node.setVisible(!rows.isEmpty());
  }

  private static Node row(String words, Button back) {
    Label text = Nodes.text(words, "rust");
    back.setMinWidth(Region.USE_PREF_SIZE);
    HBox row = new HBox(12, text, back);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }
}
