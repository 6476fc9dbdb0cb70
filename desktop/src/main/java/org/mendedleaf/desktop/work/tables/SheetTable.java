package org.mendedleaf.desktop.work.tables;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.function.ToLongFunction;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import javafx.collections.WeakListChangeListener;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.picks.MendingTray;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;
import org.mendedleaf.desktop.work.picks.Picking;

/**
 * A table on a sheet: rows of one height, cells filled from the whole row, Enter or a double click
 * opens, typed letters choose the next row whose name begins with them.
 *
 * <p>"All rows" is a state of its own here: the selection model makes and hashes an object for each
 * row, which stops the window for most of a second where there are a hundred thousand.
 *
 * @param <T> a row; equal rows look the same
 */
public final class SheetTable<T> {

  private static final double ROW = 30;
  private static final double LEAF = 34;

  private final TableView<T> table = new TableView<>();
  private final Map<PseudoClass, Predicate<T>> states = new LinkedHashMap<>();
  private final Consumer<T> open;
  private final TypedChoice<T> typed;
  private final List<SizeColumn<T>> sizes = new ArrayList<>();
  // Held here, since the tray outlives the page and holds it weakly.
  private final InvalidationListener refresher = property -> node().refresh();
  private @Nullable Picking<T> picking;
  private List<T> shown = List.of();
  private boolean whole = true;
  private boolean all;
  private boolean followed;
  // Held here, since the list outlives the table and holds it weakly.
  private final ListChangeListener<T> resetter = change -> all(false);
  private final List<Runnable> onceWhole = new ArrayList<>();
  private final List<Runnable> choiceFollowers = new ArrayList<>();

  /** Fills a cell; its text and styles have been cleared. */
  public interface Filler<T> {
    void fill(TableCell<T, T> cell, T row);
  }

