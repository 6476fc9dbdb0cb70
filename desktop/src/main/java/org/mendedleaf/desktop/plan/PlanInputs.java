package org.mendedleaf.desktop.plan;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The fields in which a plan is written, with sentences to begin from, and how they stand. */
final class PlanInputs {

  private static final List<String> RHYTHMS =
      List.of(
          "on save",
          "by hand",
          "every 5 minutes",
          "every 20 minutes",
          "every 2 hours",
          "at 12:30, 18:00 on weekdays",
          "at 18:00 every day");
  private static final List<String> REASONS =
      List.of(
          "the newest 10",
          "what was replaced less than 7 days ago",
          "what closed a day in the last 3 months",
          "what closed a week in the last 1 year",
          "what closed a month in the last 7 years",
          "what closed a year for good",
          "what was issued",
          "what has a note",
          "what is known good",
          "everything");

  private static final List<String> SNAPSHOTS =
      List.of(
          "at 18:00 every day, labelled {date}, for 30 days",
          "at 17:30 on Friday, labelled Week {week}, the newest 12",
          "at 09:00 on Monday, labelled {month} {year}, for 1 year");
  private static final List<String> ROOMS =
      List.of(PlanDraft.NO_LIMIT, "10 GB free", "at most 20 GB");
  private static final List<String> THINNING =
      List.of("by hand", "at 12:00 every day", "at 12:00 on Monday");

  final ComboBox<String> rhythm = typed("rhythm", RHYTHMS);
  final ComboBox<String> room = typed("room", ROOMS);
  final ComboBox<String> thinning = typed("thinning", THINNING);
  final CheckBox copies = new CheckBox(Words.of("plan.copies"));
  final TextField removed = spanField("removed-for");
  final TextField grace = spanField("grace-time");
  final TextField called = new TextField();
  final ChoiceBox<String> add = choices("add-reason", "plan.add", REASONS);
  final ChoiceBox<String> addSnapshots = choices("add-snapshots", "plan.snapshots.add", SNAPSHOTS);

  PlanInputs() {
    copies.setId("working-copies");
    Tip.on(copies, Words.of("plan.copies.tip"));
    called.setId("plan-name");
    called.setPrefColumnCount(18);
  }

  /** A field with words to choose from. */
  private static ComboBox<String> typed(String id, List<String> words) {
    ComboBox<String> box = new ComboBox<>();
    box.setId(id);
    box.setEditable(true);
    box.getItems().setAll(words);
    box.setMinWidth(150);
    box.setMaxWidth(Double.MAX_VALUE);
    return box;
  }

  /** Sentences to be added; the first line says so. */
  private static ChoiceBox<String> choices(String id, String key, List<String> sentences) {
    ChoiceBox<String> box = new ChoiceBox<>();
    box.setId(id);
    box.getItems().add(Words.of(key));
    box.getItems().addAll(sentences);
    box.setValue(Words.of(key));
    return box;
  }

  private static TextField spanField(String id) {
    TextField field = new TextField();
    field.setId(id);
    field.setPrefColumnCount(5);
    field.setMinWidth(76);
    field.setMaxWidth(96);
    return field;
  }

  static HBox wholeWords(HBox line) {
    line.getChildren()
        .filtered(Label.class::isInstance)
        .forEach(node -> ((Region) node).setMinWidth(Region.USE_PREF_SIZE));
    return line;
  }

  static Node head(String key) {
    Label head = Nodes.label(Words.of(key), "sheet-head");
    VBox.setMargin(head, new javafx.geometry.Insets(14, 0, 2, 0));
    return head;
  }

  static Node spaced(Node node) {
    VBox.setMargin(node, new javafx.geometry.Insets(8, 0, 6, 0));
    return node;
  }

  static Node named(String key, Region node) {
    Label name = Nodes.label(Words.of(key), "soft");
    name.setMinWidth(86);
    HBox line = new HBox(8, name, node);
    HBox.setHgrow(node, Priority.ALWAYS);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("rule-line");
    return line;
  }
}
