package org.mendedleaf.desktop.shelves;

import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;

/** The way from all shelves down to a folder. */
public final class ShelfCrumbs {

  private final Context context;
  private final Shelf shelf;
  private final Function<InnerPath, Place> at;
  private final HBox root = Nodes.crumbs();

  /**
   * @param at the place of a folder on the way
   */
  public ShelfCrumbs(
      Context context, Shelf shelf, InnerPath folder, Function<InnerPath, Place> at) {
    this.context = context;
    this.shelf = shelf;
    this.at = at;
    show(folder);
  }

  /** Shows the way to another folder of the shelf. */
  public void show(InnerPath folder) {
    root.getChildren().clear();
    add(Words.of("area.shelves"), new Place.AllShelves());
    if (!folder.isRoot()) {
      add(shelf.name(), at.apply(InnerPath.ROOT));
      String[] names = folder.text().split("/", -1);
      InnerPath path = InnerPath.ROOT;
      for (int i = 0; i < names.length - 1; i++) {
        path = path.resolve(names[i]);
        add(Shortened.name(path), at.apply(path));
      }
    }
  }

  public Node node() {
    return root;
  }

  private void add(String name, Place place) {
    root.getChildren().add(Nodes.crumb(name, () -> context.go(place)));
  }
}
