package org.mendedleaf.desktop.ledger;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Ledgers;
import org.mendedleaf.core.office.Ledgers.LedgerRow;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.core.stores.VerifyReport;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** All that was ever done, by whom and when. */
public final class LedgerPage implements Page {

  private static final double WHEN = 150;
  private static final Set<String> WITH_RECEIPT =
      Set.of("recover", "bring-in", "gather", "remove", "mend");

  private final Context context;
  private final SheetTable<LedgerRow> table =
      new SheetTable<>("ledger", this::open, row -> words(row.entry().act().word()));
  private final TextField filter = new TextField();
  private final Label facts = Nodes.label("", "soft");
  private final VBox root;
  private List<LedgerRow> all = List.of();
  private List<LedgerRow> shown = List.of();
  private long asked;

  public LedgerPage(Context context) {
    this.context = context;
    filter.setId("ledger-filter");
    filter.setPromptText(Words.of("ledger.filter"));
    filter.setPrefColumnCount(20);
    filter.textProperty().addListener((property, before, text) -> sift());
    Button check = Nodes.button(Words.of("ledger.verify"), "", this::check);
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
    VBox.setVgrow(table.node(), Priority.ALWAYS);
    root =
        new VBox(
            8,
            Nodes.row(
                Nodes.titled(Nodes.label(Words.of("area.ledger"), "title"), facts),
                filter,
                check,
                csv,
                json),
            Nodes.text(Words.of("ledger.what"), "soft"),
            table.node());
    root.getStyleClass().add("page");
  }

  private void columns() {
    table.numbers(
        "column.number.ledger", 70, (cell, row) -> cell.setText(Shown.count(row.entry().id())));
    table.column("column.when", 170, this::whenCell).setMinWidth(WHEN);
    table.column("column.act", 200, LedgerPage::actCell);
    table.column("column.by", 160, (cell, row) -> cell.setText(row.entry().by()));
    table.column("column.shelf", 180, (cell, row) -> cell.setText(row.shelf().orElse("")));
    table.numbers(
        "column.lines", 80, (cell, row) -> cell.setText(Shown.count(row.entry().lines())));
    table.column("column.run", 200, LedgerPage::aboutCell);
    table.placeholder(Nodes.text(Words.of("ledger.none"), "soft"));
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
            () -> context.office().ledgers().all(),
            rows -> {
              all = rows;
              sift();
            },
            context.navigator()::complain);
  }

  /** Very many acts are looked through beside the interface thread. */
  private void sift() {
    long mine = ++asked;
    List<LedgerRow> of = all;
    List<String> wanted =
        List.of(filter.getText().strip().toLowerCase(Locale.ROOT).split("\\s+", -1));
    context
        .background()
        .ask(
            () -> of.stream().filter(row -> fits(row, wanted)).toList(),
            found -> {
              if (mine == asked) {
                shown = found;
                table.show(found);
                facts.setText(
                    found.size() == of.size()
                        ? Words.count("ledger.count", of.size())
                        : Words.of(
                            "ledger.count.of", Shown.count(found.size()), Shown.count(of.size())));
              }
            },
            context.navigator()::complain);
  }

  private boolean fits(LedgerRow row, List<String> wanted) {
    String text =
        String.join(
                " ",
                String.valueOf(row.entry().id()),
                words(row.entry().act().word()),
                row.entry().act().word(),
                row.entry().by(),
                row.shelf().orElse(""),
                row.entry().about().orElse(""),
                Shown.moment(row.entry().at(), context.now(), context.zone()))
            .toLowerCase(Locale.ROOT);
    return wanted.stream().allMatch(text::contains);
  }

  private void open(LedgerRow row) {
    if (WITH_RECEIPT.contains(row.entry().act().word())) {
      context.navigator().go(new Place.ReceiptOf(row.store().id(), row.entry().id()));
    } else if (row.shelf().isPresent()) {
      context
          .background()
          .ask(
              () ->
                  context
                      .office()
                      .shelves()
                      .byId(row.store().id(), row.entry().shelf().orElseThrow()),
              shelf ->
                  context
                      .navigator()
                      .go(
                          new Place.ShelfAt(
                              shelf,
                              org.mendedleaf.core.history.InnerPath.ROOT,
                              new org.mendedleaf.core.history.Moment.At(row.entry().at()))),
              context.navigator()::complain);
    }
  }

  /** Reads every act again and looks whether each continues the one before. */
  private void check() {
    Set<String> stores = new LinkedHashSet<>(all.stream().map(row -> row.store().id()).toList());
    int acts = all.size();
    context
        .jobs()
        .start(
            Words.of("ledger.verify"),
            progress -> {
              List<VerifyReport.Damage> damaged = new ArrayList<>();
              for (String store : stores) {
                damaged.addAll(context.office().stores().chain(store));
              }
              return damaged;
            },
            damaged -> {
              if (damaged.isEmpty()) {
                context.navigator().tell(Words.of("ledger.ok", Shown.count(acts)), null);
              } else {
                context
                    .navigator()
                    .complain(
                        new SentenceException(Words.of("ledger.broken", damaged.get(0).where())));
              }
            },
            context.navigator()::complain);
  }

  private interface LedgerWriting {
    void to(List<LedgerRow> rows, OutputStream out) throws IOException;
  }

  private void save(String ending, LedgerWriting writing) {
    List<LedgerRow> rows = shown;
    new Saving(context).ask(root, Words.of("ledger.name") + ending, out -> writing.to(rows, out));
  }

  private static String words(String act) {
    return Words.of("ledger.act." + act);
  }

  // ---- cells

  private void whenCell(TableCell<LedgerRow, LedgerRow> cell, LedgerRow row) {
    cell.setText(Shown.moment(row.entry().at(), context.now(), context.zone()));
    Tip.on(cell, () -> Shown.full(row.entry().at(), context.zone()));
  }

  private static void actCell(TableCell<LedgerRow, LedgerRow> cell, LedgerRow row) {
    cell.setText(words(row.entry().act().word()));
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
