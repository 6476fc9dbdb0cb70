package org.mendedleaf.desktop.tray;

import java.io.File;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/**
 * The choices for a recovery: where picks go, what happens where something stands, and what becomes
 * of later files.
 */
final class HandlingForm {

  private final Consumer<Handling> changed;
  private final ToggleGroup where = new ToggleGroup();
  private final ToggleGroup ifThere = new ToggleGroup();
  private final ToggleGroup later = new ToggleGroup();
  private final TextField path = new TextField();
  private final Button choose = Nodes.button(Words.of("new.choose"), "", this::choose);
  private final Label said = Nodes.text("", "soft");
  private final HBox laterRow;
  private final VBox root;
  private boolean showing;

  /** The kind of destination, apart from the path. */
  private enum WhereChoice {
    PLACE,
    FOLDER,
    ZIP
  }

  /**
   * @param changed called with each new choice, also while it does not say yet where to
   */
  HandlingForm(Consumer<Handling> changed) {
    this.changed = changed;
    path.setId("tray-path");
    path.setPrefColumnCount(28);
    HBox.setHgrow(path, Priority.ALWAYS);
    path.textProperty().addListener((property, before, now) -> tell());
    HBox to = choices("tray.where", where, WhereChoice.values());
    to.getChildren().addAll(path, choose);
    HBox there = choices("tray.ifThere", ifThere, IfThere.values());
    laterRow = choices("tray.later", later, LaterFiles.values());
    root = new VBox(6, to, there, laterRow, said);
    root.getStyleClass().addAll("sheet", "handling");
    show(Handling.IN_PLACE);
  }

  Node node() {
    return root;
  }

  private HBox choices(String key, ToggleGroup group, Enum<?>[] values) {
    Label name = Nodes.label(Words.of(key), "soft", "handling-name");
    HBox row = new HBox(4, name);
    row.setAlignment(Pos.CENTER_LEFT);
    for (Enum<?> value : values) {
      ToggleButton choice = new ToggleButton(Words.of(key + "." + value.name()));
      choice.setId(key.replace('.', '-') + "-" + value.name());
      choice.getStyleClass().setAll("choice");
      choice.setUserData(value);
      choice.setToggleGroup(group);
      row.getChildren().add(choice);
    }
    group
        .selectedToggleProperty()
        .addListener(
            (property, before, now) -> {
              if (now == null) {
                before.setSelected(true);
              } else {
                tell();
              }
            });
    return row;
  }

  void show(Handling handling) {
    showing = true;
    WhereChoice at =
        handling.destination() instanceof Destination.InPlace
            ? WhereChoice.PLACE
            : handling.destination() instanceof Destination.Folder
                ? WhereChoice.FOLDER
                : WhereChoice.ZIP;
    select(where, at);
    select(ifThere, handling.ifThere());
    select(later, handling.laterFiles());
    if (handling.destination() instanceof Destination.Folder to) {
      showPath(to.folder());
    } else if (handling.destination() instanceof Destination.Archive to) {
      showPath(to.zip());
    }
    showing = false;
    adapt();
  }

  /** A path stays as typed while somebody is typing it. */
  private void showPath(Path chosen) {
    if (!Shown.pathWritten(path.getText()).equals(chosen)) {
      path.setText(Shown.path(chosen));
    }
  }

  private static void select(ToggleGroup group, Object value) {
    group.getToggles().stream()
        .filter(toggle -> toggle.getUserData() == value)
        .forEach(group::selectToggle);
  }

  private Object chosen(ToggleGroup group) {
    return group.getSelectedToggle().getUserData();
  }

  private void tell() {
    if (showing) {
      return;
    }
    adapt();
    changed.accept(handling());
  }

  private Handling handling() {
    Destination destination =
        chosen(where) == WhereChoice.PLACE
            ? new Destination.InPlace()
            : chosen(where) == WhereChoice.FOLDER
                ? new Destination.Folder(Shown.pathWritten(path.getText()))
                : new Destination.Archive(Shown.pathWritten(path.getText()));
    return new Handling(destination, (IfThere) chosen(ifThere), (LaterFiles) chosen(later));
  }

  private void adapt() {
    boolean elsewhere = chosen(where) != WhereChoice.PLACE;
    path.setVisible(elsewhere);
    choose.setVisible(elsewhere);
    path.setPromptText(
        Words.of(chosen(where) == WhereChoice.ZIP ? "tray.zip.prompt" : "tray.folder.prompt"));
    laterRow.setDisable(elsewhere);
    said.setText(
        handling().destination().isChosen()
            ? PickWords.handling(handling())
                + (elsewhere
                    ? ""
                    : " " + Words.of("tray.how.later." + ((Enum<?>) chosen(later)).name()))
            : Words.of("tray.how.unsaid"));
  }

  private void choose() {
    File chosen;
    if (chosen(where) == WhereChoice.ZIP) {
      FileChooser chooser = new FileChooser();
      chooser.setInitialFileName(Words.of("tray.zip.name"));
      chosen = chooser.showSaveDialog(root.getScene().getWindow());
    } else {
      chosen = new DirectoryChooser().showDialog(root.getScene().getWindow());
    }
    if (chosen != null) {
      path.setText(Shown.path(chosen.toPath()));
    }
  }
}
