package org.mendedleaf.desktop.tray;

import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.SelectionMode;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray;
import org.mendedleaf.desktop.work.picks.MendingTray.Picked;
import org.mendedleaf.desktop.work.picks.Picking;

/**
 * The tray as a sheet beside what is looked at. It shows as soon as something is picked or dragged.
 */
public final class TraySheet {

  private static final PseudoClass OVER = PseudoClass.getPseudoClass("drag-over");
  private static final PseudoClass PICKED = PseudoClass.getPseudoClass("picked");
  private static final double WIDTH = 264;
  private static final double ROOM_FOR_ALL = 1300;

  private final Context context;
  private final MendingTray tray;
  private final PickWords words;
  private final ListView<Picked> list = new ListView<>();
  private final Label facts = Nodes.label("", "soft");
  private final Label how = Nodes.text("", "soft");
  private final Label empty = Nodes.text(Words.of("tray.drop"), "soft", "padded");
  private final VBox root;
  private final Button rehearse;
  // Held here, since the tray outlives the page and holds it weakly.
  private final InvalidationListener follower = property -> show();

  public TraySheet(Context context) {
    this.context = context;
    this.tray = context.tray();
    this.words = new PickWords(context);
    Label title = Nodes.label(Words.of("area.tray"), "strong");
    title.setMinWidth(Region.USE_PREF_SIZE);
    HBox head = new HBox(8, title, facts);
    head.getStyleClass().add("tray-head");
    list.setId("tray-list");
    list.setItems(tray.picks());
    list.setPlaceholder(empty);
    list.getStyleClass().add("tray-list");
    list.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    list.setCellFactory(view -> new PickedCell());
    list.setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.SPACE || event.getCode() == KeyCode.DELETE) {
            tray.remove(
                list.getSelectionModel().getSelectedIndices().size() == tray.picks().size()
                    ? List.copyOf(tray.picks())
                    : List.copyOf(list.getSelectionModel().getSelectedItems()));
            event.consume();
          }
        });
    VBox.setVgrow(list, Priority.ALWAYS);
    Button change =
        Nodes.button(
            Words.of("tray.change"), "Ctrl+3", () -> context.go(new Place.OnTray()), "link-like");
    rehearse = Nodes.button(Words.of("tray.rehearse"), "Ctrl+Enter", this::rehearse, "moss");
    rehearse.setId("tray-rehearse");
    rehearse.setMaxWidth(Double.MAX_VALUE);
    VBox foot = new VBox(6, how, change, rehearse);
    foot.getStyleClass().add("tray-foot");
    foot.visibleProperty().bind(javafx.beans.binding.Bindings.isNotEmpty(tray.picks()));
    root = new VBox(head, list, foot);
    root.setId("tray-sheet");
    root.getStyleClass().addAll("sheet", "tray-sheet");
    root.setMinWidth(WIDTH);
    root.setPrefWidth(WIDTH);
    root.setMaxWidth(WIDTH);
    root.managedProperty().bind(root.visibleProperty());
    root.setOnDragOver(this::over);
    root.setOnDragExited(event -> root.pseudoClassStateChanged(OVER, false));
    root.setOnDragDropped(this::dropped);
    tray.versionProperty().addListener(new WeakInvalidationListener(follower));
    tray.draggingProperty().addListener(new WeakInvalidationListener(follower));
    show();
  }

  public Region node() {
    return root;
  }

  private void rehearse() {
    if (tray.isReady()) {
      context.go(new Place.Rehearsed(tray.tray()));
    }
  }

  /** The brass leaf that a pick is. */
  static Region leaf() {
    Region leaf = new Region();
    leaf.getStyleClass().add("pick-leaf");
    leaf.pseudoClassStateChanged(PICKED, true);
    return leaf;
  }

  private void over(DragEvent event) {
    if (event.getDragboard().hasContent(Picking.PICKS)) {
      event.acceptTransferModes(TransferMode.COPY);
      root.pseudoClassStateChanged(OVER, true);
      event.consume();
    }
  }

  private void dropped(DragEvent event) {
    if (event.getDragboard().hasContent(Picking.PICKS)) {
      tray.drop();
      event.setDropCompleted(true);
      event.consume();
    }
  }

  private void show() {
    root.setVisible(!tray.picks().isEmpty() || tray.draggingProperty().get());
    facts.setText(
        tray.picks().isEmpty()
            ? ""
            : Words.count("tray.files", tray.files(), Shown.size(tray.bytes())));
    how.setText(PickWords.handling(tray.handlingProperty().get()));
    rehearse.setDisable(!tray.isReady());
    list.refresh();
  }

  private final class PickedCell extends ListCell<Picked> {
    private final Label name = Nodes.label("", "strong");
    private final Label state = Nodes.label("", "soft");
    private final Label stands = Nodes.label("", "soft");
    private final HBox row;

    PickedCell() {
      Region leaf = leaf();
      Button off = Nodes.button("×", Words.of("pick.off"), this::takeOff, "quiet", "take-off");
      VBox text = new VBox(name, state, stands);
      text.setMinWidth(0);
      HBox.setHgrow(text, Priority.ALWAYS);
      row = new HBox(8, leaf, text, off);
      setPrefWidth(0);
    }

    private void takeOff() {
      tray.remove(List.of(getItem()));
    }

    @Override
    protected void updateItem(Picked picked, boolean isEmpty) {
      super.updateItem(picked, isEmpty);
      if (isEmpty || picked == null) {
        setGraphic(null);
        Tip.off(this);
        return;
      }
      name.setText(PickWords.name(picked));
      String size = picked.bytes() < 0 ? "" : Shown.size(picked.bytes());
      String much = picked.folder() ? Words.count("tray.files", picked.files(), size) : size;
      state.setText(words.shortState(picked, much));
      stands.setText(words.stands(picked));
      Tip.on(this, words.where(picked) + "\n" + words.state(picked));
      setGraphic(row);
    }
  }

  /**
   * A page's main part with the tray beside it.
   *
   * @param gives is left out while the tray shows and there is no room for both
   */
  public Node beside(Region main, Node... gives) {
    HBox row = new HBox(12, main, root);
    HBox.setHgrow(main, Priority.ALWAYS);
    for (Node one : gives) {
      one.managedProperty().bind(one.visibleProperty());
      one.visibleProperty()
          .bind(root.visibleProperty().not().or(row.widthProperty().greaterThan(ROOM_FOR_ALL)));
    }
    return row;
  }
}
