package org.mendedleaf.desktop.plan;

import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Outlook;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * The space that a shelf will take over the next year: under its plan and others, and by other
 * rhythms.
 */
public final class OutlookPage extends StackedPage {

  private final Context context;
  private final Outlook drawing = new Outlook();
  private final Label facts = Nodes.label("", "soft");
  private final Label answer = Nodes.text("");
  private final Label trust = Nodes.text("", "soft");
  private final SheetTable<OutlookPresenter.OutlookRow> table =
      new SheetTable<>("outlook", row -> {}, OutlookPresenter.OutlookRow::name);
  private final OutlookPresenter presenter;

  public OutlookPage(Context context, Place.Outlook place) {
    this.context = context;
    Shelf shelf = place.shelf();
    this.presenter = new OutlookPresenter(context, shelf);
    presenter.factsProperty().addListener((property, before, now) -> show(now));
    answer.setId("outlook-answer");
    trust.setId("outlook-trust");
    columns();
    table.onChoice(this::draw);
    table.placeholder(Nodes.text(Words.of("plan.tooShort"), "soft"));
    HBox way = Nodes.crumbs();
    way.getChildren()
        .addAll(
            Nodes.crumb(Words.of("area.plans"), () -> context.go(new Place.Plans())),
            Nodes.crumb(shelf.name(), () -> context.go(new Place.PlanOf(shelf))));
    VBox sheet = new VBox(drawing);
    VBox.setVgrow(drawing, Priority.ALWAYS);
    sheet.getStyleClass().addAll("sheet", "padded");
    sheet.setPrefHeight(290);
    sheet.setMinHeight(170);
    VBox.setVgrow(sheet, Priority.SOMETIMES);
    focusFirst(table.node());
    stack(
        8,
        way,
        Nodes.row(Nodes.titled(Nodes.label(Words.of("outlook.title"), "title"), facts)),
        answer,
        sheet,
        growing(table.node()),
        trust);
  }

  private void columns() {
    table.column(
        "column.way",
        250,
        (cell, row) -> {
          cell.setText(row.own() ? Words.of("outlook.own", row.name()) : row.name());
          cell.getStyleClass().add(row.own() ? "strong" : "plain");
        });
    table.column("column.captured", 160, row -> row.rhythm());
    table.numbers("column.statesAWeek", 110, row -> Shown.count(Math.round(row.states())));
    table.sizes("column.inAYear", 120, row -> row.inAYear().middle());
    table.sizes("column.low", 80, row -> row.inAYear().low());
    table.sizes("column.high", 80, row -> row.inAYear().high());
    table.column("column.driveFull", 190, this::fullCell);
  }

  private void fullCell(
      TableCell<OutlookPresenter.OutlookRow, OutlookPresenter.OutlookRow> cell,
      OutlookPresenter.OutlookRow row) {
    cell.setText(
        row.full()
            .middle()
            .map(at -> Words.of("outlook.fullOn", Shown.day(at, context.now(), context.zone())))
            .orElse(Words.of("outlook.longer")));
    cell.getStyleClass().add(row.full().middle().isPresent() ? "rust" : "soft");
  }

  @Override
  public void refresh() {
    if (presenter.factsProperty().get() == null) {
      answer.setText(Words.of("outlook.working"));
    }
    presenter.refresh();
  }

  private void show(OutlookPresenter.OutlookFacts found) {
    facts.setText(presenter.told());
    table.fit(found.rows().stream().mapToLong(row -> row.inAYear().high()).max().orElse(0));
    table.show(found.rows());
    answer.setText(presenter.answer());
    trust.setText(presenter.trust());
    draw();
  }

  private void draw() {
    presenter.drawn(table.chosen()).ifPresent(drawing.drawnProperty()::set);
  }
}
