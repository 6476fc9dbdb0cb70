package org.mendedleaf.desktop.store;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.losses.LossAnswer;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The losses that may happen and what they would cost, a row for each. */
final class LossSheet {

  private static final double HAPPENS = 270;

  private final StorePresenter presenter;
  private final GridPane rows = new GridPane();
  private final VBox root;

  LossSheet(StorePresenter presenter) {
    this.presenter = presenter;
    rows.setHgap(16);
    rows.setVgap(10);
    ColumnConstraints happens = new ColumnConstraints(HAPPENS);
    ColumnConstraints then = new ColumnConstraints();
    then.setHgrow(Priority.ALWAYS);
    then.setFillWidth(true);
    rows.getColumnConstraints().setAll(happens, then);
    rows.setId("losses");
    root = new VBox(10, Nodes.label(Words.of("store.losses"), "strong"), rows);
    root.getStyleClass().addAll("sheet", "padded");
    root.managedProperty().bind(root.visibleProperty());
    root.setVisible(false);
  }

  VBox node() {
    return root;
  }

  void show(List<LossAnswer> answers) {
    root.setVisible(!answers.isEmpty());
    rows.getChildren().clear();
    for (int row = 0; row < answers.size(); row++) {
      LossAnswer answer = answers.get(row);
      Label happens = Nodes.text(answer.loss().said(), "soft");
      VBox then = new VBox(2, Nodes.text(presenter.said(answer), StorePresenter.look(answer)));
      answer.advice().ifPresent(step -> then.getChildren().add(Nodes.text(step, "soft")));
      rows.addRow(row, happens, then);
      GridPane.setValignment(happens, javafx.geometry.VPos.TOP);
    }
  }
}
