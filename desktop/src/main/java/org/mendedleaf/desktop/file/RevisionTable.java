package org.mendedleaf.desktop.file;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.plan.KeptWords;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** The revisions of a file, newest first. */
final class RevisionTable {

  private static final double ROOM_FOR_ALL = 760;
  private static final double ROOM_FOR_KEPT = 930;
  private static final double ROOM_FOR_WHAT = 560;
  private static final double ROOM_FOR_CHANGE = 500;
  private static final double LEAST = 0.92;
  private static final PseudoClass AGAINST = PseudoClass.getPseudoClass("against");
  private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");

  /**
   * @param before the revision before, or null
   * @param kept until when it is kept; empty where nothing ever goes
   */
  record RevisionRow(
      Revision revision,
      @Nullable Revision before,
      boolean current,
      RevisionMarks marks,
      String kept) {}

  private final Context context;
  private final IntegerProperty chosen;
  private final IntegerProperty against;
  private final TableView<RevisionRow> table = new TableView<>();
  private TableColumn<RevisionRow, RevisionRow> sizes;
  private Shown.SizeUnit unit = Shown.SizeUnit.KB;
  private boolean following;

  /**
   * @param against chosen by a click with Shift or Ctrl
   */
  RevisionTable(Context context, IntegerProperty chosen, IntegerProperty against) {
    this.context = context;
    this.chosen = chosen;
    this.against = against;
    against.addListener((property, before, now) -> table.refresh());
    table.setId("revisions");
    table.getStyleClass().add("sheet");
    table.setFixedCellSize(30);
    table.setMinWidth(400);
    table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
    columns();
    table.setRowFactory(view -> new RevisionLine());
    table
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (property, before, row) -> {
              if (row != null && !following) {
                chosen.set(row.revision().number());
              }
            });
    chosen.addListener((property, before, now) -> follow());
  }

  private final class RevisionLine extends TableRow<RevisionRow> {
    RevisionLine() {
      addEventFilter(
          MouseEvent.MOUSE_PRESSED,
          event -> {
            if (getItem() != null && (event.isShiftDown() || event.isShortcutDown())) {
              against.set(getItem().revision().number());
              event.consume();
            }
          });
    }

    @Override
    protected void updateItem(RevisionRow row, boolean empty) {
      super.updateItem(row, empty);
      boolean there = !empty && row != null;
      pseudoClassStateChanged(CURRENT, there && row.current());
      pseudoClassStateChanged(AGAINST, there && row.revision().number() == against.get());
    }
  }

  Node node() {
    return table;
  }

  void show(FileLife life, KeptFacts kept) {
    KeptWords words = new KeptWords(context.now(), context.zone());
    List<RevisionRow> rows = new ArrayList<>();
    long largest = 0;
    Revision before = null;
    for (Revision revision : life.revisions()) {
      boolean current = revision.equals(life.newest()) && life.file().present();
      Judgement.Judged judged = kept.judged().get(revision.number());
      String until = judged == null ? "" : words.brief(judged, life.marks(revision));
      rows.add(0, new RevisionRow(revision, before, current, life.marks(revision), until));
      largest = Math.max(largest, revision.state().size());
      before = revision;
    }
    unit = Shown.SizeUnit.fitting(largest);
    sizes.setText(Words.of("column.size", unit.name()));
    if (!table.getItems().equals(rows)) {
      following = true;
      table.getItems().setAll(rows);
      following = false;
    }
    follow();
  }

  /** Selects the row of the chosen revision, wherever the choice was made. */
  private void follow() {
    following = true;
    for (int i = 0; i < table.getItems().size(); i++) {
      if (table.getItems().get(i).revision().number() == chosen.get()) {
        if (table.getSelectionModel().getSelectedIndex() != i) {
          table.getSelectionModel().clearAndSelect(i);
          table.scrollTo(Math.max(0, i - 2));
        }
      }
    }
    following = false;
  }

  private interface ColumnFiller {
    void fill(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row);
  }

  private void columns() {
    table
        .getColumns()
        .add(
            column(
                "column.number",
                82,
                (cell, row) -> {
                  String number = FilePresenter.numbered(row.revision().number());
                  cell.setText(
                      row.marks()
                          .issue()
                          .map(issue -> Words.of("stage.numbered", number, issue.letters()))
                          .orElse(number));
                  cell.getStyleClass().add("strong");
                }));
    table.getColumns().add(column("column.when", 150, this::when));
    TableColumn<RevisionRow, RevisionRow> ago = column("column.ago", 98, this::ago);
    table.getColumns().add(ago);
    table.getColumns().add(column("column.who", 104, RevisionTable::who));
    sizes =
        number(
            "column.size",
            66,
            (cell, row) -> {
              cell.getStyleClass().add("number");
              cell.setText(unit.number(row.revision().state().size()));
              Tip.on(cell, () -> Shown.exact(row.revision().state().size()));
            });
    table.getColumns().add(sizes);
    TableColumn<RevisionRow, RevisionRow> change = number("column.change", 92, this::change);
    table.getColumns().add(change);
    TableColumn<RevisionRow, RevisionRow> what = column("column.what", 170, RevisionTable::what);
    table.getColumns().add(what);
    TableColumn<RevisionRow, RevisionRow> until =
        column(
            "column.kept",
            150,
            (cell, row) -> {
              cell.setText(row.kept());
              cell.getStyleClass().add("soft");
            });
    table.getColumns().add(until);
    // In a narrow window the times, names and sizes must stay readable; they are what is compared.
    table
        .widthProperty()
        .addListener(
            (property, before, width) -> {
              ago.setVisible(width.doubleValue() >= ROOM_FOR_ALL);
              change.setVisible(width.doubleValue() >= ROOM_FOR_CHANGE);
              until.setVisible(width.doubleValue() >= ROOM_FOR_KEPT);
              what.setVisible(width.doubleValue() >= ROOM_FOR_WHAT);
            });
  }

  private static TableColumn<RevisionRow, RevisionRow> number(
      String key, double width, ColumnFiller filler) {
    TableColumn<RevisionRow, RevisionRow> column = column(key, width, filler);
    column.getStyleClass().add("number-head");
    return column;
  }

  private static TableColumn<RevisionRow, RevisionRow> column(
      String key, double width, ColumnFiller filler) {
    TableColumn<RevisionRow, RevisionRow> column = new TableColumn<>(Words.of(key, ""));
    column.setPrefWidth(width);
    column.setMinWidth(width * LEAST);
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(data -> new ReadOnlyObjectWrapper<>(data.getValue()));
    column.setCellFactory(
        view ->
            new TableCell<>() {
              @Override
              protected void updateItem(RevisionRow row, boolean empty) {
                super.updateItem(row, empty);
                setText(null);
                Tip.off(this);
                getStyleClass().removeAll("soft", "strong", "number", "brass");
                if (!empty && row != null) {
                  filler.fill(this, row);
                }
              }
            });
    return column;
  }

  private void when(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row) {
    cell.setText(Shown.moment(row.revision().currentFrom(), context.now(), context.zone()));
    Tip.on(
        cell,
        () ->
            Words.of(
                    "revision.times",
                    Shown.since(row.revision().currentFrom(), context.now()),
                    Shown.full(row.revision().state().modified(), context.zone()),
                    Shown.full(row.revision().currentFrom(), context.zone()))
                + (row.kept().isEmpty() ? "" : "\n" + Words.of("kept.tip", row.kept())));
  }

  private void ago(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row) {
    cell.setText(Shown.since(row.revision().currentFrom(), context.now()));
    cell.getStyleClass().add("soft");
  }

  private static void who(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row) {
    Who who = Who.of(row.revision());
    cell.setText(who.name().isEmpty() ? Words.of("who.unknown") : who.name());
    Tip.on(cell, () -> Words.of("who." + who.source().word()));
  }

  private void change(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row) {
    cell.getStyleClass().addAll("number", "soft");
    if (row.before() != null) {
      long change = row.revision().state().size() - row.before().state().size();
      String sign = change > 0 ? "+" : change < 0 ? "−" : "";
      cell.setText(sign + Shown.count(Math.abs(change)));
    }
  }

  /** A person's words go before what was computed. */
  private static void what(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row) {
    happened(cell, row);
    former(cell, row.revision());
    String computed = cell.getText();
    String tip = Tip.words(cell).orElse(computed == null ? "" : computed);
    List<String> said = new ArrayList<>();
    row.marks().hold().ifPresent(hold -> said.add(Words.of("mark.held", hold.why())));
    if (row.marks().good().isPresent()) {
      said.add(Words.of("mark.known"));
    }
    row.marks().note().ifPresent(note -> said.add(Words.of("what.note", note.text())));
    if (!said.isEmpty()) {
      cell.setText(String.join(" · ", said));
      cell.getStyleClass().removeAll("soft", "brass");
      Tip.on(cell, cell.getText() + (tip.isEmpty() ? "" : "\n" + tip));
    }
  }

  /** Whoever wrote a number down on another desk finds it again. */
  private static void former(TableCell<RevisionRow, RevisionRow> cell, Revision revision) {
    if (revision.formerNumber().isPresent()) {
      String number = FilePresenter.numbered(revision.formerNumber().getAsInt());
      String was = Words.of("what.formerly", number, revision.by());
      String text = cell.getText();
      cell.setText(text == null || text.isEmpty() ? was : was + " · " + text);
      Tip.on(cell, cell.getText());
    }
  }

  private static void happened(TableCell<RevisionRow, RevisionRow> cell, RevisionRow row) {
    Revision revision = row.revision();
    boolean moved =
        row.before() != null && !row.before().state().path().equals(revision.state().path());
    if (revision.from().isPresent()) {
      String key = "what." + revision.origin().word();
      cell.setText(Words.of(key, FilePresenter.numbered(revision.from().getAsInt())));
      cell.getStyleClass().add("brass");
    } else if (row.marks().arrived().isPresent()) {
      Arrived arrived = row.marks().arrived().get();
      boolean gathered = revision.origin() == Origin.GATHER;
      cell.setText(Words.of(gathered ? "what.gathered" : "what.broughtIn", arrived.name()));
      Tip.on(cell, arrived.folder());
    } else if (revision.number() == 0) {
      cell.setText(Words.of("what.first"));
      cell.getStyleClass().add("soft");
    } else if (row.before() == null) {
      cell.setText(Words.of("what.new"));
      cell.getStyleClass().add("soft");
    } else if (revision.state().size() == 0) {
      cell.setText(Words.of("what.empty"));
    } else if (moved) {
      InnerPath was = row.before().state().path();
      boolean sameName = was.name().equals(revision.state().path().name());
      boolean sameFolder = was.folder().equals(revision.state().path().folder());
      String key = sameName ? "what.moved" : sameFolder ? "what.renamed" : "what.movedRenamed";
      cell.setText(Words.of(key));
      Tip.on(cell, () -> Words.of("what.was", was.shown()));
    } else if (revision.afterRemoval()) {
      cell.setText(Words.of("what.returned"));
    } else if (revision.summary().isPresent()) {
      cell.setText(revision.summary().get());
      Tip.on(cell, revision.summary().get());
    } else if (row.current()) {
      cell.setText(Words.of("what.current"));
      cell.getStyleClass().add("soft");
    }
  }
}