  /**
   * @param id of the node
   * @param open what Enter and a double click do
   * @param name by which typing finds a row
   */
  public SheetTable(String id, Consumer<T> open, Function<T, String> name) {
    this.open = open;
    this.typed = new TypedChoice<>(table, name, this::pick);
    table.setId(id);
    table.getStyleClass().add("sheet");
    table.setFixedCellSize(ROW);
    table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
    table.setRowFactory(view -> new SheetRow());
    table.setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.ENTER) {
            chosen().ifPresent(open);
          }
        });
    table.setOnKeyTyped(event -> typed.type(event.getCharacter()));
    table.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
    table.addEventFilter(MouseEvent.MOUSE_PRESSED, this::pressed);
    table
        .getSelectionModel()
        .getSelectedIndices()
        .addListener((ListChangeListener<Integer>) change -> chosenAnew());
    // The one that is chosen may be known only after its number is.
    table.getSelectionModel().selectedItemProperty().addListener(change -> chosenAnew());
  }

  public TableView<T> node() {
    return table;
  }

  /** Shows this instead of rows where there are none. */
  public void placeholder(Node node) {
    table.setPlaceholder(node);
  }

  public Optional<T> chosen() {
    return Optional.ofNullable(table.getSelectionModel().getSelectedItem());
  }

  /**
   * All chosen rows. The selection model's own list is searched from its beginning for each of its
   * items, which takes minutes for very many.
   */
  public List<T> chosenRows() {
    List<T> rows = table.getItems();
    if (all) {
      // What is shown is never changed in place, so a copy would only cost time.
      return followed ? List.copyOf(rows) : Collections.unmodifiableList(shown);
    }
    int chosen = table.getSelectionModel().getSelectedIndices().size();
    List<T> found = new ArrayList<>();
    for (int i = 0; i < rows.size() && found.size() < chosen; i++) {
      if (table.getSelectionModel().isSelected(i)) {
        found.add(rows.get(i));
      }
    }
    return found;
  }

  /** Chooses all rows, where several can be chosen. */
  public void chooseAll() {
    if (table.getSelectionModel().getSelectionMode() == SelectionMode.MULTIPLE) {
      if (whole) {
        all(true);
      } else {
        onceWhole.add(() -> all(true));
      }
    }
  }

  /** Calls this whenever other rows are chosen. */
  public void onChoice(Runnable follower) {
    choiceFollowers.add(follower);
  }

  /** Shows a list that changes automatically, instead of {@link #show}. */
  public void follow(ObservableList<T> rows) {
    followed = true;
    table.setItems(rows);
    rows.addListener(new WeakListChangeListener<>(resetter));
  }

  /**
   * Does something with what is chosen: at once, unless a choice waits for the rest of the rows.
   */
  public void inTurn(Runnable act) {
    if (onceWhole.isEmpty()) {
      act.run();
    } else {
      onceWhole.add(act);
    }
  }

  private void all(boolean chosen) {
    if (all != chosen) {
      all = chosen;
      table.refresh();
      choiceFollowers.forEach(Runnable::run);
    }
  }

  private void chosenAnew() {
    if (all) {
      all(false);
    } else {
      choiceFollowers.forEach(Runnable::run);
    }
  }

  private void pressed(KeyEvent event) {
    // Whoever does something else no longer waits for what was typed.
    typed.stop();
    if (event.isShortcutDown() && event.getCode() == KeyCode.A) {
      chooseAll();
      event.consume();
    }
  }

  /** Any row pressed makes a new choice; with the shortcut key it is all but that one. */
  private void pressed(MouseEvent event) {
    typed.stop();
    if (!all || event.getButton() != MouseButton.PRIMARY || !SheetCell.isOnRow(event)) {
      return;
    }
    if (event.isShortcutDown()) {
      all = false;
      table.getSelectionModel().selectAll();
    } else if (!event.isShiftDown()) {
      all(false);
    }
  }

  /** Gives rows a pseudo-class. */
  public void state(String pseudoClass, Predicate<T> holds) {
    states.put(PseudoClass.getPseudoClass(pseudoClass), holds);
  }

  /**
   * Adds a column.
   *
   * @param key of its heading; a {0} in it is left empty until {@link TableColumn#setText}
   */
  public TableColumn<T, T> column(String key, double width, Filler<T> filler) {
    return column(key, width, () -> new SheetCell<>(filler));
  }

  /**
   * Adds a column of texts.
   *
   * @param styles of its cells
   */
  public TableColumn<T, T> column(
      String key, double width, Function<T, String> text, String... styles) {
    return column(key, width, SheetCell.text(text, styles));
  }

  private TableColumn<T, T> column(String key, double width, Supplier<TableCell<T, T>> cells) {
    TableColumn<T, T> column = new TableColumn<>(Words.of(key, ""));
    column.setPrefWidth(width);
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(data -> new ReadOnlyObjectWrapper<>(data.getValue()));
    column.setCellFactory(view -> cells.get());
    table.getColumns().add(column);
    return column;
  }

  /** Adds a column of numbers, which stand at the right. */
  public TableColumn<T, T> numbers(String key, double width, Filler<T> filler) {
    TableColumn<T, T> column =
        column(
            key,
            width,
            () -> {
              SheetCell<T> cell = new SheetCell<>(filler);
              cell.getStyleClass().add("number");
              return cell;
            });
    column.getStyleClass().add("number-head");
    return column;
  }

  /** Adds a column of texts that are numbers. */
  public TableColumn<T, T> numbers(
      String key, double width, Function<T, String> text, String... styles) {
    return numbers(key, width, SheetCell.text(text, styles));
  }

  /**
   * Adds a column of sizes, all in one unit.
   *
   * @param key of its heading, with {0} for the unit
   * @param bytes of a row; less than 0 where it has no size
   */
  public void sizes(String key, double width, ToLongFunction<T> bytes) {
    sizes.add(new SizeColumn<>(this, key, width, bytes));
  }

  /** Takes the unit of sizes that fits the largest of what is shown from now on. */
  public void fit(long largest) {
    sizes.forEach(column -> column.fit(largest));
  }

  /** Takes the unit of sizes that fits these rows; few, since they are gone through. */
  public void fit(List<T> rows) {
    fit(sizes.stream().mapToLong(column -> column.largest(rows)).max().orElse(0));
  }

  /**
   * Lets rows be picked: by Space, by dragging, or by a click at their end.
   *
   * @param wanted what picking a row means; empty where it cannot be picked
   */
  public void picking(MendingTray tray, Function<T, Optional<WantedPick>> wanted) {
    table.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    Picking<T> now = new Picking<>(tray, wanted);
    picking = now;
    TableColumn<T, T> leaf = column("column.pick", LEAF, now::cell);
    leaf.setMinWidth(LEAF);
    leaf.setMaxWidth(LEAF);
    tray.membersProperty().addListener(new WeakInvalidationListener(refresher));
  }

  /** Picks the chosen rows, or takes them off the tray. */
  public void pick() {
    Picking<T> now = picking;
    if (now != null) {
      inTurn(() -> now.toggle(chosenRows()));
    }
  }

  /** Drops what waits for the rest of rows that will not come, since others do. */
  public void waitNoMore() {
    onceWhole.clear();
  }

  /** Goes back to the first row. */
  public void startOver() {
    table.getSelectionModel().clearSelection();
    table.scrollTo(0);
  }

  /** Shows these rows; looking again must not take a row away under somebody's mouse. */
  public void show(List<T> rows) {
    show(rows, true);
  }

  /**
   * Shows these rows.
   *
   * @param isWhole whether they are all there will be; else the whole follows soon
   */
  public void show(List<T> rows, boolean isWhole) {
    replace(rows);
    whole = isWhole;
    if (whole) {
      List<Runnable> acts = List.copyOf(onceWhole);
      onceWhole.clear();
      acts.forEach(Runnable::run);
    }
  }

  private void replace(List<T> rows) {
    // The caller compares many rows outside the interface thread.
    if (rows == shown || (rows.size() <= KeptChoice.COMPARED_HERE && rows.equals(shown))) {
      return;
    }
    shown = rows;
    all = false;
    KeptChoice.over(table, rows);
  }

  private final class SheetRow extends TableRow<T> {
    SheetRow() {
      setOnMouseClicked(
          event -> {
            // Folder after folder at one spot counts on: the second double click there is 3 and 4.
            if (event.getClickCount() % 2 == 0
                && getItem() != null
                && event.getButton() == MouseButton.PRIMARY) {
              open.accept(getItem());
            }
          });
      setOnDragDetected(
          event -> {
            if (picking != null && getItem() != null) {
              picking.drag(this, chosenRows());
              event.consume();
            }
          });
      setOnDragDone(
          event -> {
            if (picking != null) {
              picking.dragDone();
            }
          });
    }

    @Override
    public void updateSelected(boolean selected) {
      super.updateSelected(selected || (all && !isEmpty()));
    }

    @Override
    protected void updateItem(T row, boolean empty) {
      super.updateItem(row, empty);
      if (all || isSelected()) {
        updateSelected(table.getSelectionModel().isSelected(getIndex()));
      }
      boolean there = !empty && row != null;
      states.forEach((state, holds) -> pseudoClassStateChanged(state, there && holds.test(row)));
    }
  }
}
