package org.mendedleaf.desktop.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The rules of a plan as sentences that are typed, each with what it keeps. */
final class RuleRows {

  private static final PseudoClass UNKNOWN = PseudoClass.getPseudoClass("unknown");
  private static final double COUNT = 88;

  private final PlanPresenter presenter;
  private final VBox root = new VBox();
  private final List<TextField> fields = new ArrayList<>();
  private final List<Label> counts = new ArrayList<>();

  RuleRows(PlanPresenter presenter) {
    this.presenter = presenter;
  }

  Region node() {
    return root;
  }

  /** A line with words at the left and what they keep at the right. */
  static HBox line(javafx.scene.Node words, Label count, javafx.scene.Node... after) {
    HBox.setHgrow(words, Priority.ALWAYS);
    if (words instanceof Region region) {
      region.setMaxWidth(Double.MAX_VALUE);
      region.setMinWidth(0);
    }
    count.getStyleClass().addAll("soft", "rule-count");
    count.setMinWidth(COUNT);
    count.setMaxWidth(COUNT);
    HBox line = new HBox(8, words, count);
    line.getChildren().addAll(after);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("rule-line");
    return line;
  }

  /** Shows the sentences; fields that are there stay, so that somebody can type on. */
  void show(PlanDraft draft) {
    if (fields.size() != draft.sentences().size()) {
      build(draft);
    }
    for (int i = 0; i < fields.size(); i++) {
      TextField field = fields.get(i);
      String sentence = draft.sentences().get(i);
      if (!field.getText().equals(sentence)) {
        field.setText(sentence);
      }
      boolean understood = draft.isUnderstood(i);
      field.pseudoClassStateChanged(UNKNOWN, !understood);
      if (!understood) {
        counts.get(i).setText(Words.of("plan.notUnderstood"));
        Tip.on(field, Words.of("plan.sentences"));
      } else {
        Tip.off(field);
      }
    }
  }

  /** Puts the keyboard into the last sentence. */
  void editLast() {
    if (!fields.isEmpty()) {
      TextField last = fields.get(fields.size() - 1);
      last.requestFocus();
      last.selectAll();
    }
  }

  private void build(PlanDraft draft) {
    fields.clear();
    counts.clear();
    root.getChildren().clear();
    for (int i = 0; i < draft.sentences().size(); i++) {
      int at = i;
      TextField field = new TextField(draft.sentences().get(i));
      field.setId("rule-" + i);
      field.getStyleClass().add("rule-field");
      field.setMaxWidth(Double.MAX_VALUE);
      field
          .textProperty()
          .addListener(
              (property, before, text) -> {
                PlanDraft now = presenter.draftProperty().get();
                if (at < now.sentences().size()) {
                  presenter.edit(now.withSentence(at, text));
                }
              });
      Label keep = Nodes.label(Words.of("plan.keep"), "soft");
      keep.setMinWidth(Region.USE_PREF_SIZE);
      HBox words = new HBox(8, keep, field);
      words.setAlignment(Pos.CENTER_LEFT);
      HBox.setHgrow(field, Priority.ALWAYS);
      Label count = new Label();
      Button off =
          Nodes.button(
              "×",
              Words.of("plan.rule.remove"),
              () -> presenter.edit(presenter.draftProperty().get().without(at)),
              "quiet",
              "take-off");
      off.setId("rule-off-" + i);
      fields.add(field);
      counts.add(count);
      root.getChildren().add(line(words, count, off));
    }
  }

  /** Shows how many revisions each sentence keeps. */
  void show(Map<Claim.Reason, Integer> claims) {
    for (int i = 0; i < counts.size(); i++) {
      int kept = Optional.ofNullable(claims.get(new Claim.ByRule(i))).orElse(0);
      counts.get(i).setText(Words.count("plan.revisions", kept));
    }
  }
}
