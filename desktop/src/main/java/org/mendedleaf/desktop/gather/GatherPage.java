package org.mendedleaf.desktop.gather;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.intake.Family;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.ShelfCrumbs;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** Copies of one file that lie beside each other, to be made one file with a history. */
public final class GatherPage extends StackedPage {

  /** A day of another year with its time, in full. */
  private static final double WHEN = 148;

  private static final String INDENT = "      ";
  private static final PseudoClass IN = PseudoClass.getPseudoClass("in");

  private final Context context;
  private final GatherPresenter presenter;
  private final SheetTable<GatherRow> table;
  private final Label facts = Nodes.label("", "soft");
  private final Label order = Nodes.text("", "soft");
  private final Label what = Nodes.text("");
  private final TextField called = new TextField();
  private final HBox calling;
  private final Button gather;
  private final Label nothing = Nodes.text(Words.of("gather.looking"), "soft");

  public GatherPage(Context context, Place.Gather place) {
    this.context = context;
    this.presenter = new GatherPresenter(context, place.shelf(), place.folder());
    this.table = new SheetTable<>("families", presenter::toggle, GatherRow::name);
    gather = Nodes.button(Words.of("gather.do"), "Ctrl+Enter", presenter::gather, "moss");
    gather.setId("gather");
    called.setId("gather-name");
    called.setPrefColumnCount(28);
    called.setOnAction(event -> call());
    called
        .focusedProperty()
        .addListener(
            (property, before, focused) -> {
              if (!focused) {
                call();
              }
            });
    calling = new HBox(8, Nodes.label(Words.of("gather.called"), "soft"), called, order);
    calling.setAlignment(Pos.CENTER_LEFT);
    calling.setMinHeight(34);
    calling.managedProperty().bind(calling.visibleProperty());
    HBox.setHgrow(order, Priority.ALWAYS);
    columns();
    table.onChoice(this::showChoice);
    nothing.setMaxWidth(560);
    table.placeholder(nothing);
    Region titled = Nodes.titled(Nodes.label(Words.of("gather.title"), "title"), facts);
    focusFirst(table.node());
    stack(
        8,
        new ShelfCrumbs(
                context,
                place.shelf(),
                // The way to what lies in the folder leads through the folder itself.
                place.folder().resolve("-"),
                folder -> new Place.OneShelf(place.shelf(), folder))
            .node(),
        Nodes.row(titled, gather),
        Nodes.text(Words.of("gather.what"), "soft"),
        growing(table.node()),
        calling,
        what);
    presenter.rowsProperty().addListener((property, before, rows) -> show(rows));
    presenter.laterProperty().addListener((property, before, then) -> showChoice());
    showChoice();
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(Action.of("gather.do", "Shortcut+Enter", this::gather));
  }

  private void gather() {
    call();
    presenter.gather();
  }

  private void columns() {
    table.column("column.in", 46, this::inCell);
    table.column("column.copy", 300, this::nameCell);
    table.column("column.savedAt", 150, this::savedCell).setMinWidth(WHEN);
    table.numbers("column.sizeBytes", 96, this::sizeCell);
    table.column("column.order", 130, GatherPage::orderCell);
    table.column("column.speaksAgainst", 240, GatherPage::doubtCell);
    table
        .node()
        .addEventFilter(
            KeyEvent.KEY_TYPED,
            event -> {
              if (event.getCharacter().equals(" ")) {
                table.chosen().ifPresent(presenter::toggle);
                event.consume();
              }
            });
  }

  /** A leaf where a copy becomes a revision; a click there changes that. */
  private void inCell(TableCell<GatherRow, GatherRow> cell, GatherRow row) {
    boolean in =
        row instanceof GatherRow.Line line ? line.isIn() : ((GatherRow.Head) row).chosen() > 1;
    Region mark = new Region();
    mark.getStyleClass().add("in-mark");
    mark.pseudoClassStateChanged(IN, in);
    cell.setGraphic(mark);
    cell.setOnMousePressed(
        event -> {
          if (cell.getItem() != null) {
            presenter.toggle(cell.getItem());
            event.consume();
          }
        });
    Tip.on(cell, () -> Words.of(in ? "gather.leave" : "gather.take"));
  }

