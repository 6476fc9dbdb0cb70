package org.mendedleaf.desktop.moment;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.catalog.FolderSum;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Moment;
import org.mendedleaf.core.catalog.MomentEntry;
import org.mendedleaf.core.catalog.Since;
import org.mendedleaf.core.catalog.TreeEntry;
import org.mendedleaf.core.office.FileRef;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.desktop.shelves.FolderTree;
import org.mendedleaf.desktop.shelves.ShelfCrumbs;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Page;
import org.mendedleaf.desktop.work.Place;
import org.mendedleaf.desktop.work.SheetTable;

/** A folder of a shelf as it was, each line with what became of it since. The past is warm. */
public final class MomentPage implements Page {

  private final Context context;
  private final Shelf shelf;
  private final Moment moment;
  private final MomentPresenter presenter;
  private final MomentBar bar;
  private final FolderTree tree;
  private final Button compare;
  private final Label facts = Nodes.label("", "soft");
  private final SheetTable<MomentEntry> table =
      new SheetTable<>("files-then", this::open, row -> row.entry().path().name());
  private final VBox root;
  private Shown.Unit unit = Shown.Unit.KB;
  private TableColumn<MomentEntry, MomentEntry> sizes;

  public MomentPage(Context context, Place.ShelfAt place) {
    this.context = context;
    this.shelf = place.shelf();
    this.moment = place.moment();
    this.presenter =
        new MomentPresenter(context, shelf, place.folder(), Optional.of(place.moment()));
    this.bar = new MomentBar(context, presenter);
    InnerPath folder = place.folder();
    Label title = Nodes.label(folder.isRoot() ? shelf.name() : Shortened.name(folder), "title");
    HBox titled = new HBox(14, title, facts);
    titled.setAlignment(Pos.BASELINE_LEFT);
    CheckBox gone = new CheckBox(Words.of("moment.withGone"));
    gone.setId("with-gone");
    gone.selectedProperty().bindBidirectional(presenter.withGoneProperty());
    presenter.withGoneProperty().addListener((property, was, now) -> presenter.refresh());
    compare =
        Nodes.button(
            Words.of("moment.compare"),
            "Ctrl+E",
            () ->
                context
                    .navigator()
                    .go(new Place.Compared(shelf, folder, moment, new Moment.At(context.now()))));
    compare.setId("compare-with-now");
    columns();
    tree = new FolderTree(shelf.name(), folder, this::goTo);
    HBox below = new HBox(12, tree.node(), table.node());
    HBox.setHgrow(table.node(), Priority.ALWAYS);
    VBox.setVgrow(below, Priority.ALWAYS);
    ShelfCrumbs crumbs = new ShelfCrumbs(context, shelf, folder, this::at);
    root = new VBox(6, crumbs.node(), Nodes.row(titled, gone, compare), bar.node(), below);
    VBox.setMargin(below, new javafx.geometry.Insets(6, 0, 0, 0));
    root.getStyleClass().addAll("page", "past");
    root.addEventHandler(KeyEvent.KEY_PRESSED, this::onKey);
    presenter.viewProperty().addListener((property, was, view) -> show(view));
    presenter
        .sumsProperty()
        .addListener(
            (property, was, now) -> {
              table.node().refresh();
              showFacts();
            });
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
    presenter.refresh();
  }

  private Place at(InnerPath folder) {
    return new Place.ShelfAt(shelf, folder, moment);
  }

  private void goTo(InnerPath folder) {
    context.navigator().go(at(folder));
  }

  private void onKey(KeyEvent event) {
    if (event.isShortcutDown() && event.getCode() == KeyCode.E) {
      compare.fire();
      event.consume();
    } else if (event.isAltDown() && event.getCode() == KeyCode.LEFT) {
      presenter.step(-1);
      event.consume();
    } else if (event.isAltDown() && event.getCode() == KeyCode.RIGHT) {
      presenter.step(1);
      event.consume();
    }
  }

  private void open(MomentEntry row) {
    if (row.entry().kind() == TreeEntry.Kind.FOLDER) {
      goTo(row.entry().path());
    } else {
      long file = row.entry().file().orElseThrow();
      int revision = row.entry().revision().orElseThrow();
      context
          .navigator()
          .go(new Place.OneFile(new FileRef(shelf.store(), file), Optional.of(revision)));
    }
  }

  private void show(MomentPresenter.View view) {
    List<MomentEntry> rows = view.rows();
    unit = Shown.Unit.fitting(rows.stream().mapToLong(row -> row.entry().size()).max().orElse(0));
    sizes.setText(Words.of("column.size", unit.name()));
    table.show(rows);
    tree.show(view.folders());
    showFacts();
  }

