package org.mendedleaf.desktop.file;

import java.io.File;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.mendedleaf.desktop.sides.SidesView;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** Two states of a file side by side: in one line what changed, and below it where. */
final class ComparePane {

  private final ComparePresenter presenter;
  private final Label summary = Nodes.text("", "strong");
  private final Label pair = Nodes.label("", "soft");
  private final BorderPane root = new BorderPane();

  ComparePane(ComparePresenter presenter) {
    this.presenter = presenter;
    Button before =
        Nodes.button(Words.of("sides.with.before"), "Ctrl+E", presenter::withBefore, "link-like");
    Button now =
        Nodes.button(Words.of("sides.with.now"), "Ctrl+L", presenter::withNow, "link-like");
    Button other =
        Nodes.button(Words.of("sides.with.file"), "Ctrl+Shift+L", this::chooseFile, "link-like");
    before.setId("with-before");
    now.setId("with-now");
    summary.setId("compare-summary");
    FlowPane with = new FlowPane(6, 2, pair, before, now, other);
    VBox head = new VBox(3, summary, with);
    head.getStyleClass().add("compare-head");
    root.setTop(head);
    presenter.shownProperty().addListener((property, was, shown) -> show(shown));
  }

  Node node() {
    return root;
  }

  void chooseFile() {
    FileChooser chooser = new FileChooser();
    chooser.setTitle(Words.of("sides.with.file"));
    File file = chooser.showOpenDialog(root.getScene().getWindow());
    if (file != null) {
      presenter.withFile(file.toPath());
    }
  }

  private void show(ComparePresenter.ShownComparison shown) {
    if (shown == null) {
      return;
    }
    pair.setText(Words.of("sides.pair", shown.earlier(), shown.later()));
    if (!shown.problem().isEmpty()) {
      summary.setText("");
      Label problem = Nodes.text(shown.problem(), "padded");
      root.setCenter(problem);
    } else if (shown.comparison() == null) {
      summary.setText(Words.of("sides.comparing"));
    } else {
      String told = shown.comparison().summary();
      summary.setText(Character.toUpperCase(told.charAt(0)) + told.substring(1));
      root.setCenter(SidesView.of(shown.comparison(), shown.earlier(), shown.later()));
    }
  }
}
