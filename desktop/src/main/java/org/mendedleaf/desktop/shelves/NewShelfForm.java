package org.mendedleaf.desktop.shelves;

import java.io.File;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.RoleChoice;

/** Three steps to a protected folder: which folder, where its revisions are kept, go. */
public final class NewShelfForm {

  private final NewShelfPresenter presenter;
  private final TextField folder = new TextField();
  private final TextField store = new TextField();
  private final Label warning = Nodes.text("", "warning");
  private final Label space = Nodes.text("", "soft");
  private final ChoiceBox<Role> others = RoleChoice.of(Role.MAKER, chosen -> {});
  private final CheckBox deposit = new CheckBox(Words.of("new.deposit"));
  private final TextField name = new TextField();
  private final CheckBox later = new CheckBox(Words.of("new.later"));
  private final EncryptChoice encrypt;
  private final Button go;
  private final VBox root;

  public NewShelfForm(Context context, Optional<Path> protect) {
    presenter = new NewShelfPresenter(context);
    encrypt = new EncryptChoice(presenter.newRecoveryKey());
    folder.setId("folder");
    store.setId("store");
    protect.ifPresent(path -> folder.setText(Shown.path(path)));
    go = Nodes.button(Words.of("new.go"), "", this::protect, "moss");
    go.setId("protect");
    go.disableProperty()
        .bind(
            Bindings.createBooleanBinding(
                () ->
                    (deposit.isSelected() ? name : folder).getText().isBlank()
                        || store.getText().isBlank()
                        || !encrypt.ready().get(),
                encrypt.ready(),
                deposit.selectedProperty(),
                name.textProperty(),
                folder.textProperty(),
                store.textProperty()));
    folder.textProperty().addListener((p, a, b) -> look());
    store.textProperty().addListener((p, a, b) -> look());
    root =
        new VBox(
            18,
            step("1", "new.folder", "new.folder.why", chooser(folder), deposit, name),
            step("2", "new.store", "new.store.why", chooser(store), space, warning, encrypt.node()),
            step("3", "new.people", "new.people.why", others),
            step("4", "new.record", "new.record.why", later, go));
    deposit.setId("deposit");
    name.setId("shelf-name");
    name.setPromptText(Words.of("new.deposit.name"));
    name.setMaxWidth(330);
    show(name, false);
    deposit.selectedProperty().addListener((property, before, now) -> asDeposit(now));
    others.setId("others");
    later.setId("later");
    later
        .selectedProperty()
        .addListener(
            (property, before, now) -> go.setText(Words.of(now ? "new.go.later" : "new.go")));
    presenter.suggestStore(
        known -> {
          if (store.getText().isBlank()) {
            store.setText(Shown.path(known));
          }
        });
    presenter.outlookProperty().addListener((property, before, now) -> show(now));
    show(space, false);
    show(warning, false);
    look();
  }

  public Node node() {
    return root;
  }

  public Node firstFocus() {
    return folder.getText().isBlank() ? folder : store;
  }

  private void asDeposit(boolean now) {
    show(name, now);
    folder.setDisable(now);
    show(later, !now);
    go.setText(Words.of(now || later.isSelected() ? "new.go.later" : "new.go"));
    if (now) {
      Keyboard.to(name);
    }
  }

  private static Node step(String number, String title, String why, Node... fields) {
    Label leaf = Nodes.label(number, "step-number");
    VBox text =
        new VBox(6, Nodes.label(Words.of(title), "strong"), Nodes.text(Words.of(why), "soft"));
    text.getChildren().addAll(fields);
    HBox.setHgrow(text, Priority.ALWAYS);
    return new HBox(16, leaf, text);
  }

  private Node chooser(TextField field) {
    Button choose =
        Nodes.button(
            Words.of("new.choose"),
            "",
            () ->
                presenter.ifFolder(
                    field.getText(), begin -> choose(field, begin.map(Path::toFile).orElse(null))));
    HBox.setHgrow(field, Priority.ALWAYS);
    return new HBox(8, field, choose);
  }

  /**
   * @param begin where to begin, or null
   */
  private void choose(TextField field, @Nullable File begin) {
    DirectoryChooser chooser = new DirectoryChooser();
    chooser.setInitialDirectory(begin);
    File chosen = chooser.showDialog(root.getScene().getWindow());
    if (chosen != null) {
      field.setText(Shown.path(chosen.toPath()));
    }
  }

  private void look() {
    presenter.look(folder.getText(), store.getText());
  }

  private void show(NewShelfPresenter.@Nullable DriveOutlook outlook) {
    show(space, outlook != null);
    show(warning, outlook != null && outlook.sameDrive());
    encrypt.offer(outlook == null || !outlook.hasStore());
    if (outlook != null) {
      space.setText(Words.of("new.free", Shown.size(outlook.free())));
      warning.setText(outlook.sameDrive() ? Words.of("new.sameDrive") : "");
    }
  }

  private static void show(Node node, boolean visible) {
    node.setVisible(visible);
    node.setManaged(visible);
  }

  private void protect() {
    Path keep = Shown.pathWritten(store.getText());
    if (deposit.isSelected()) {
      presenter.makeDeposit(name.getText(), keep, encrypt.wanted(), others.getValue());
    } else {
      presenter.protect(
          Shown.pathWritten(folder.getText()),
          keep,
          encrypt.wanted(),
          others.getValue(),
          later.isSelected() ? Recording.NOT_YET : Recording.ON);
    }
  }
}
