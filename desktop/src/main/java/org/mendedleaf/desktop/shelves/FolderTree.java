package org.mendedleaf.desktop.shelves;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.TreeCell;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.mendedleaf.core.history.InnerPath;

/** The folders of a shelf, opened down to where the window is. */
public final class FolderTree {

  private final TreeView<InnerPath> tree = new TreeView<>();
  private final String shelf;
  private InnerPath here;
  private boolean showing;
  private List<InnerPath> shown = List.of();

  public FolderTree(String shelf, InnerPath here, Consumer<InnerPath> go) {
    this.shelf = shelf;
    this.here = here;
    tree.setId("folders");
    tree.getStyleClass().add("sheet");
    tree.setFixedCellSize(28);
    tree.setMinWidth(150);
    tree.setPrefWidth(220);
    tree.setMaxWidth(260);
    tree.setCellFactory(view -> new FolderCell());
    tree.addEventFilter(KeyEvent.KEY_PRESSED, this::passOn);
    tree.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (property, before, item) -> {
              if (item != null && !showing && !item.getValue().equals(this.here)) {
                go.accept(item.getValue());
              }
            });
  }

  /** A tree keeps this key for ending an edit; here nothing is edited, so the key goes back. */
  private void passOn(KeyEvent event) {
    if (event.getCode() == KeyCode.ESCAPE) {
      event.consume();
      Event.fireEvent(tree.getParent(), event.copyFor(tree, tree.getParent()));
    }
  }

  public Node node() {
    return tree;
  }

  /**
   * @param folders sorted, so that a folder comes before what lies in it
   */
  public void show(List<InnerPath> folders) {
    if (tree.getRoot() == null || !folders.equals(shown)) {
      shown = folders;
      build();
    }
  }

  /** Says in which folder the window is now. */
  public void at(InnerPath folder) {
    if (!folder.equals(here)) {
      here = folder;
      if (tree.getRoot() != null) {
        build();
      }
    }
  }

  private void build() {
    Map<InnerPath, TreeItem<InnerPath>> items = new HashMap<>();
    TreeItem<InnerPath> root = new TreeItem<>(InnerPath.ROOT);
    root.setExpanded(true);
    items.put(InnerPath.ROOT, root);
    for (InnerPath folder : shown) {
      TreeItem<InnerPath> item = new TreeItem<>(folder);
      item.setExpanded(here.isWithin(folder));
      items.put(folder, item);
      items.getOrDefault(folder.folder(), root).getChildren().add(item);
    }
    showing = true;
    tree.setRoot(root);
    tree.getSelectionModel().select(items.getOrDefault(here, root));
    showing = false;
  }

  private final class FolderCell extends TreeCell<InnerPath> {
    @Override
    protected void updateItem(InnerPath folder, boolean empty) {
      super.updateItem(folder, empty);
      setText(empty || folder == null ? null : folder.isRoot() ? shelf : Shortened.name(folder));
    }
  }
}
