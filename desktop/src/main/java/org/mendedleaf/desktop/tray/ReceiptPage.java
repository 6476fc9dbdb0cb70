package org.mendedleaf.desktop.tray;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
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
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** What a recovery did at each place: what, where, from when, checked; and the way to undo it. */
public final class ReceiptPage implements Page {

  private final Context context;
  private final Place.ReceiptOf place;
  private final Label title = Nodes.label("", "title");
  private final Label facts = Nodes.label("", "soft");
  private final Label summary = Nodes.text("", "strong");
  private final Label checked = Nodes.text("", "soft");
  private final Button undo;
  private final Button open;
  private final Button show;
  private final SheetTable<ReceiptLine> table =
      new SheetTable<>("receipt", line -> open(), line -> Path.of(line.item().target()).toString());
  private final VBox root;
  private @Nullable RunReceipt receipt;
  private Shown.SizeUnit unit = Shown.SizeUnit.KB;
  private TableColumn<ReceiptLine, ReceiptLine> sizes;
  private TableColumn<ReceiptLine, ReceiptLine> remarks;

  /** One of the ways in which a report leaves. */
  private interface ReceiptWriting {
    void to(Report report, OutputStream out) throws IOException;
  }

  public ReceiptPage(Context context, Place.ReceiptOf place) {
    this.context = context;
    this.place = place;
    undo = Nodes.button(Words.of("receipt.undo"), "Ctrl+Z", this::undo);
    undo.setId("undo-run");
    open = Nodes.button(Words.of("receipt.open"), "Enter", this::open);
    show = Nodes.button(Words.of("receipt.folder"), "Ctrl+O", this::showInFolder);
    show.setId("show-in-folder");
    Button csv = Nodes.button(Words.of("receipt.csv"), "", () -> save(".csv", CsvReport::write));
    csv.setId("receipt-csv");
    Button pdf = Nodes.button(Words.of("receipt.pdf"), "", () -> save(".pdf", PdfReport::write));
    Region titled = Nodes.titled(title, facts);
    columns();
    VBox.setVgrow(table.node(), Priority.ALWAYS);
    root =
        new VBox(8, Nodes.row(titled, open, show, csv, pdf, undo), summary, checked, table.node());
    root.getStyleClass().add("page");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return table.node();
  }

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () -> context.office().recoveries().receipt(place.store(), place.act()),
            this::show,
            context.navigator()::complain);
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("receipt.undo", "Shortcut+Z", undo::fire),
        Action.of("receipt.folder", "Shortcut+O", this::showInFolder));
  }

  private void show(RunReceipt found) {
    receipt = found;
    unit =
        Shown.SizeUnit.fitting(
            found.lines().stream().mapToLong(line -> line.item().bytes()).max().orElse(0));
    sizes.setText(Words.of("column.size", unit.name()));
    title.setText(Words.of("receipt.title", found.act().id()));
    facts.setText(
        Words.of(
            "receipt.facts",
            found.act().by(),
            Shown.moment(found.at(), context.now(), context.zone())));
    Map<Outcome, Long> counts =
        found.lines().stream()
            .collect(
                Collectors.groupingBy(
                    line -> line.item().outcome(), TreeMap::new, Collectors.counting()));
    summary.setText(
        Words.count("tray.files", found.files(), Shown.size(found.bytes()))
            + " · "
            + RehearsalPage.told(counts, "receipt.count."));
    checked.setText(found.isUndone() ? Words.of("receipt.undone") : Words.of("receipt.checked"));
    checked.getStyleClass().setAll("label", found.isUndone() ? "rust" : "soft");
    undo.setDisable(found.isUndone());
    remarks.setVisible(found.lines().stream().anyMatch(line -> !line.item().why().isEmpty()));
    table.show(
        found.lines().stream()
            .sorted(
                java.util.Comparator.comparing(line -> line.item().outcome() != Outcome.REFUSED))
            .toList());
  }

  private void undo() {
    if (receipt != null) {
      new Recovering(context).undo(receipt);
    }
  }

  private Optional<Path> chosen() {
    return table.chosen().map(line -> Path.of(line.item().target()));
  }

  private void open() {
    chosen().ifPresent(path -> ask(() -> context.opener().open(path)));
  }

  private void showInFolder() {
    chosen().ifPresent(path -> ask(() -> context.opener().showInFolder(path)));
  }

  private interface ReceiptDeed {
    void run() throws IOException;
  }

  private void ask(ReceiptDeed deed) {
    context
        .background()
        .ask(
            () -> {
              deed.run();
              return deed;
            },
            done -> {},
            context.navigator()::complain);
  }

  private void save(String ending, ReceiptWriting writing) {
    RunReceipt saved = receipt;
    if (saved != null) {
      new Saving(context)
          .ask(
              root,
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
    sizes =
        table.numbers(
            "column.size",
            80,
            (cell, line) -> {
              if (line.item().outcome() != Outcome.FOLDER) {
                cell.setText(unit.number(line.item().bytes()));
                Tip.on(cell, () -> Shown.exact(line.item().bytes()));
              }
            });
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
