package org.mendedleaf.desktop.lost;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import javafx.scene.layout.Region;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.LeftoverVerdict;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.lost.LostRow.EventRow;
import org.mendedleaf.desktop.lost.LostRow.LeftoverRow;
import org.mendedleaf.desktop.lost.LostRow.LinkRow;
import org.mendedleaf.desktop.lost.LostRow.RemovedRow;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * Everything that left the shelves, and the copies that programs left, latest first; one or many
 * are brought back.
 */
public final class LostPage extends StackedPage {

  private final Context context;
  private final Label facts = Nodes.label("", "soft");
  private final Label looked = Nodes.text("", "soft");
  private final TextField filter = new TextField();
  private final TextField to = new TextField();
  private final Button back;
  private final Button dismiss;
  private final LostPresenter presenter;
  private final SheetTable<LostRow> table;

  public LostPage(Context context) {
    this.context = context;
    this.presenter = new LostPresenter(context);
    this.table = new SheetTable<>("lost", presenter::open, row -> row.path().name());
    presenter.rowsProperty().addListener((property, before, now) -> show(now));
    looked.textProperty().bind(presenter.lookedProperty());
    filter.setId("lost-filter");
    filter.setPromptText(Words.of("lost.filter"));
    filter.setPrefColumnCount(11);
    filter.textProperty().addListener((property, was, now) -> presenter.filter(now));
    back = Nodes.button(Words.of("lost.back.none"), "Ctrl+B", this::bringBack, "gilded");
    back.setId("bring-back");
    dismiss =
        Nodes.button(
            Words.of("lost.dismiss"),
            "Ctrl+D",
            () -> presenter.dismiss(chosenCopies()),
            "link-like");
    dismiss.setId("dismiss");
    to.setId("lost-to");
    to.setPromptText(Words.of("lost.to"));
    to.setPrefColumnCount(17);
    to.textProperty().addListener((property, was, now) -> showChoice());
    Region titled = Nodes.titled(Nodes.label(Words.of("area.lost"), "title"), facts);
    columns();
    table.node().getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    table.onChoice(this::showChoice);
    Button where =
        Nodes.button(
            Words.of("lost.where"),
            "Ctrl+Shift+W",
            () -> context.go(new Place.CopyPlaces()),
            "link-like");
    where.setId("copy-places");
    Node below = new TraySheet(context).beside(table.node());
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(titled, filter, to, back),
        Nodes.text(Words.of("lost.what"), "soft"),
        growing(below),
        Nodes.row(looked, dismiss, where));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("lost.back.none", "Shortcut+B", this::bringBack),
        Action.of("lost.dismiss", "Shortcut+D", () -> presenter.dismiss(chosenCopies())),
        Action.of("lost.where", "Shortcut+Shift+W", () -> context.go(new Place.CopyPlaces())));
  }

  private void show(List<LostRow> rows) {
    table.fit(rows);
    table.show(rows);
    long copies = rows.stream().filter(LeftoverRow.class::isInstance).count();
    long files = LostPresenter.files(rows) - copies;
    String gone = files == 0 ? "" : Words.count("lost.files", files);
    String left = copies == 0 ? "" : Words.count("lost.copies", copies);
    facts.setText(gone.isEmpty() || left.isEmpty() ? gone + left : gone + ", " + left);
    showChoice();
  }

  private void showChoice() {
    // Only what goes back to its place mends; a copy elsewhere does not.
    boolean inPlace = to.getText().isBlank();
    List<LostRow> chosen =
        table.chosenRows().stream().filter(row -> inPlace || row instanceof RemovedRow).toList();
    boolean isRehearsed = chosen.stream().anyMatch(EventRow.class::isInstance);
    long files = LostPresenter.files(chosen);
    back.setDisable(files == 0);
    dismiss.setDisable(chosenCopies().isEmpty());
    back.getStyleClass().setAll("button", inPlace ? "gilded" : "moss");
    boolean isCopy = !chosen.isEmpty() && chosen.stream().allMatch(LeftoverRow.class::isInstance);
    back.setText(
        files == 0
            ? Words.of("lost.back.none")
            : Words.count(
                isRehearsed
                    ? "lost.rehearse"
                    : isCopy ? "lost.take" : inPlace ? "lost.back" : "lost.copy",
                files));
  }

  private List<Leftover> chosenCopies() {
    return table.chosenRows().stream()
        .filter(LeftoverRow.class::isInstance)
        .map(row -> ((LeftoverRow) row).leftover())
        .toList();
  }

  private void bringBack() {
    presenter.bringBack(table.chosenRows(), to.getText());
  }

  private void columns() {
    table.column(
        "column.name",
        220,
        (cell, row) -> {
          if (row instanceof EventRow event) {
            cell.setText(Words.count("lost.event", event.files()));
            cell.getStyleClass().add("strong");
            return;
          }
          String name = Shortened.name(row.path());
          boolean isFolder = row instanceof RemovedRow one && one.lost().folder();
          cell.setText(isFolder ? name + " /" : name);
          Tip.on(cell, row.path().shown());
          cell.getStyleClass().add("strong");
        });
    table.column(
        "column.where",
        190,
        (cell, row) -> {
          String folder = row.path().folder().shown();
          cell.setText(row.shelf().name() + (folder.isEmpty() ? "" : " / " + folder));
        });
    table.column("column.loss", 270, this::whatCell);
    table.column("column.last", 90, LostPage::last);
    factColumns();
    table.picking(context.tray(), presenter::wanted);
    table.placeholder(Nodes.text(Words.of("lost.none"), "soft"));
  }

  private void whatCell(TableCell<LostRow, LostRow> cell, LostRow row) {
    String at = Shown.moment(row.at(), context.now(), context.zone());
    if (row instanceof LeftoverRow copy) {
      LeftoverVerdict verdict = copy.leftover().verdict();
      cell.setText(Words.of("lost.copy." + verdict.word(), at));
      Tip.on(cell, Shown.path(copy.leftover().path()));
      cell.getStyleClass().add("moss");
    } else if (row instanceof EventRow event) {
      String sentence = MassEventSentence.of(event.event().event());
      cell.setText(Words.of("lost.event.what", at));
      Tip.on(cell, sentence);
      cell.getStyleClass().add("rust");
    } else if (row instanceof LinkRow name) {
      Optional<Path> link = name.lostLink().link();
      cell.setText(Words.of(link.isPresent() ? "lost.linked" : "lost.opened", at));
      Tip.on(cell, link.map(Shown::path).orElseGet(() -> Words.of("lost.opened.tip")));
      cell.getStyleClass().add("soft");
    } else {
      cell.setText(Words.of("lost.removed", at));
      Tip.on(cell, () -> Shown.full(row.at(), context.zone()));
      cell.getStyleClass().add("rust");
    }
  }

  private static String last(LostRow row) {
    if (!(row instanceof RemovedRow one)) {
      return "";
    }
    return one.lost()
        .newest()
        .map(newest -> Revision.numbered(newest.number()))
        .orElseGet(() -> Words.count("moment.held", one.lost().files()));
  }

  private void factColumns() {
    table.sizes("column.size", 90, LostRow::bytes);
    table.column(
        "column.savedBy",
        120,
        (cell, row) -> {
          if (row instanceof RemovedRow one) {
            one.lost().newest().ifPresent(newest -> cell.setText(Who.of(newest).name()));
          }
          cell.getStyleClass().add("soft");
        });
    table.column("column.kept", 170, this::kept, "soft");
  }

  private String kept(LostRow row) {
    if (!(row instanceof RemovedRow one)) {
      return row instanceof LeftoverRow
          ? Words.of("lost.copy.kept")
          : Words.of(row instanceof EventRow ? "lost.event.kept" : "lost.link.kept");
    }
    return one.lost()
        .keptUntil()
        .map(
            until ->
                until.equals(Claim.ALWAYS)
                    ? Words.of("kept.always")
                    : Words.of("kept.until", Shown.day(until, context.now(), context.zone())))
        .orElse(Words.of("kept.nothing"));
  }
}
