package org.mendedleaf.desktop.shelves;

import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.moment.MomentBar;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.GapNote;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** A folder of a shelf: what lies there now, and for each line whether that is recorded. */
public final class ShelfPage extends StackedPage {

  private static final KeyCombination REMOVE =
      new KeyCodeCombination(KeyCode.DELETE, KeyCombination.SHORTCUT_DOWN);

  /** A day of this year with its time, in full. */
  private static final double WHEN = 128;

  private final Context context;
  private final Shelf shelf;
  private final ShelfPresenter presenter;
  private final GapNote gaps;
  private final DamagedNote damaged;
  private Map<InnerPath, Integer> hurt = Map.of();
  private final SheetTable<FolderRow> table;
  private final Label title = Nodes.label("", "title");
  private final Label facts = Nodes.label("", "soft");
  private final Button capture;
  private final ShelfCrumbs crumbs;
  private final FolderTree tree;
  private final MomentBar bar;

  public ShelfPage(Context context, Shelf shelf, InnerPath folder) {
    this.context = context;
    this.shelf = shelf;
    this.presenter = new ShelfPresenter(context, shelf, folder);
    this.gaps = new GapNote(context);
    this.damaged = new DamagedNote(context, shelf);
    this.table = new SheetTable<>("files", presenter::open, row -> row.path().name());
    name();
    capture =
        shelf.isDeposit()
            ? Nodes.button(
                Words.of("area.bringIn"), "Ctrl+4", () -> context.go(new Place.BringIn()))
            : Nodes.button(
                Words.of("shelf.capture"), "Ctrl+R", () -> new Captures(context).capture(shelf));
    capture.setId("capture");
    Button gather =
        Nodes.button(Words.of("shelf.gather"), "Ctrl+Shift+G", this::gather, "link-like");
    gather.setId("gather-copies");
    gather.setDisable(shelf.isDeposit());
    Button recordingAndPeople =
        Nodes.button(
            Words.of("shelf.recordingAndPeople"),
            "Ctrl+U",
            () -> context.go(new Place.RecordingOf(shelf)),
            "link-like");
    recordingAndPeople.setId("recording-and-people");
    Button snapshots =
        Nodes.button(
            Words.of("shelf.snapshots"),
            "Ctrl+T",
            () -> context.go(new Place.ShelfSnapshots(shelf, presenter.folder())));
    snapshots.setId("snapshots-of-shelf");
    HBox head =
        Nodes.row(
            Nodes.titled(title, facts),
            Nodes.button(Words.of("copy"), "Ctrl+Shift+C", this::copyOut),
            Nodes.button(Words.of("pick"), "Space", table::pick),
            snapshots,
            capture);
    columns();
    tree =
        new FolderTree(shelf.name(), folder, path -> context.go(new Place.OneShelf(shelf, path)));
    HBox main = new HBox(12, tree.node(), table.node());
    HBox.setHgrow(table.node(), Priority.ALWAYS);
    Node below = new TraySheet(context).beside(main, tree.node());
    bar = new MomentBar(context, shelf, folder);
    crumbs = new ShelfCrumbs(context, shelf, folder, path -> new Place.OneShelf(shelf, path));
    HBox way = Nodes.row(crumbs.node(), gather, recordingAndPeople);
    focusFirst(table.node());
    stack(6, way, head, gaps.node(), damaged.node(), bar.node(), growing(below));
    VBox.setMargin(below, new javafx.geometry.Insets(6, 0, 0, 0));
    presenter.factsProperty().addListener((property, before, now) -> show(now));
    presenter.foldersProperty().addListener((property, before, now) -> tree.show(now));
  }

  private void name() {
    InnerPath folder = presenter.folder();
    title.setText(folder.isRoot() ? shelf.name() : Shortened.name(folder));
  }

  /**
   * Shows another folder of the shelf: its lines come into the table that is there, since a new one
   * takes longer to draw than they to be found.
   */
  public void moveTo(InnerPath other) {
    presenter.moveTo(other);
    name();
    facts.setText("");
    crumbs.show(other);
    tree.at(other);
    bar.moveTo(other);
    table.waitNoMore();
    table.startOver();
  }