  private void nameCell(TableCell<GatherRow, GatherRow> cell, GatherRow row) {
    if (row instanceof GatherRow.Head head) {
      cell.setText(head.name());
      cell.getStyleClass().add("strong");
      Tip.on(cell, head.name());
    } else {
      cell.setText(INDENT + row.name());
      Tip.on(cell, row.name());
    }
  }

  private void savedCell(TableCell<GatherRow, GatherRow> cell, GatherRow row) {
    if (row instanceof GatherRow.Line line) {
      cell.setText(Shown.moment(line.copy().saved(), context.now(), context.zone()));
      Tip.on(cell, () -> Shown.full(line.copy().saved(), context.zone()));
    }
  }

  private void sizeCell(TableCell<GatherRow, GatherRow> cell, GatherRow row) {
    if (row instanceof GatherRow.Line line) {
      cell.setText(Shown.count(line.copy().file().state().size()));
    }
  }

  private static void orderCell(TableCell<GatherRow, GatherRow> cell, GatherRow row) {
    if (row instanceof GatherRow.Head head) {
      cell.setText(Words.of("gather.ofCopies", head.chosen(), head.copies()));
      cell.getStyleClass().add("soft");
    } else if (row instanceof GatherRow.Line line && line.isIn()) {
      cell.setText(
          line.isLast()
              ? Words.of("gather.newest", line.position())
              : Integer.toString(line.position()));
    } else {
      cell.setText(Words.of("gather.stays"));
      cell.getStyleClass().add("soft");
    }
  }

  private static void doubtCell(TableCell<GatherRow, GatherRow> cell, GatherRow row) {
    if (row instanceof GatherRow.Line line && line.doubt().isPresent()) {
      Family.Doubtful<PresentFile> doubt = line.doubt().get();
      String reason = Words.of("gather.doubt." + doubt.reason().name().toLowerCase(Locale.ROOT));
      String shared = Words.of("gather.shared", Math.round(100 * doubt.shared()));
      cell.setText(
          doubt.reason() == Family.DoubtReason.BROKEN ? reason : String.join("; ", reason, shared));
      Tip.on(cell, cell.getText());
      cell.getStyleClass().add("brass");
    }
  }

  private void show(List<GatherRow> rows) {
    table.show(rows);
    nothing.setText(Words.of("gather.none"));
    facts.setText(
        presenter.families() == 0 ? "" : Words.count("gather.families", presenter.families()));
    showChoice();
  }

  /** Empty where all of them stay for good. */
  private String later() {
    return presenter
        .laterProperty()
        .get()
        .filter(then -> then.goes() > 0)
        .map(then -> " " + Words.count("gather.later", then.goes(), then.plan(), then.grace()))
        .orElse("");
  }

  private Optional<Integer> family() {
    return table.chosen().map(GatherRow::family);
  }

  private void call() {
    Optional<Integer> family = family();
    if (family.isPresent() && !called.getText().equals(presenter.file(family.get()).name())) {
      presenter.call(family.get(), called.getText());
    }
  }

  private void showChoice() {
    int copies = presenter.copies();
    int files = presenter.ready().size();
    gather.setText(copies == 0 ? Words.of("gather.do") : Words.count("gather.do", files, copies));
    gather.setDisable(copies == 0);
    what.setText(
        copies == 0
            ? ""
            : Words.count("gather.then", files, copies, presenter.goingNames()) + later());
    Optional<Integer> family = family();
    calling.setVisible(family.isPresent());
    if (family.isPresent() && !called.isFocused()) {
      called.setText(presenter.file(family.get()).name());
    }
    family.ifPresent(number -> order.setText(order(presenter.proposed(number).family())));
  }

  private static String order(Family<PresentFile> family) {
    List<String> words = new ArrayList<>();
    words.add(Words.of("gather.order." + family.order().name().toLowerCase(Locale.ROOT)));
    if (family.ordersDiffer()) {
      words.add(Words.of("gather.ordersDiffer"));
    }
    return String.join(" ", words);
  }
}
