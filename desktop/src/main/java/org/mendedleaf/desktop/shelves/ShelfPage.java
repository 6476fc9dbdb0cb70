package org.mendedleaf.desktop.shelves;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.moment.MomentBar;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.TurnWords;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** A folder of a shelf: what lies there now, and for each line whether that is recorded. */
public final class ShelfPage implements Page {

  private static final KeyCombination REMOVE =
      new KeyCodeCombination(KeyCode.DELETE, KeyCombination.SHORTCUT_DOWN);

  /** A day of this year with its time, in full. */
  private static final double WHEN = 128;

  private final Context context;
  private final Shelf shelf;
  private InnerPath folder;
  private final SheetTable<FolderRow> table =
      new SheetTable<>("files", this::open, row -> row.path().name());
  private final Label title = Nodes.label("", "title");
  private final Label facts = Nodes.label("", "soft");
  private final Button capture;
  private final ShelfCrumbs crumbs;
  private final FolderTree tree;
  private Instant captured = Instant.EPOCH;
  private List<FolderRow> shownRows = List.of();
  private final MomentBar bar;
  private final VBox root;
  private Shown.SizeUnit unit = Shown.SizeUnit.KB;
  private TableColumn<FolderRow, FolderRow> sizes;

  public ShelfPage(Context context, Shelf shelf, InnerPath folder) {
    this.context = context;
    this.shelf = shelf;
    this.folder = folder;
    name();
    capture =
        shelf.isDeposit()
            ? Nodes.button(
                Words.of("area.bringIn"),
                "Ctrl+4",
                () -> context.navigator().go(new Place.BringIn()))
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
            () -> context.navigator().go(new Place.RecordingOf(shelf)),
            "link-like");
    recordingAndPeople.setId("recording-and-people");
    Button snapshots =
        Nodes.button(
            Words.of("shelf.snapshots"),
            "Ctrl+T",
            () -> context.navigator().go(new Place.ShelfSnapshots(shelf, folder)));
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
        new FolderTree(
            shelf.name(), folder, path -> context.navigator().go(new Place.OneShelf(shelf, path)));
    HBox main = new HBox(12, tree.node(), table.node());
    HBox.setHgrow(table.node(), Priority.ALWAYS);
    Node below = new TraySheet(context).beside(main, tree.node());
    VBox.setVgrow(below, Priority.ALWAYS);
    bar = new MomentBar(context, shelf, folder);
    crumbs = new ShelfCrumbs(context, shelf, folder, path -> new Place.OneShelf(shelf, path));
    HBox way = Nodes.row(crumbs.node(), gather, recordingAndPeople);
    root = new VBox(6, way, head, bar.node(), below);
    VBox.setMargin(below, new javafx.geometry.Insets(6, 0, 0, 0));
    root.getStyleClass().add("page");
  }

  private void name() {
    title.setText(folder.isRoot() ? shelf.name() : Shortened.name(folder));
  }

  /**
   * Shows another folder of the shelf: its lines come into the table that is there, since a new one
   * takes longer to draw than they to be found.
   */
  public void moveTo(InnerPath other) {
    folder = other;
    shownRows = List.of();
    name();
    facts.setText("");
    crumbs.show(folder);
    tree.at(folder);
    bar.moveTo(folder);
    table.waitNoMore();
    table.startOver();
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
    bar.refresh();
    List<FolderRow> before = shownRows;
    InnerPath here = folder;
    context
        .background()
        .ask(
            () -> look(here, before),
            found -> {
              if (here.equals(folder)) {
                show(found);
              }
            },
            context.navigator()::complain);
    context
        .background()
        .ask(
            () -> context.office().shelves().folders(shelf),
            tree::show,
            context.navigator()::complain);
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
            () -> context.navigator().go(new Place.RecordingOf(shelf))),
        Action.of(
            "shelf.snapshots",
            "Shortcut+T",
            () -> context.navigator().go(new Place.ShelfSnapshots(shelf, folder))),
        Action.of("moment.before", "Alt+Left", () -> bar.step(-1)));
  }

  /** Takes the chosen files and folders off the shelf; one undo brings them back. */
  private void remove() {
    List<InnerPath> paths =
        table.chosenRows().stream()
            .filter(row -> row.standing() != FolderRow.RowStanding.GONE)
            .map(FolderRow::path)
            .toList();
    if (paths.isEmpty()) {
      return;
    }
    String name =
        paths.size() == 1 ? paths.get(0).name() : Words.count("copy.several", paths.size());
    Recovering recovering = new Recovering(context);
    recovering.run(
        Words.of("remove.job", name),
        progress -> context.office().recoveries().remove(shelf, paths, progress),
        receipt ->
            context
                .navigator()
                .tell(Words.of("remove.done", name), () -> recovering.undo(receipt)));
  }

  private void gather() {
    if (!shelf.isDeposit()) {
      context.navigator().go(new Place.Gather(shelf, folder));
    }
  }

  private void copyOut() {
    new Recovering(context)
        .copyOut(table.chosenRows().stream().flatMap(row -> wanted(row).stream()).toList());
  }

  /** Nothing chosen means the newest that is captured. */
  private Optional<WantedPick> wanted(FolderRow row) {
    Pick pick;
    if (row.kind() == FolderRow.RowKind.FOLDER) {
      pick = new Pick.OfMoment(row.path(), new Moment.Now(captured));
    } else if (row.file().isPresent() && row.revision().isPresent()) {
      pick = new Pick.OfRevision(row.file().getAsLong(), row.revision().getAsInt());
    } else {
      return Optional.empty();
    }
    boolean isFolder = row.kind() == FolderRow.RowKind.FOLDER;
    return Optional.of(
        new WantedPick(
            new Tray.Entry(shelf.store(), shelf.id(), pick),
            row.path().name(),
            isFolder,
            isFolder ? 0 : 1,
            -1));
  }

  /**
   * @param due how many files are not recorded as they lie there
   */
  private record FolderFacts(
      Shelf shelf,
      List<FolderRow> rows,
      Optional<Instant> captured,
      long files,
      long due,
      long largest,
      Optional<Rhythms.ShelfRhythm> turn) {}

  /**
   * @param here the folder that was asked for
   * @param shown what the list shows already
   */
  private FolderFacts look(InnerPath here, List<FolderRow> shown) throws IOException {
    Shelf now = context.office().shelves().byId(shelf.store(), shelf.id());
    List<FolderRow> rows = context.office().shelves().browse(now, here);
    return new FolderFacts(
        now,
        rows.equals(shown) ? shown : rows,
        context.office().moments().capturedBefore(shelf, context.now()),
        rows.stream().filter(row -> row.kind() != FolderRow.RowKind.FOLDER).count(),
        rows.stream().filter(ShelfPage::isDue).count(),
        rows.stream().mapToLong(FolderRow::size).max().orElse(0),
        context.office().rhythms().of(now));
  }

  private void show(FolderFacts found) {
    captured = found.captured().orElse(Instant.EPOCH);
    shownRows = found.rows();
    unit = Shown.SizeUnit.fitting(found.largest());
    sizes.setText(Words.of("column.size", unit.name()));
    table.show(found.rows());
    long due = found.due();
    boolean off = found.shelf().settings().recording() != Recording.ON;
    facts.getStyleClass().setAll("label", off ? "rust" : "soft");
    String recorded =
        due > 0
            ? Words.count("shelf.due", due)
            : Words.of(found.files() > 0 ? "shelf.allRecorded" : "shelf.noneListed");
    String state =
        switch (found.shelf().recording()) {
          case NOT_YET -> folder.isRoot() ? Words.of("shelf.notYet") : recorded;
          case DEPOSIT -> Words.of("shelf.deposit");
          case PAUSED -> AllShelvesPage.paused(found.shelf(), context);
          default -> recorded;
        };
    String files = Words.count("shelf.files", found.files());
    if (due > 0 && found.turn().isPresent()) {
      state = Words.of("shelf.nextCapture", state, new TurnWords(context).next(found.turn().get()));
    }
    facts.setText(off ? state + " · " + files : files + " · " + state);
    capture.setDisable(off && found.shelf().recording() != RecordingState.NOT_YET);
  }

  private static boolean isDue(FolderRow row) {
    return switch (row.standing()) {
      case RECORDED, LEFT_OUT -> false;
      case GONE, UNREADABLE -> true;
      case CHANGED_SINCE, NEW, BEING_WRITTEN -> row.kind() != FolderRow.RowKind.FOLDER;
    };
  }

  private void columns() {
    table.column("column.name", 290, this::nameCell);
    sizes = table.numbers("column.size", 90, this::sizeCell);
    table.column("column.changed", 145, this::changedCell).setMinWidth(WHEN);
    table.column("column.recorded", 230, this::standingCell);
    table.column("column.revision", 110, this::revisionCell);
    table.picking(context.tray(), this::wanted);
    table.state("gone", row -> row.standing() == FolderRow.RowStanding.GONE);
    table.state("due", ShelfPage::isDue);
    table.placeholder(Nodes.text(Words.of("shelf.folder.empty"), "soft"));
  }

  private void open(FolderRow row) {
    if (row.kind() == FolderRow.RowKind.FOLDER) {
      context.navigator().go(new Place.OneShelf(shelf, row.path()));
    } else if (row.file().isPresent()) {
      context
          .navigator()
          .go(
              new Place.OneFile(
                  new FileRef(shelf.store(), row.file().getAsLong()), Optional.empty()));
    } else {
      context.navigator().go(new Place.Stray(row.address()));
    }
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

  private void sizeCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    if (row.kind() != FolderRow.RowKind.FOLDER) {
      cell.setText(unit.number(row.size()));
      Tip.on(cell, () -> Shown.exact(row.size()));
    }
  }

  private void changedCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    if (row.kind() != FolderRow.RowKind.FOLDER) {
      cell.setText(Shown.moment(row.modified(), context.now(), context.zone()));
      Tip.on(cell, () -> Shown.full(row.modified(), context.zone()));
    }
  }

  private void standingCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    if (row.kind() == FolderRow.RowKind.FOLDER
        && row.standing() != FolderRow.RowStanding.GONE
        && row.standing() != FolderRow.RowStanding.LEFT_OUT
        && row.standing() != FolderRow.RowStanding.UNREADABLE) {
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
    cell.getStyleClass().add(bad ? "rust" : isDue(row) ? "strong" : "soft");
  }

  private void revisionCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    row.revision()
        .ifPresent(
            number ->
                cell.setText(number == 0 ? Words.of("revision.first") : Revision.numbered(number)));
  }
}