  @Override
  public void refresh() {
    gaps.look(shelf);
    damaged.look();
    bar.refresh();
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action(Words.of("action.shelf.remove"), REMOVE, this::remove),
        Action.of("copy", "Shortcut+Shift+C", this::copyOut),
        Action.of("shelf.gather", "Shortcut+Shift+G", this::gather),
        Action.of(
            "shelf.recordingAndPeople",
            "Shortcut+U",
            () -> context.go(new Place.RecordingOf(shelf))),
        Action.of(
            "shelf.snapshots",
            "Shortcut+T",
            () -> context.go(new Place.ShelfSnapshots(shelf, presenter.folder()))),
        Action.of("moment.before", "Alt+Left", () -> bar.step(-1)));
  }

  private void remove() {
    presenter.remove(table.chosenRows());
  }

  private void gather() {
    if (!shelf.isDeposit()) {
      context.go(new Place.Gather(shelf, presenter.folder()));
    }
  }

  private void copyOut() {
    new Recovering(context)
        .copyOut(
            table.chosenRows().stream().flatMap(row -> presenter.wanted(row).stream()).toList());
  }

  private void show(ShelfPresenter.@Nullable FolderFacts found) {
    if (found == null) {
      return;
    }
    table.fit(found.largest());
    table.show(found.rows());
    if (!hurt.equals(found.hurt())) {
      hurt = found.hurt();
      table.node().refresh();
    }
    facts.getStyleClass().setAll("label", found.isOff() ? "rust" : "soft");
    facts.setText(presenter.told(found));
    capture.setDisable(!found.canBeCaptured());
  }

  private void columns() {
    table.column("column.name", 290, this::nameCell);
    table.sizes("column.size", 90, ShelfPage::size);
    table.column("column.changed", 145, this::changedCell).setMinWidth(WHEN);
    table.column("column.recorded", 230, this::standingCell);
    table.column("column.revision", 110, this::revisionCell);
    table.picking(context.tray(), presenter::wanted);
    table.state("gone", row -> row.standing() == FolderRow.RowStanding.GONE);
    table.state("due", ShelfPresenter::isDue);
    table.placeholder(Nodes.text(Words.of("shelf.folder.empty"), "soft"));
  }

  // ---- cells

  private void nameCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    boolean isFolder = row.kind() == FolderRow.RowKind.FOLDER;
    String name = Shortened.name(row.path());
    cell.setText(isFolder ? name + " /" : name);
    if (isFolder) {
      cell.getStyleClass().add("strong");
    }
    Tip.on(cell, row.path().shown());
  }

  private static long size(FolderRow row) {
    return row.kind() == FolderRow.RowKind.FOLDER ? -1 : row.size();
  }

  private void changedCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    if (row.kind() != FolderRow.RowKind.FOLDER) {
      cell.setText(Shown.moment(row.modified(), context.now(), context.zone()));
      Tip.on(cell, () -> Shown.full(row.modified(), context.zone()));
    }
  }

  private void standingCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    Integer damaged = hurt.get(row.path());
    boolean isFolder = row.kind() == FolderRow.RowKind.FOLDER;
    boolean isPlainFolder =
        isFolder
            && row.standing() != FolderRow.RowStanding.GONE
            && row.standing() != FolderRow.RowStanding.LEFT_OUT
            && row.standing() != FolderRow.RowStanding.UNREADABLE;
    if (damaged != null && (isPlainFolder || row.standing() == FolderRow.RowStanding.RECORDED)) {
      cell.setText(
          isFolder ? Words.count("standing.damagedIn", damaged) : Words.of("standing.damaged"));
      cell.getStyleClass().add("rust");
      return;
    }
    if (isPlainFolder) {
      return;
    }
    cell.setText(
        switch (row.standing()) {
          case RECORDED ->
              row.recordedAt()
                  .map(at -> Shown.moment(at, context.now(), context.zone()))
                  .orElse("");
          case CHANGED_SINCE ->
              Words.of("standing.changed", Shown.since(row.modified(), context.now()));
          case NEW -> Words.of("standing.new");
          case BEING_WRITTEN -> Words.of("standing.writing");
          case UNREADABLE -> Words.of("standing.unreadable", row.why());
          case LEFT_OUT -> Words.of("standing.leftOut", row.why());
          case GONE -> Words.of("standing.gone");
        });
    boolean bad =
        row.standing() == FolderRow.RowStanding.GONE
            || row.standing() == FolderRow.RowStanding.UNREADABLE;
    cell.getStyleClass().add(bad ? "rust" : ShelfPresenter.isDue(row) ? "strong" : "soft");
  }

  private void revisionCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    row.revision()
        .ifPresent(
            number ->
                cell.setText(number == 0 ? Words.of("revision.first") : Revision.numbered(number)));
  }
}
