package org.mendedleaf.desktop.erase;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;

/** Says what somebody has asked to be erased later, and calls it off; absent where nobody has. */
final class AskedSheet {

  private final Context context;
  private final ErasePresenter presenter;
  private final Label said = Nodes.text("", "rust");
  private final Button now;
  private final HBox row;

  AskedSheet(Context context, ErasePresenter presenter) {
    this.context = context;
    this.presenter = presenter;
    said.setId("erase-asked");
    HBox.setHgrow(said, Priority.ALWAYS);
    Button callOff = Nodes.button(Words.of("erase.callOff"), "", presenter::callOff, "moss");
    callOff.setId("call-off");
    callOff.setMinWidth(Region.USE_PREF_SIZE);
    now = Nodes.button(Words.of("erase.due"), "", presenter::eraseDue, "rust-act");
    now.setId("erase-due");
    now.setMinWidth(Region.USE_PREF_SIZE);
    now.managedProperty().bind(now.visibleProperty());
    row = new HBox(12, said, callOff, now);
    row.setAlignment(Pos.CENTER_LEFT);
    row.managedProperty().bind(row.visibleProperty());
    row.setVisible(false);
    presenter
        .delayProperty()
        .addListener(
            (property, before, delay) -> {
              row.setVisible(delay.asked().isPresent());
              delay.asked().ifPresent(this::show);
            });
  }

  Node node() {
    return row;
  }

  private void show(AskedErasures.AskedErasure asked) {
    now.setVisible(presenter.isDue());
    String words =
        presenter.isDue()
            ? "erase.already.due"
            : asked.everything() ? "erase.already.all" : "erase.already";
    said.setText(
        Words.count(
            words,
            asked.numbers().size(),
            asked.by(),
            Shown.moment(asked.until(), context.now(), context.zone())));
  }
}
