package org.mendedleaf.desktop.store;

import javafx.beans.property.ReadOnlyStringProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/**
 * What is set, in a sentence, and the form that changes it, which unfolds under the sentence. Knows
 * nothing of what it sets.
 */
final class FoldedForm {

  private final String id;
  private final Label sentence = Nodes.text("", "soft");
  private final Button change;
  private final VBox form = new VBox(8);
  private final VBox all;
  private Runnable unfolding = () -> {};
  private Node first = form;

  /**
   * @param id of the sentence; those of its buttons are made of it
   * @param change what the button says that unfolds the form
   */
  FoldedForm(String id, String change) {
    this.id = id;
    sentence.setId(id);
    HBox.setHgrow(sentence, Priority.ALWAYS);
    this.change = Nodes.button(change, "", this::unfold, "link-like");
    this.change.setId("change-" + id);
    this.change.setMinWidth(Region.USE_PREF_SIZE);
    HBox said = new HBox(10, sentence, this.change);
    said.setAlignment(Pos.BASELINE_LEFT);
    form.getStyleClass().addAll("sheet", "padded");
    form.managedProperty().bind(form.visibleProperty());
    form.setVisible(false);
    all = new VBox(8, said, form);
    all.managedProperty().bind(all.visibleProperty());
  }

  /**
   * Fills the form; made once.
   *
   * @param unfolding writes what is set into the fields
   * @param first has the keyboard at first
   * @param set changes it
   * @param refused why what was typed was not taken
   * @param lines the fields
   */
  void fill(
      Runnable unfolding, Node first, Button set, ReadOnlyStringProperty refused, Node... lines) {
    this.unfolding = unfolding;
    this.first = first;
    set.setId("set-" + id);
    set.getStyleClass().add("moss");
    Button leave = Nodes.button(Words.of("store.leave"), "", this::fold);
    leave.setId("leave-" + id);
    Label why = Nodes.text("", "rust");
    why.setId(id + "-refused");
    why.textProperty().bind(refused);
    why.managedProperty().bind(why.textProperty().isNotEmpty());
    form.getChildren().setAll(lines);
    form.getChildren().addAll(why, new HBox(10, set, leave));
  }

  /** A field between the words that say what it is for. */
  static HBox line(String before, Node field, String after) {
    HBox line =
        new HBox(8, Nodes.label(Words.of(before)), field, Nodes.label(Words.of(after), "soft"));
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  Node node() {
    return all;
  }

  void say(String now) {
    sentence.setText(now);
  }

  void offer(String words) {
    change.setText(words);
  }

  void setVisible(boolean now) {
    all.setVisible(now);
  }

  private void unfold() {
    unfolding.run();
    form.setVisible(true);
    Keyboard.to(first);
  }

  void fold() {
    form.setVisible(false);
    Keyboard.to(change);
  }
}
