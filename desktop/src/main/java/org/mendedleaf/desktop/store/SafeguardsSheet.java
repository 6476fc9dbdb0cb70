package org.mendedleaf.desktop.store;

import javafx.scene.Node;
import javafx.scene.control.TextField;
import org.mendedleaf.core.keeping.Safeguards.StoreSafeguards;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The safeguards of a store in a sentence, and two fields to change them. */
final class SafeguardsSheet {

  private static final double FIELD = 110;

  private final SafeguardsPresenter presenter;
  private final TextField least = new TextField();
  private final TextField delay = new TextField();
  private final FoldedForm form = new FoldedForm("safeguards", Words.of("safeguards.change"));

  SafeguardsSheet(SafeguardsPresenter presenter) {
    this.presenter = presenter;
    field(least, "safeguard-least");
    field(delay, "safeguard-delay");
    form.fill(
        this::writeFields,
        least,
        Nodes.button(Words.of("safeguards.set"), "", this::set),
        presenter.refusedProperty(),
        FoldedForm.line("safeguards.field.least", least, "safeguards.field.leastAfter"),
        FoldedForm.line("safeguards.field.delay", delay, "safeguards.field.delayAfter"));
    presenter
        .safeguardsProperty()
        .addListener((property, before, now) -> form.say(presenter.sentence(now)));
  }

  private void field(TextField field, String id) {
    field.setId(id);
    field.setPrefWidth(FIELD);
    field.setPromptText(Words.of("safeguards.field.none"));
    field.setOnAction(event -> set());
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

  private void writeFields() {
    StoreSafeguards now = presenter.safeguardsProperty().get();
    if (now != null) {
      least.setText(SafeguardsPresenter.typed(now.chosen().least()));
      delay.setText(SafeguardsPresenter.typed(now.chosen().delay()));
    }
  }

  private void set() {
    if (presenter.set(least.getText(), delay.getText())) {
      form.fold();
    }
  }
}
