package org.mendedleaf.desktop.shelves;

import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.SecretFields;

/** The choice whether a new store is encrypted, and what opens it then. */
final class EncryptChoice {

  private final CheckBox encrypt = new CheckBox(Words.of("new.encrypt"));
  private final SecretFields secret;
  private final VBox root;
  private final BooleanBinding ready;

  /**
   * @param key that nobody has
   */
  EncryptChoice(RecoveryKey key) {
    secret = new SecretFields(key);
    encrypt.setId("encrypt");
    secret.node().visibleProperty().bind(encrypt.selectedProperty());
    secret.node().managedProperty().bind(encrypt.selectedProperty());
    ready =
        Bindings.createBooleanBinding(
            () -> !isWanted() || secret.ready().get(),
            encrypt.selectedProperty(),
            encrypt.visibleProperty(),
            secret.ready());
    root = new VBox(6, encrypt, secret.node());
    root.visibleProperty().addListener((property, before, now) -> encrypt.setVisible(now));
    root.managedProperty().bind(root.visibleProperty());
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
        ? Optional.of(new NewShelfPresenter.WantedSecret(secret.passphrase(), secret.key()))
        : Optional.empty();
  }
}
