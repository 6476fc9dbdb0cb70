package org.mendedleaf.desktop.store;

import javafx.scene.Node;
import javafx.scene.control.TextField;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** How often a recovery is tried automatically, in a sentence, and the field to change it. */
final class DrillRhythmSheet {

  private static final double FIELD = 80;

  private final DrillRhythmPresenter presenter;
  private final TextField days = new TextField();
  private final FoldedForm form = new FoldedForm("drill-rhythm", Words.of("drill.rhythm.change"));

  DrillRhythmSheet(DrillRhythmPresenter presenter) {
    this.presenter = presenter;
    days.setId("drill-days");
    days.setPrefWidth(FIELD);
    days.setPromptText(Words.of("drill.rhythm.never"));
    days.setOnAction(event -> set());
    form.fill(
        () -> days.setText(presenter.typed()),
        days,
        Nodes.button(Words.of("drill.rhythm.set"), "", this::set),
        presenter.refusedProperty(),
        FoldedForm.line("drill.rhythm.field", days, "drill.rhythm.fieldAfter"));
    presenter
        .everyProperty()
        .addListener((property, before, now) -> form.say(DrillRhythmPresenter.sentence(now)));
  }

  Node node() {
    return form.node();
  }

  /**
   * @param isHere whether the store can be reached
   */
  void refresh(boolean isHere) {
    form.setVisible(isHere);
    if (isHere) {
      presenter.refresh();
    }
  }

  private void set() {
    if (presenter.set(days.getText())) {
      form.fold();
    }
  }
}
