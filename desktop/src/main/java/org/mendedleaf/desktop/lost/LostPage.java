package org.mendedleaf.desktop.lost;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** Everything that left the shelves, latest first; one or many are brought back. */
public final class LostPage extends StackedPage {

  private final Context context;
  private final Label facts = Nodes.label("", "soft");
  private final TextField to = new TextField();
  private final Button back;
  private final LostPresenter presenter;
  private final SheetTable<Lost> table;

  public LostPage(Context context) {
    this.context = context;
    this.presenter = new LostPresenter(context);
    this.table = new SheetTable<>("lost", presenter::open, lost -> lost.path().name());
    presenter.lostProperty().addListener((property, before, now) -> show(now));
    back = Nodes.button(Words.of("lost.back.none"), "Ctrl+B", this::bringBack, "gilded");
    back.setId("bring-back");
    to.setId("lost-to");
    to.setPromptText(Words.of("lost.to"));
    to.setPrefColumnCount(22);
    to.textProperty().addListener((property, was, now) -> showChoice());
    HBox titled = new HBox(14, Nodes.label(Words.of("area.lost"), "title"), facts);
    titled.setAlignment(Pos.BASELINE_LEFT);
    columns();
    table.node().getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    table.onChoice(this::showChoice);
    Node below = new TraySheet(context).beside(table.node());
    focusFirst(table.node());
    stack(
        8, Nodes.row(titled, to, back), Nodes.text(Words.of("lost.what"), "soft"), growing(below));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(Action.of("lost.back.none", "Shortcut+B", this::bringBack));
  }

  private void show(List<Lost> lost) {
    table.fit(lost);
    table.show(lost);
    long files = LostPresenter.files(lost);
    facts.setText(lost.isEmpty() ? "" : Words.count("lost.files", files));
    showChoice();
  }

  private void showChoice() {
    long files = LostPresenter.files(table.chosenRows());
    back.setDisable(files == 0);
    // Only what goes back to its place mends; a copy elsewhere does not.
    boolean inPlace = to.getText().isBlank();
    back.getStyleClass().setAll("button", inPlace ? "gilded" : "moss");
    back.setText(
        files == 0
            ? Words.of("lost.back.none")
            : Words.count(inPlace ? "lost.back" : "lost.copy", files));
  }

  private void bringBack() {
    presenter.bringBack(table.chosenRows(), to.getText());
  }

  private void columns() {
    table.column(
        "column.name",
        220,
        (cell, lost) -> {
          String name = Shortened.name(lost.path());
          cell.setText(lost.folder() ? name + " /" : name);
          Tip.on(cell, lost.path().shown());
          cell.getStyleClass().add("strong");
        });
    table.column(
        "column.where",
        190,
        (cell, lost) -> {
          String folder = lost.path().folder().shown();
          cell.setText(lost.shelf().name() + (folder.isEmpty() ? "" : " / " + folder));
        });
    table.column(
        "column.removed",
        150,
        (cell, lost) -> {
          cell.setText(Shown.moment(lost.at(), context.now(), context.zone()));
          Tip.on(cell, () -> Shown.full(lost.at(), context.zone()));
          cell.getStyleClass().add("rust");
        });
    table.column(
        "column.last",
        110,
        lost ->
            lost.newest()
                .map(Revision::number)
                .map(number -> number == 0 ? Words.of("revision.first") : "r" + number)
                .orElse(Words.count("moment.held", lost.files())));
    factColumns();
    table.picking(context.tray(), presenter::wanted);
    table.placeholder(Nodes.text(Words.of("lost.none"), "soft"));
  }

  private void factColumns() {
    table.sizes("column.size", 90, Lost::bytes);
    table.column(
        "column.savedBy",
        130,
        (cell, lost) -> {
          lost.newest().ifPresent(newest -> cell.setText(Who.of(newest).name()));
          cell.getStyleClass().add("soft");
        });
    table.column(
        "column.kept",
        190,
        lost ->
            lost.keptUntil()
                .map(
                    until ->
                        until.equals(Claim.ALWAYS)
                            ? Words.of("kept.always")
                            : Words.of(
                                "kept.until", Shown.day(until, context.now(), context.zone())))
                .orElse(Words.of("kept.nothing")),
        "soft");
  }
}