  /** Counts what is in the list and, as soon as that is known, what is in its folders. */
  private void showFacts() {
    List<MomentEntry> there =
        table.node().getItems().stream().filter(row -> row.gone().isEmpty()).toList();
    Collection<FolderSum> sums = presenter.sumsProperty().get().values();
    long files =
        there.stream().filter(row -> row.since().isPresent()).count()
            + sums.stream().mapToLong(FolderSum::files).sum();
    long changed =
        there.stream()
                .filter(row -> row.since().isPresent() && !row.since().get().isNothing())
                .count()
            + sums.stream().mapToLong(FolderSum::changed).sum();
    facts.setText(
        Words.count("moment.files", files)
            + " · "
            + (changed == 0 ? Words.of("moment.noneSince") : Words.count("moment.since", changed)));
  }

  private void columns() {
    table.column("column.nameThen", 260, MomentPage::nameCell);
    sizes =
        table.numbers(
            "column.size",
            84,
            (cell, row) -> {
              if (row.entry().kind() == TreeEntry.Kind.FOLDER) {
                sum(row).ifPresent(s -> cell.setText(Words.count("moment.held", s.files())));
              } else {
                cell.setText(unit.number(row.entry().size()));
                cell.setTooltip(new Tooltip(Shown.exact(row.entry().size())));
              }
            });
    table.column("column.stateThen", 100, MomentPage::stateCell);
    table.column("column.became", 260, this::becameCell);
    table.column(
        "column.savedBy",
        130,
        (cell, row) -> {
          row.who().ifPresent(who -> cell.setText(who.name()));
          cell.getStyleClass().add("soft");
        });
    table.state("was-gone", row -> row.gone().isPresent());
    table.placeholder(Nodes.text(Words.of("moment.folder.empty"), "soft"));
  }

  private static void nameCell(TableCell<MomentEntry, MomentEntry> cell, MomentEntry row) {
    boolean isFolder = row.entry().kind() == TreeEntry.Kind.FOLDER;
    String name = Shortened.name(row.entry().path());
    cell.setText(isFolder ? name + " /" : name);
    cell.setTooltip(new Tooltip(row.entry().path().shown()));
    if (isFolder) {
      cell.getStyleClass().add("strong");
    }
  }

  private static void stateCell(TableCell<MomentEntry, MomentEntry> cell, MomentEntry row) {
    row.entry()
        .revision()
        .ifPresent(number -> cell.setText(number == 0 ? Words.of("revision.first") : "r" + number));
  }

  private void becameCell(TableCell<MomentEntry, MomentEntry> cell, MomentEntry row) {
    if (row.gone().isPresent()) {
      cell.setText(Words.of("became.goneBefore", day(row.gone().get())));
      cell.getStyleClass().add("soft");
      return;
    }
    if (row.since().isEmpty()) {
      sum(row).ifPresent(sum -> folderBecame(cell, sum));
      return;
    }
    Since since = row.since().get();
    List<String> words = new ArrayList<>();
    since.removedAt().ifPresent(at -> words.add(Words.of("became.removed", day(at))));
    since
        .nowAt()
        .ifPresent(
            path -> {
              boolean sameFolder = path.folder().equals(row.entry().path().folder());
              words.add(
                  sameFolder
                      ? Words.of("became.renamed", Shortened.name(path))
                      : Words.of("became.moved", path.shown()));
            });
    if (since.later() > 0 && since.sameContent()) {
      words.add(Words.of("became.sameAgain"));
    } else if (since.later() > 0) {
      words.add(Words.count("became.later", since.later()));
    }
    cell.setText(words.isEmpty() ? Words.of("became.same") : String.join(", ", words));
    cell.setTooltip(new Tooltip(cell.getText()));
    cell.getStyleClass()
        .add(since.removedAt().isPresent() ? "rust" : since.isNothing() ? "soft" : "plain");
  }

  private Optional<FolderSum> sum(MomentEntry row) {
    return Optional.ofNullable(presenter.sumsProperty().get().get(row.entry().path()));
  }

  private void folderBecame(TableCell<MomentEntry, MomentEntry> cell, FolderSum sum) {
    if (sum.removedAt().isPresent()) {
      cell.setText(Words.of("became.removed", day(sum.removedAt().get())));
      cell.getStyleClass().add("rust");
    } else if (sum.changed() == 0) {
      cell.setText(Words.of("became.same"));
      cell.getStyleClass().add("soft");
    } else {
      String removed =
          sum.removed() == 0 ? "" : ", " + Words.count("became.folderRemoved", sum.removed());
      cell.setText(Words.count("became.folderChanged", sum.changed()) + removed);
      cell.setTooltip(new Tooltip(cell.getText()));
    }
  }

  private String day(Instant at) {
    return Shown.moment(at, context.now(), context.zone());
  }
}
