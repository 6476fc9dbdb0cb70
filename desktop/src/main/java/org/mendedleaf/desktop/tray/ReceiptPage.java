package org.mendedleaf.desktop.tray;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.layout.Region;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.core.report.PdfReport;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.tray.ReceiptReport;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.core.tray.RunReceipt.ReceiptLine;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * The results of a recovery at each place: what, where, from when, checked; and the way to undo it.
 */
public final class ReceiptPage extends StackedPage {

  private final Context context;
  private final ReceiptPresenter presenter;
  private final Label title = Nodes.label("", "title");
  private final Label facts = Nodes.label("", "soft");
  private final Label summary = Nodes.text("", "strong");
  private final Label checked = Nodes.text("", "soft");
  private final Button undo;
  private final Button open;
  private final Button show;
  private final SheetTable<ReceiptLine> table =
      new SheetTable<>("receipt", line -> open(), line -> Path.of(line.item().target()).toString());
  private TableColumn<ReceiptLine, ReceiptLine> remarks;

  /** One way of exporting a report. */
  private interface ReceiptWriting {
    void to(Report report, OutputStream out) throws IOException;
  }

  public ReceiptPage(Context context, Place.ReceiptOf place) {
    this.context = context;
    this.presenter = new ReceiptPresenter(context, place);
    presenter.receiptProperty().addListener((property, before, now) -> show(now));
    undo = Nodes.button(Words.of("receipt.undo"), "Ctrl+Z", presenter::undo);
    undo.setId("undo-run");
    open = Nodes.button(Words.of("receipt.open"), "Enter", this::open);
    show = Nodes.button(Words.of("receipt.folder"), "Ctrl+O", this::showInFolder);
    show.setId("show-in-folder");
    Button csv = Nodes.button(Words.of("receipt.csv"), "", () -> save(".csv", CsvReport::write));
    csv.setId("receipt-csv");
    Button pdf = Nodes.button(Words.of("receipt.pdf"), "", () -> save(".pdf", PdfReport::write));
    Region titled = Nodes.titled(title, facts);
    columns();
    focusFirst(table.node());
    stack(
        8, Nodes.row(titled, open, show, csv, pdf, undo), summary, checked, growing(table.node()));
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("receipt.undo", "Shortcut+Z", undo::fire),
        Action.of("receipt.folder", "Shortcut+O", this::showInFolder));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(RunReceipt found) {
    table.fit(found.lines());
    title.setText(Words.of("receipt.title", String.valueOf(found.act().id())));
    facts.setText(presenter.facts());
    summary.setText(presenter.summary());
    checked.setText(found.isUndone() ? Words.of("receipt.undone") : Words.of("receipt.checked"));
    checked.getStyleClass().setAll("label", found.isUndone() ? "rust" : "soft");
    undo.setDisable(found.isUndone());
    remarks.setVisible(found.lines().stream().anyMatch(line -> !line.item().why().isEmpty()));
    table.show(presenter.rows());
  }

  private void open() {
    chosen().ifPresent(presenter::open);
  }

  private void showInFolder() {
    chosen().ifPresent(presenter::showInFolder);
  }

  private Optional<Path> chosen() {
    return table.chosen().map(line -> Path.of(line.item().target()));
  }

  private void save(String ending, ReceiptWriting writing) {
    RunReceipt saved = presenter.receiptProperty().get();
    if (saved != null) {
      new Saving(context)
          .ask(
              node(),
              Words.of("receipt.name", saved.act().id()) + ending,
              out -> writing.to(ReceiptReport.of(saved, context.zone()), out));
    }
  }

  private void columns() {
    table.column(
        "column.outcome",
        220,
        (cell, line) -> {
          boolean whole = line.item().file().isEmpty() && line.item().outcome() != Outcome.FOLDER;
          String key = "receipt." + line.item().outcome().name();
          cell.setText(
              whole && line.item().wrote().isPresent()
                  ? Words.of("receipt.archive")
                  : Words.of(key));
          cell.getStyleClass().add(RehearsalPage.style(line.item().outcome()));
        });
    table.column("column.place", 330, ReceiptPage::placeCell);
    table.column(
        "column.revision.wanted",
        80,
        (cell, line) ->
            line.item()
                .revision()
                .ifPresent(
                    number ->
                        cell.setText(
                            number == 0 ? Words.of("revision.first.short") : "r" + number)));
    table.sizes(
        "column.size",
        80,
        line -> line.item().outcome() == Outcome.FOLDER ? -1 : line.item().bytes());
    table.column(
        "column.saved",
        140,
        (cell, line) ->
            line.item()
                .wrote()
                .ifPresent(
                    state ->
                        cell.setText(
                            Shown.moment(state.modified(), context.now(), context.zone()))));
    remarks =
        table.column(
            "column.remark",
            200,
            (cell, line) -> {
              cell.setText(line.item().why());
              Tip.on(cell, line.item().why());
              cell.getStyleClass().add("soft");
            });
  }

  /** On a shelf the place on it, elsewhere the path. */
  private static void placeCell(TableCell<ReceiptLine, ReceiptLine> cell, ReceiptLine line) {
    Path target = Path.of(line.item().target());
    Optional<Path> folder = line.shelf().folder().filter(target::startsWith);
    cell.setText(
        folder
            .map(at -> line.shelf().name() + " / " + at.relativize(target))
            .orElse(Shown.path(target)));
    cell.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
    Tip.on(cell, line.item().target());
  }
}
