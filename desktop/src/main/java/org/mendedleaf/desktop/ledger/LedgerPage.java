package org.mendedleaf.desktop.ledger;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import org.mendedleaf.core.office.Ledgers;
import org.mendedleaf.core.office.Ledgers.LedgerRow;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The ledger: everything that was ever done, by whom and when. */
public final class LedgerPage extends StackedPage {

  private static final double WHEN = 150;

  private final Context context;
  private final LedgerPresenter presenter;
  private final SheetTable<LedgerRow> table;
  private final TextField filter = new TextField();
  private final Label facts = Nodes.label("", "soft");

  public LedgerPage(Context context) {
    this.context = context;
    this.presenter = new LedgerPresenter(context);
    this.table = new SheetTable<>("ledger", presenter::open, LedgerPresenter::act);
    presenter.siftedProperty().addListener((property, before, now) -> show(now));
    filter.setId("ledger-filter");
    filter.setPromptText(Words.of("ledger.filter"));
    filter.setPrefColumnCount(20);
    filter.textProperty().bindBidirectional(presenter.filterProperty());
    Button check = Nodes.button(Words.of("ledger.verify"), "", presenter::check);
    check.setId("check-chain");
    Button csv =
        Nodes.button(
            Words.of("receipt.csv"),
            "",
            () ->
                save(
                    ".csv",
                    (rows, out) -> CsvReport.write(Ledgers.report(rows, context.zone()), out)));
    Button json = Nodes.button(Words.of("ledger.json"), "", () -> save(".json", Ledgers::json));
    columns();
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(
            Nodes.titled(Nodes.label(Words.of("area.ledger"), "title"), facts),
            filter,
            check,
            csv,
            json),
        Nodes.text(Words.of("ledger.what"), "soft"),
        growing(table.node()));
  }

  private void columns() {
    table.numbers("column.number.ledger", 70, row -> Shown.count(row.entry().id()));
    table.column("column.when", 170, this::whenCell).setMinWidth(WHEN);
    table.column("column.act", 200, LedgerPage::actCell);
    table.column("column.by", 160, row -> row.entry().by());
    table.column("column.shelf", 180, row -> row.shelf().orElse(""));
    table.numbers("column.lines", 80, row -> Shown.count(row.entry().lines()));
    table.column("column.run", 200, LedgerPage::aboutCell);
    table.placeholder(Nodes.text(Words.of("ledger.none"), "soft"));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(LedgerPresenter.Sifted now) {
    table.show(now.rows());
    facts.setText(
        now.rows().size() == now.of()
            ? Words.count("ledger.count", now.of())
            : Words.of("ledger.count.of", Shown.count(now.rows().size()), Shown.count(now.of())));
  }

  private interface LedgerWriting {
    void to(List<LedgerRow> rows, OutputStream out) throws IOException;
  }

  private void save(String ending, LedgerWriting writing) {
    List<LedgerRow> rows = presenter.siftedProperty().get().rows();
    new Saving(context).ask(node(), Words.of("ledger.name") + ending, out -> writing.to(rows, out));
  }

  // ---- cells

  private void whenCell(TableCell<LedgerRow, LedgerRow> cell, LedgerRow row) {
    cell.setText(Shown.moment(row.entry().at(), context.now(), context.zone()));
    Tip.on(cell, () -> Shown.full(row.entry().at(), context.zone()));
  }

  private static void actCell(TableCell<LedgerRow, LedgerRow> cell, LedgerRow row) {
    cell.setText(LedgerPresenter.act(row));
    String word = row.entry().act().word();
    cell.getStyleClass()
        .add(
            word.equals("erase") || word.equals("remove")
                ? "rust"
                : word.equals("mend") || word.equals("recover") ? "brass" : "plain");
  }

  private static void aboutCell(TableCell<LedgerRow, LedgerRow> cell, LedgerRow row) {
    String undoes =
        row.entry().undoes().isPresent()
            ? Words.of("ledger.undoes", Shown.count(row.entry().undoes().getAsLong()))
            : "";
    cell.setText(row.entry().about().orElse(undoes));
    cell.getStyleClass().add("soft");
  }
}
