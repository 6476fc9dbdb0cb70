package org.mendedleaf.desktop.store;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The field for the passphrase of an encrypted store; absent while the store is open. */
final class UnlockSheet {

  private static final double WIDTH = 320;

  private final PasswordField field = new PasswordField();
  private final HBox row;

  UnlockSheet(StorePresenter presenter) {
    field.setId("passphrase");
    field.setPrefWidth(WIDTH);
    field.setPromptText(Words.of("store.passphrase"));
    field.setOnAction(event -> give(presenter));
    Button open = Nodes.button(Words.of("store.unlock"), "", () -> give(presenter));
    open.setId("unlock");
    open.setMinWidth(Region.USE_PREF_SIZE);
    Label refused = Nodes.text("", "rust");
    refused.setId("refused");
    refused.textProperty().bind(presenter.refusedProperty());
    row = new HBox(8, field, open, refused);
    row.setAlignment(Pos.CENTER_LEFT);
    row.managedProperty().bind(row.visibleProperty());
    row.setVisible(false);
  }

  /** What was typed does not stay in the field. */
  private void give(StorePresenter presenter) {
    String typed = field.getText();
    field.clear();
    presenter.unlock(typed);
  }

  Node node() {
    return row;
  }

  /**
   * @param next has the keyboard where it was in here and there is nothing to type any more
   */
  void show(boolean locked, Node next) {
    boolean appears = locked && !row.isVisible();
    boolean leaves = !locked && row.isVisible();
    row.setVisible(locked);
    if (appears) {
      Keyboard.to(field);
    } else if (leaves) {
      Keyboard.to(next);
    }
  }
}
