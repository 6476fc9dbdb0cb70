package org.mendedleaf.desktop.store;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.keeping.Safeguards.StoreSafeguards;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The safeguards of a store in a sentence, and two fields to change them. */
final class SafeguardsSheet {

  private static final double FIELD = 110;

  private final SafeguardsPresenter presenter;
  private final Label sentence = Nodes.text("", "soft");
  private final TextField least = new TextField();
  private final TextField delay = new TextField();
  private final Button change;
  private final VBox form;
  private final VBox all;

  SafeguardsSheet(SafeguardsPresenter presenter) {
    this.presenter = presenter;
    sentence.setId("safeguards");
    HBox.setHgrow(sentence, Priority.ALWAYS);
    change = Nodes.button(Words.of("safeguards.change"), "", this::unfold, "link-like");
    change.setId("change-safeguards");
    change.setMinWidth(Region.USE_PREF_SIZE);
    HBox said = new HBox(10, sentence, change);
    said.setAlignment(Pos.BASELINE_LEFT);
    field(least, "safeguard-least");
    field(delay, "safeguard-delay");
    Button set = Nodes.button(Words.of("safeguards.set"), "", this::set, "moss");
    set.setId("set-safeguards");
    Button leave = Nodes.button(Words.of("safeguards.leave"), "", this::fold);
    leave.setId("leave-safeguards");
    Label refused = Nodes.text("", "rust");
    refused.setId("safeguards-refused");
    refused.textProperty().bind(presenter.refusedProperty());
    refused.managedProperty().bind(refused.textProperty().isNotEmpty());
    HBox acts = new HBox(10, set, leave);
    form =
        new VBox(
            8,
            line("safeguards.field.least", least, "safeguards.field.leastAfter"),
            line("safeguards.field.delay", delay, "safeguards.field.delayAfter"),
            refused,
            acts);
    form.getStyleClass().addAll("sheet", "padded");
    form.managedProperty().bind(form.visibleProperty());
    form.setVisible(false);
    all = new VBox(8, said, form);
    all.managedProperty().bind(all.visibleProperty());
    presenter.safeguardsProperty().addListener((property, before, now) -> show(now));
  }

  private void field(TextField field, String id) {
    field.setId(id);
    field.setPrefWidth(FIELD);
    field.setPromptText(Words.of("safeguards.field.none"));
    field.setOnAction(event -> set());
  }

  private static HBox line(String before, TextField field, String after) {
    HBox line =
        new HBox(8, Nodes.label(Words.of(before)), field, Nodes.label(Words.of(after), "soft"));
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  Node node() {
    return all;
  }

  /**
   * @param isHere whether the store can be reached
   */
  void refresh(boolean isHere) {
    all.setVisible(isHere);
    if (isHere) {
      presenter.refresh();
    }
  }

  private void show(StoreSafeguards now) {
    sentence.setText(presenter.sentence(now));
  }

  private void unfold() {
    StoreSafeguards now = presenter.safeguardsProperty().get();
    if (now == null) {
      return;
    }
    least.setText(SafeguardsPresenter.typed(now.chosen().least()));
    delay.setText(SafeguardsPresenter.typed(now.chosen().delay()));
    form.setVisible(true);
    Keyboard.to(least);
  }

  private void fold() {
    form.setVisible(false);
    Keyboard.to(change);
  }

  private void set() {
    if (presenter.set(least.getText(), delay.getText())) {
      fold();
    }
  }
}
