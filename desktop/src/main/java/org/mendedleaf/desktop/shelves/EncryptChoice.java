package org.mendedleaf.desktop.shelves;

import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/**
 * The choice whether a new store is encrypted: its passphrase, typed twice, and the recovery key,
 * which is shown before the store is made so that it can be put on paper, and never again.
 */
final class EncryptChoice {

  private static final double WIDTH = 240;

  private final CheckBox encrypt = new CheckBox(Words.of("new.encrypt"));
  private final PasswordField passphrase = new PasswordField();
  private final PasswordField again = new PasswordField();
  private final TextField recovery = new TextField();
  private final Label problem = Nodes.text("", "soft");
  private final RecoveryKey key;
  private final VBox root;
  private final BooleanBinding ready;

  /**
   * @param key that nobody has
   */
  EncryptChoice(RecoveryKey key) {
    this.key = key;
    encrypt.setId("encrypt");
    passphrase.setId("new-passphrase");
    passphrase.setPrefWidth(WIDTH);
    passphrase.setPromptText(Words.of("new.passphrase"));
    again.setId("passphrase-again");
    again.setPrefWidth(WIDTH);
    again.setPromptText(Words.of("new.passphrase.again"));
    recovery.setId("recovery-key");
    recovery.setText(key.shown());
    recovery.setEditable(false);
    recovery.setMaxWidth(2 * WIDTH + 8);
    recovery.getStyleClass().add("fixed");
    VBox secrets =
        new VBox(
            6,
            new HBox(8, passphrase, again),
            problem,
            Nodes.text(Words.of("new.recoveryKey"), "soft"),
            recovery);
    secrets.visibleProperty().bind(encrypt.selectedProperty());
    secrets.managedProperty().bind(encrypt.selectedProperty());
    problem
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                this::problem, passphrase.textProperty(), again.textProperty()));
    ready =
        Bindings.createBooleanBinding(
            () -> !isWanted() || problem().isEmpty(),
            encrypt.selectedProperty(),
            encrypt.visibleProperty(),
            passphrase.textProperty(),
            again.textProperty());
    root = new VBox(6, encrypt, secrets);
    root.visibleProperty().addListener((property, before, now) -> encrypt.setVisible(now));
    root.managedProperty().bind(root.visibleProperty());
  }

  private String problem() {
    if (!Passphrase.of(passphrase.getText()).isLongEnough()) {
      return Words.of("new.passphrase.short", Passphrase.SHORTEST);
    }
    return passphrase.getText().equals(again.getText()) ? "" : Words.of("new.passphrase.differ");
  }

  private boolean isWanted() {
    return encrypt.isSelected() && encrypt.isVisible();
  }

  Node node() {
    return root;
  }

  /** Where a store lies already, there is nothing to choose. */
  void offer(boolean now) {
    root.setVisible(now);
  }

  /** Whether a store can be made with what was chosen. */
  BooleanBinding ready() {
    return ready;
  }

  /** What was chosen; empty for a plain store. */
  Optional<NewShelfPresenter.WantedSecret> wanted() {
    return isWanted()
        ? Optional.of(new NewShelfPresenter.WantedSecret(Passphrase.of(passphrase.getText()), key))
        : Optional.empty();
  }
}
