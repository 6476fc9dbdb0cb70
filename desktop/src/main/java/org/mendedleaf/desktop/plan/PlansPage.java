package org.mendedleaf.desktop.plan;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.plan.PlansPresenter.PlanRow;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The care plans of all shelves: what each keeps, and what would go. */
public final class PlansPage extends StackedPage {

  private final Context context;
  private final PlansPresenter presenter;
  private final SheetTable<PlanRow> table;
  private final Label facts = Nodes.label("", "soft");
  private final WatchLine watch;
  private final Button thin;

  public PlansPage(Context context) {
    this.context = context;
    this.presenter = new PlansPresenter(context);
    this.table = new SheetTable<>("plans", presenter::open, PlanRow::name);
    presenter.rowsProperty().addListener((property, before, now) -> show(now));
    thin =
        Nodes.button(
            Words.of("plan.thin"), "Ctrl+T", () -> table.chosen().ifPresent(presenter::thin));
    watch = new WatchLine(context);
    table.onChoice(
        () -> thin.setDisable(table.chosen().filter(row -> row.plan().isPresent()).isEmpty()));
    table.column("column.shelf", 190, PlansPage::shelf);
    table.column("column.plan", 170, PlansPage::plan);
    table.column("column.captured", 170, PlansPage::captured);
    table.column("column.keeps", 240, PlansPage::keeps);
    table.column("column.thinning", 220, PlansPage::thinning);
    table.placeholder(Nodes.text(Words.of("plans.none"), "soft"));
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(
            Nodes.titled(Nodes.label(Words.of("area.plans"), "title"), facts),
            Nodes.button(
                Words.of("plans.open"), "Enter", () -> table.chosen().ifPresent(presenter::open)),
            thin),
        Nodes.text(Words.of("plans.what"), "soft"),
        growing(table.node()),
        watch.node());
  }

  @Override
  public void refresh() {
    presenter.refresh();
    context.ask(watch::isKept, watch::show);
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("plan.thin", "Shortcut+T", () -> table.chosen().ifPresent(presenter::thin)));
  }

  private void show(List<PlanRow> rows) {
    table.show(rows);
    if (table.chosen().isEmpty() && !rows.isEmpty()) {
      table.node().getSelectionModel().clearAndSelect(0);
    }
    long without = presenter.withoutPlan();
    facts.setText(without == 0 ? "" : Words.count("plans.without", without));
  }

  private static void shelf(TableCell<PlanRow, PlanRow> cell, PlanRow row) {
    cell.setText(row.shelf().name());
    cell.getStyleClass().add("strong");
  }

  private static void plan(TableCell<PlanRow, PlanRow> cell, PlanRow row) {
    cell.setText(row.plan().map(NamedPlan::name).orElse(Words.of("plans.noPlan")));
    if (row.plan().isEmpty()) {
      cell.getStyleClass().add("soft");
    }
  }

  private static void captured(TableCell<PlanRow, PlanRow> cell, PlanRow row) {
    cell.setText(row.plan().map(plan -> plan.rhythm().sentence()).orElse(""));
    cell.getStyleClass().add("soft");
  }

  private static void keeps(TableCell<PlanRow, PlanRow> cell, PlanRow row) {
    List<String> sentences =
        row.plan()
            .map(plan -> plan.plan().rules().stream().map(KeepSentences::format).toList())
            .orElse(List.of(Words.of("plans.everything")));
    cell.setText(
        String.join("; ", sentences)
            + row.plan()
                .flatMap(plan -> plan.plan().room())
                .map(room -> "; " + Words.of("plans.whileRoom", room.sentence()))
                .orElse(""));
    Tip.on(cell, String.join("\n", sentences));
    cell.getStyleClass().add("soft");
  }

  private static void thinning(TableCell<PlanRow, PlanRow> cell, PlanRow row) {
    if (row.plan().isEmpty()) {
      return;
    }
    List<String> words = new ArrayList<>();
    if (row.due() > 0) {
      words.add(Words.count("plans.due", row.due()));
    }
    if (row.going() > 0) {
      words.add(Words.count("plans.going", row.going()));
    }
    if (row.waiting() > 0) {
      words.add(Words.count("plans.waiting", row.waiting()));
    }
    cell.setText(words.isEmpty() ? Words.of("plans.idle") : String.join(", ", words));
    cell.getStyleClass().add(row.due() + row.going() > 0 ? "rust" : "soft");
  }
}
