package org.mendedleaf.desktop.tray;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.layout.HBox;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.tray.TrayRehearsal.RehearsedStep;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * The rehearsal of the tray: what it would do at each place, conflicts on top, and the button that
 * does it.
 */
public final class RehearsalPage extends StackedPage {

  private final Context context;
  private final Tray tray;
  private final Label summary = Nodes.text(Words.of("rehearsal.working"), "strong");
  private final Label more = Nodes.text("", "soft");
  private final Label open = Nodes.text("", "rust");
  private final Button go;
  private final Button compare;
  private final RehearsalPresenter presenter;
  private final SheetTable<RehearsedStep> table;
  private TableColumn<RehearsedStep, RehearsedStep> remarks;

  public RehearsalPage(Context context, Place.Rehearsed place) {
    this.context = context;
    this.tray = place.tray();
    this.presenter = new RehearsalPresenter(context, tray);
    this.table = new SheetTable<>("steps", presenter::open, line -> name(line.step()));
    presenter.factsProperty().addListener((property, before, now) -> show(now));
    presenter.problemProperty().addListener((property, before, now) -> showProblem(now));
    go = Nodes.button(Words.of("rehearsal.none"), "Ctrl+Enter", this::run);
    go.setId("run-tray");
    go.setDisable(true);
    compare = Nodes.button(Words.of("rehearsal.compare"), "Ctrl+E", this::compare);
    compare.setId("compare-conflict");
    Button change =
        Nodes.button(Words.of("rehearsal.change"), "Ctrl+3", () -> context.go(new Place.OnTray()));
    columns();
    table
        .node()
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((property, before, now) -> showChoice());
    HBox titled = new HBox(14, Nodes.label(Words.of("rehearsal.title"), "title"));
    titled.setAlignment(Pos.BASELINE_LEFT);
    focusFirst(table.node());
    stack(8, Nodes.row(titled, compare, change, go), summary, more, open, growing(table.node()));
    open.setId("open-in");
    open.visibleProperty().bind(open.textProperty().isNotEmpty());
    open.managedProperty().bind(open.visibleProperty());
    showChoice();
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void showProblem(String problem) {
    if (!problem.isEmpty()) {
      summary.setText(problem);
      table.show(List.of());
      go.setDisable(true);
    }
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("action.rehearsal.go", "Shortcut+Enter", go::fire),
        Action.of("rehearsal.compare", "Shortcut+E", compare::fire));
  }

  private void show(RehearsalPresenter.@Nullable RehearsalFacts seen) {
    if (seen == null) {
      return;
    }
    table.fit(seen.largest());
    remarks.setVisible(seen.remarks());
    table.show(seen.lines());
    summary.setText(Shown.size(seen.bytes()) + " · " + told(seen.counts(), "rehearsal.count."));
    more.setText(PickWords.handling(tray.handling()));
    open.setText(seen.open());
    long written = seen.written();
    boolean mends = seen.mends();
    go.setDisable(!seen.doesAnything());
    go.setText(
        seen.doesAnything()
            ? Words.count(mends ? "rehearsal.mend" : "rehearsal.copy", written)
            : Words.of("rehearsal.none"));
    go.getStyleClass().setAll("button", mends ? "gilded" : "moss");
    showChoice();
  }

  static String told(Map<Outcome, Long> counts, String key) {
    List<String> words = new ArrayList<>();
    counts.forEach((outcome, count) -> words.add(Words.count(key + outcome.name(), count)));
    return String.join(" · ", words);
  }

  /** Only where something else stands is there something to compare. */
  private void showChoice() {
    compare.setDisable(table.chosen().filter(RehearsalPresenter::canCompare).isEmpty());
  }

  private void compare() {
    table.chosen().ifPresent(presenter::compare);
  }

  private void run() {
    go.setDisable(true);
    presenter.run();
  }

  static String name(Step step) {
    Path name = step.target().getFileName();
    return name == null ? step.target().toString() : name.toString();
  }

  private void columns() {
    table.column(
        "column.happens",
        230,
        (cell, line) -> {
          cell.setText(Words.of("rehearsal." + line.step().planned().name()));
          cell.getStyleClass().add(style(line.step().planned()));
        });
    table.column("column.place", 330, RehearsalPage::placeCell);
    table.column(
        "column.revision.wanted",
        80,
        (cell, line) ->
            line.step()
                .revision()
                .ifPresent(
                    number ->
                        cell.setText(
                            number == 0 ? Words.of("revision.first.short") : "r" + number)));
    table.sizes("column.size", 80, line -> line.step().state().map(FileState::size).orElse(-1L));
    table.column("column.stands", 220, this::standsCell);
    remarks =
        table.column(
            "column.remark",
            160,
            (cell, line) -> {
              cell.setText(line.step().why());
              Tip.on(cell, line.step().why());
              cell.getStyleClass().add("soft");
            });
    table.placeholder(Nodes.text("", "soft"));
  }

  static String style(Outcome outcome) {
    return switch (outcome) {
      case REFUSED, REMOVED -> "rust";
      case MADE_ROOM, BESIDE, LEFT -> "strong";
      default -> "plain";
    };
  }

  private static void placeCell(TableCell<RehearsedStep, RehearsedStep> cell, RehearsedStep line) {
    Optional<String> inner = line.step().path().map(path -> path.shown());
    cell.setText(
        inner
            .map(path -> line.shelf().name() + " / " + path)
            .orElse(Shown.path(line.step().target())));
    // The end of a path tells more than its beginning.
    cell.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
    Tip.on(cell, line.step().target().toString());
  }

  private void standsCell(TableCell<RehearsedStep, RehearsedStep> cell, RehearsedStep line) {
    line.step()
        .stands()
        .ifPresent(
            stands -> {
              String at = Shown.moment(stands.modified(), context.now(), context.zone());
              String size = Shown.size(stands.size());
              cell.setText(
                  stands.revision().isPresent()
                      ? Words.of(
                          "rehearsal.stands.recorded",
                          stands.revision().getAsInt() == 0
                              ? Words.of("revision.first")
                              : "r" + stands.revision().getAsInt(),
                          size,
                          at)
                      : Words.of("rehearsal.stands", size, at));
              Tip.on(cell, cell.getText());
            });
  }
}
