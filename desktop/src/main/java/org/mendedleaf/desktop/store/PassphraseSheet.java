package org.mendedleaf.desktop.store;

import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.PasswordField;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.SecretFields;

/** Says that a store is encrypted, and changes what opens it. */
final class PassphraseSheet {

  private static final double WIDTH = 488;

  private final SecrecyPresenter presenter;
  private final PasswordField present = new PasswordField();
  private final SecretFields secret;
  private final CheckBox renew = new CheckBox(Words.of("secrecy.change.key"));
  private final FoldedForm form = new FoldedForm("passphrase-of", Words.of("secrecy.change"));

  PassphraseSheet(SecrecyPresenter presenter) {
    this.presenter = presenter;
    secret = new SecretFields(presenter.freshKey());
    form.say(Words.of("secrecy.encrypted"));
    present.setId("present-passphrase");
    present.setMaxWidth(WIDTH);
    present.setPromptText(Words.of("secrecy.change.present"));
    renew.setId("renew-key");
    renew.selectedProperty().addListener((property, before, now) -> secret.showKey(now));
    Button go = Nodes.button(Words.of("secrecy.change.go"), "", this::change);
    go.disableProperty().bind(secret.ready().not().or(present.textProperty().isEmpty()));
    form.fill(
        this::begin,
        present,
        go,
        presenter.refusedProperty(),
        Nodes.text(Words.of("secrecy.change.what")),
        present,
        renew,
        secret.node());
  }

  Node node() {
    return form.node();
  }

  void show(boolean now) {
    form.setVisible(now);
  }

  /** What was typed does not stay in the fields. */
  private void end() {
    begin();
    form.fold();
  }

  private void begin() {
    present.clear();
    renew.setSelected(false);
    secret.showKey(false);
    secret.begin(presenter.freshKey());
  }

  private void change() {
    presenter.change(
        present.getText(),
        secret.passphrase(),
        renew.isSelected() ? Optional.of(secret.key()) : Optional.empty(),
        this::end);
  }
}
