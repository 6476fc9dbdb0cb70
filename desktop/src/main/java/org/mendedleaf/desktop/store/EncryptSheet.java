package org.mendedleaf.desktop.store;

import java.io.File;
import javafx.beans.binding.Bindings;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.stage.DirectoryChooser;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.SecretFields;

/** Says that a store is plain, and makes an encrypted copy of it. */
final class EncryptSheet {

  private final SecrecyPresenter presenter;
  private final TextField folder = new TextField();
  private final SecretFields secret;
  private final FoldedForm form = new FoldedForm("encrypt-store", Words.of("secrecy.encrypt"));

  EncryptSheet(SecrecyPresenter presenter) {
    this.presenter = presenter;
    secret = new SecretFields(presenter.freshKey());
    form.say(Words.of("secrecy.plain"));
    folder.setId("encrypted-folder");
    folder.setPromptText(Words.of("secrecy.encrypt.folder"));
    folder.textProperty().addListener((property, before, now) -> presenter.look(now));
    HBox.setHgrow(folder, Priority.ALWAYS);
    Button choose = Nodes.button(Words.of("secrecy.encrypt.choose"), "", this::choose);
    choose.setMinWidth(Region.USE_PREF_SIZE);
    Label takes = Nodes.text("", "soft");
    takes
        .textProperty()
        .bind(presenter.planProperty().map(plan -> plan.map(SecrecyPresenter::said).orElse("")));
    takes.managedProperty().bind(takes.textProperty().isNotEmpty());
    Button go = Nodes.button(Words.of("secrecy.encrypt.go"), "", this::encrypt);
    go.disableProperty()
        .bind(
            Bindings.createBooleanBinding(
                () -> !secret.ready().get() || presenter.planProperty().get().isEmpty(),
                secret.ready(),
                presenter.planProperty()));
    form.fill(
        this::begin,
        folder,
        go,
        presenter.refusedProperty(),
        Nodes.text(Words.of("secrecy.encrypt.what")),
        new HBox(8, folder, choose),
        takes,
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
    folder.clear();
    secret.begin(presenter.freshKey());
  }

  private void choose() {
    File chosen = new DirectoryChooser().showDialog(node().getScene().getWindow());
    if (chosen != null) {
      folder.setText(Shown.path(chosen.toPath()));
    }
  }

  private void encrypt() {
    presenter.encrypt(folder.getText(), secret.passphrase(), secret.key(), this::end);
  }
}
