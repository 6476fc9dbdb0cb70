package org.mendedleaf.desktop.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Predicate;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** Some sentences of a plan, each in a field of its own, with what follows from it beside it. */
final class SentenceRows {

  private static final PseudoClass UNKNOWN = PseudoClass.getPseudoClass("unknown");
  private static final double BESIDE = 88;

  /** The width of the names of the plan's other lines. */
  private static final double NAMED = 86;

  private final SentenceKind kind;
  private final Consumer<List<String>> changed;
  private final VBox root = new VBox();
  private final List<TextField> fields = new ArrayList<>();
  private final List<Label> beside = new ArrayList<>();

  /**
   * Which sentences they are.
   *
   * @param id begins the ids of their fields
   * @param before the word before each
   * @param remove says what taking one away does
   * @param how says how they are written
   * @param isBelow whether what follows from one has a line of its own
   * @param isUnderstood whether one is
   */
  record SentenceKind(
      String id,
      String before,
      String remove,
      String how,
      boolean isBelow,
      Predicate<String> isUnderstood) {}

  /**
   * @param changed hears all sentences as soon as one is changed
   */
  SentenceRows(SentenceKind kind, Consumer<List<String>> changed) {
    this.kind = kind;
    this.changed = changed;
  }

  Region node() {
    return root;
  }

  /** A line with words at the left and what follows from them at the right. */
  static HBox line(Node words, Label follows, Node... after) {
    HBox.setHgrow(words, Priority.ALWAYS);
    if (words instanceof Region region) {
      region.setMaxWidth(Double.MAX_VALUE);
      region.setMinWidth(0);
    }
    follows.getStyleClass().addAll("soft", "rule-count");
    follows.setMinWidth(BESIDE);
    follows.setMaxWidth(BESIDE);
    HBox line = new HBox(8, words, follows);
    line.getChildren().addAll(after);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("rule-line");
    return line;
  }

  /** Shows the sentences; fields that are there stay, so that somebody can type on. */
  void show(List<String> sentences) {
    if (fields.size() != sentences.size()) {
      build(sentences);
    }
    for (int i = 0; i < fields.size(); i++) {
      TextField field = fields.get(i);
      String sentence = sentences.get(i);
      if (!field.getText().equals(sentence)) {
        field.setText(sentence);
      }
      boolean understood = kind.isUnderstood().test(sentence);
      field.pseudoClassStateChanged(UNKNOWN, !understood);
      if (!understood) {
        beside.get(i).setText(Words.of("plan.notUnderstood"));
        Tip.on(field, kind.how());
      } else {
        Tip.off(field);
      }
    }
  }

  /** Puts the keyboard into the last sentence. */
  void editLast() {
    if (!fields.isEmpty()) {
      TextField last = fields.get(fields.size() - 1);
      Keyboard.to(last);
      last.selectAll();
    }
  }

  private List<String> sentences() {
    return fields.stream().map(TextField::getText).toList();
  }

  private void build(List<String> sentences) {
    fields.clear();
    beside.clear();
    root.getChildren().clear();
    for (int i = 0; i < sentences.size(); i++) {
      int at = i;
      TextField field = new TextField(sentences.get(i));
      field.setId(kind.id() + "-" + i);
      field.getStyleClass().add("rule-field");
      field.setMaxWidth(Double.MAX_VALUE);
      field.textProperty().addListener((property, before, text) -> changed.accept(sentences()));
      Label word = Nodes.label(kind.before(), "soft");
      word.setMinWidth(Region.USE_PREF_SIZE);
      HBox words = new HBox(8, word, field);
      words.setAlignment(Pos.CENTER_LEFT);
      HBox.setHgrow(field, Priority.ALWAYS);
      Label follows = new Label();
      Button off = Nodes.button("×", kind.remove(), () -> remove(at), "quiet", "take-off");
      off.setId(kind.id() + "-off-" + i);
      fields.add(field);
      beside.add(follows);
      root.getChildren()
          .add(kind.isBelow() ? below(words, follows, off) : line(words, follows, off));
    }
  }

  private static Node below(HBox words, Label follows, Button off) {
    ((Region) words.getChildren().get(0)).setMinWidth(NAMED);
    HBox.setHgrow(words, Priority.ALWAYS);
    HBox line = new HBox(8, words, off);
    line.setAlignment(Pos.CENTER_LEFT);
    follows.getStyleClass().add("soft");
    follows.setMinWidth(0);
    VBox.setMargin(follows, new Insets(2, 0, 4, NAMED + 8));
    VBox both = new VBox(line, follows);
    both.getStyleClass().add("rule-line");
    return both;
  }

  private void remove(int at) {
    List<String> left = new ArrayList<>(sentences());
    left.remove(at);
    changed.accept(left);
  }

  /** Shows what follows from each sentence that is understood. */
  void follows(List<String> words) {
    for (int i = 0; i < beside.size() && i < words.size(); i++) {
      beside.get(i).setText(words.get(i));
      Tip.on(beside.get(i), words.get(i));
    }
  }
}
