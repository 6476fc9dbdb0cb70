package org.mendedleaf.desktop.shelves;

import java.util.List;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.office.FileLife;
import org.mendedleaf.core.office.FileRef;
import org.mendedleaf.core.office.FolderRow;
import org.mendedleaf.core.office.RecordingState;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Page;
import org.mendedleaf.desktop.work.Place;

/** A folder of a shelf: what lies there now, and for each line whether that is recorded. */
public final class ShelfPage implements Page {

  private static final PseudoClass GONE = PseudoClass.getPseudoClass("gone");
  private static final PseudoClass DUE = PseudoClass.getPseudoClass("due");
  private static final double ROW = 30;

  private final Context context;
  private final Shelf shelf;
  private final InnerPath folder;
  private final TableView<FolderRow> table = new TableView<>();
  private final Label facts = Nodes.label("", "soft");
  private final TypeAhead typeAhead = new TypeAhead();
  private final FolderTree tree;
  private final VBox root;
  private Shown.Unit unit = Shown.Unit.KB;
  private TableColumn<FolderRow, FolderRow> sizes;

  public ShelfPage(Context context, Shelf shelf, InnerPath folder) {
    this.context = context;
    this.shelf = shelf;
    this.folder = folder;
    Label title = Nodes.label(folder.isRoot() ? shelf.name() : Shortened.name(folder), "title");
    HBox titled = new HBox(14, title, facts);
    titled.setAlignment(Pos.BASELINE_LEFT);
    HBox head =
        Nodes.row(
            titled,
            Nodes.button(
                Words.of("shelf.capture"), "Ctrl+R", () -> new Captures(context).capture(shelf)));
    head.getChildren().get(1).setId("capture");
    columns();
    tree =
        new FolderTree(
            shelf.name(), folder, path -> context.navigator().go(new Place.OneShelf(shelf, path)));
    HBox below = new HBox(12, tree.node(), table);
    HBox.setHgrow(table, Priority.ALWAYS);
    VBox.setVgrow(below, Priority.ALWAYS);
    root = new VBox(6, crumbs(), head, below);
    VBox.setMargin(below, new javafx.geometry.Insets(8, 0, 0, 0));
    root.getStyleClass().add("page");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return table;
  }

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () -> context.office().shelves().browse(shelf, folder),
            this::show,
            context.navigator()::complain);
    context
        .background()
        .ask(
            () -> context.office().shelves().folders(shelf),
            tree::show,
            context.navigator()::complain);
  }

  private void show(List<FolderRow> rows) {
    int chosen = Math.max(0, table.getSelectionModel().getSelectedIndex());
    unit = Shown.Unit.fitting(rows.stream().mapToLong(FolderRow::size).max().orElse(0));
    sizes.setText(Words.of("column.size", unit.name()));
    // Looking again must not take a line away under somebody's mouse.
    if (!table.getItems().equals(rows)) {
      table.getItems().setAll(rows);
      table.getSelectionModel().select(Math.min(chosen, rows.size() - 1));
    }
    table.setPlaceholder(Nodes.text(Words.of("shelf.folder.empty"), "soft"));
    long files = rows.stream().filter(row -> row.kind() != FolderRow.Kind.FOLDER).count();
    long due = rows.stream().filter(ShelfPage::isDue).count();
    String state =
        shelf.recording() == RecordingState.NOT_YET && folder.isRoot()
            ? Words.of("shelf.notYet")
            : due == 0 ? Words.of("shelf.allRecorded") : Words.count("shelf.due", due);
    facts.setText(Words.count("shelf.files", files) + " · " + state);
  }

  private static boolean isDue(FolderRow row) {
    return row.kind() != FolderRow.Kind.FOLDER && row.standing() != FolderRow.Standing.RECORDED;
  }

  private HBox crumbs() {
    HBox crumbs = new HBox(6);
    crumbs.getStyleClass().add("crumbs");
    crumbs.getChildren().add(crumb(Words.of("area.shelves"), new Place.AllShelves()));
    if (!folder.isRoot()) {
      crumbs.getChildren().add(crumb(shelf.name(), new Place.OneShelf(shelf, InnerPath.ROOT)));
      String[] names = folder.text().split("/", -1);
      InnerPath path = InnerPath.ROOT;
      for (int i = 0; i < names.length - 1; i++) {
        path = path.resolve(names[i]);
        crumbs.getChildren().add(crumb(Shortened.name(path), new Place.OneShelf(shelf, path)));
      }
    }
    return crumbs;
  }

  private Hyperlink crumb(String name, Place place) {
    Hyperlink link = new Hyperlink(name + "  /");
    link.setOnAction(event -> context.navigator().go(place));
    return link;
  }

  private void columns() {
    table.getColumns().add(column("column.name", 290, this::nameCell));
    sizes = column("column.size", 90, this::sizeCell);
    sizes.getStyleClass().add("number-head");
    table.getColumns().add(sizes);
    table.getColumns().add(column("column.changed", 145, this::changedCell));
    table.getColumns().add(column("column.recorded", 230, this::standingCell));
    table.getColumns().add(column("column.revision", 110, this::revisionCell));
    table.setFixedCellSize(ROW);
    table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
    table.setRowFactory(view -> new Row());
    table.setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.ENTER) {
            chosen().ifPresent(this::open);
          }
        });
    table.setOnKeyTyped(event -> typeAhead.typed(event.getCharacter(), table));
    table.getStyleClass().add("sheet");
    table.setId("files");
  }

  private Optional<FolderRow> chosen() {
    return Optional.ofNullable(table.getSelectionModel().getSelectedItem());
  }

  private void open(FolderRow row) {
    if (row.kind() == FolderRow.Kind.FOLDER) {
      context.navigator().go(new Place.OneShelf(shelf, row.path()));
    } else if (row.file().isPresent()) {
      context.navigator().go(new Place.OneFile(new FileRef(shelf.store(), row.file().getAsLong())));
    } else {
      context.navigator().go(new Place.Stray(row.address()));
    }
  }

  // ---- cells

  private interface Filler {
    void fill(TableCell<FolderRow, FolderRow> cell, FolderRow row);
  }

  private static TableColumn<FolderRow, FolderRow> column(String key, double width, Filler filler) {
    TableColumn<FolderRow, FolderRow> column = new TableColumn<>(Words.of(key, ""));
    column.setPrefWidth(width);
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(
        data -> new javafx.beans.property.ReadOnlyObjectWrapper<>(data.getValue()));
    column.setCellFactory(
        view ->
            new TableCell<>() {
              @Override
              protected void updateItem(FolderRow row, boolean empty) {
                super.updateItem(row, empty);
                setText(null);
                setTooltip(null);
                getStyleClass().removeAll("soft", "strong", "number", "rust");
                if (!empty && row != null) {
                  filler.fill(this, row);
                }
              }
            });
    return column;
  }

  private void nameCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    boolean isFolder = row.kind() == FolderRow.Kind.FOLDER;
    String name = Shortened.name(row.path());
    cell.setText(isFolder ? name + " /" : name);
    if (isFolder) {
      cell.getStyleClass().add("strong");
    }
    cell.setTooltip(new Tooltip(row.path().shown()));
  }

  private void sizeCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    cell.getStyleClass().add("number");
    if (row.kind() != FolderRow.Kind.FOLDER) {
      cell.setText(unit.number(row.size()));
      cell.setTooltip(new Tooltip(Shown.exact(row.size())));
    }
  }

  private void changedCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    if (row.kind() != FolderRow.Kind.FOLDER) {
      cell.setText(Shown.moment(row.modified(), context.now(), context.zone()));
      cell.setTooltip(new Tooltip(Shown.full(row.modified(), context.zone())));
    }
  }

  private void standingCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    if (row.kind() == FolderRow.Kind.FOLDER
        && row.standing() != FolderRow.Standing.GONE
        && row.standing() != FolderRow.Standing.UNREADABLE) {
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
          case GONE -> Words.of("standing.gone");
        });
    boolean bad =
        row.standing() == FolderRow.Standing.GONE
            || row.standing() == FolderRow.Standing.UNREADABLE;
    cell.getStyleClass()
        .add(bad ? "rust" : row.standing() == FolderRow.Standing.RECORDED ? "soft" : "strong");
  }

  private void revisionCell(TableCell<FolderRow, FolderRow> cell, FolderRow row) {
    row.revision()
        .ifPresent(
            number ->
                cell.setText(number == 0 ? Words.of("revision.first") : FileLife.numbered(number)));
  }

  /** A row that opens on Enter or a double click. */
  private final class Row extends TableRow<FolderRow> {

    Row() {
      setOnMouseClicked(
          event -> {
            // Folder after folder at one spot counts on: the second double click there is 3 and 4.
            if (event.getClickCount() % 2 == 0 && getItem() != null) {
              open(getItem());
            }
          });
    }

    @Override
    protected void updateItem(FolderRow row, boolean empty) {
      super.updateItem(row, empty);
      boolean there = !empty && row != null;
      pseudoClassStateChanged(GONE, there && row.standing() == FolderRow.Standing.GONE);
      pseudoClassStateChanged(DUE, there && isDue(row));
    }
  }
}
