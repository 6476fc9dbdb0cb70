package org.mendedleaf.desktop.work;

import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.desktop.words.Words;

/**
 * The fields for a passphrase that somebody chooses, typed twice, and the recovery key that goes
 * with it, which is shown before anything is done so that it can be put on paper, and never again.
 */
public final class SecretFields {

  private static final double WIDTH = 240;

  private final PasswordField passphrase = new PasswordField();
  private final PasswordField again = new PasswordField();
  private final TextField recovery = new TextField();
  private final VBox keyed;
  private final VBox root;
  private final BooleanBinding ready;
  private RecoveryKey key;

  /**
   * @param key that nobody has
   */
  public SecretFields(RecoveryKey key) {
    this.key = key;
    passphrase.setId("new-passphrase");
    passphrase.setPrefWidth(WIDTH);
    passphrase.setPromptText(Words.of("secret.passphrase"));
    again.setId("passphrase-again");
    again.setPrefWidth(WIDTH);
    again.setPromptText(Words.of("secret.again"));
    recovery.setId("recovery-key");
    recovery.setText(key.shown());
    recovery.setEditable(false);
    recovery.setMaxWidth(2 * WIDTH + 8);
    recovery.getStyleClass().add("fixed");
    Label problem = Nodes.text("", "soft");
    problem
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                this::problem, passphrase.textProperty(), again.textProperty()));
    ready =
        Bindings.createBooleanBinding(
            () -> problem().isEmpty(), passphrase.textProperty(), again.textProperty());
    keyed = new VBox(6, Nodes.text(Words.of("secret.recoveryKey"), "soft"), recovery);
    keyed.managedProperty().bind(keyed.visibleProperty());
    root = new VBox(6, new HBox(8, passphrase, again), problem, keyed);
  }

  private String problem() {
    if (!Passphrase.of(passphrase.getText()).isLongEnough()) {
      return Words.of("secret.short", Passphrase.SHORTEST);
    }
    return passphrase.getText().equals(again.getText()) ? "" : Words.of("secret.differ");
  }

  public Node node() {
    return root;
  }

  /** Whether what was typed can be taken. */
  public BooleanBinding ready() {
    return ready;
  }

  public Passphrase passphrase() {
    return Passphrase.of(passphrase.getText());
  }

  public RecoveryKey key() {
    return key;
  }

  /** Whether there is a recovery key to be put on paper. */
  public void showKey(boolean now) {
    keyed.setVisible(now);
  }

  /** Begins anew, so that nothing that was typed stays in a field. */
  public void begin(RecoveryKey fresh) {
    key = fresh;
    recovery.setText(fresh.shown());
    passphrase.clear();
    again.clear();
  }
}
