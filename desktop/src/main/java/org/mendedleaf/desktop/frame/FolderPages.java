package org.mendedleaf.desktop.frame;

import java.util.List;
import java.util.Objects;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.moment.MomentPage;
import org.mendedleaf.desktop.shelves.ShelfPage;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * A shelf's folders now and as they were; one page serves all folders. The page of the past is
 * made, filled and styled out of sight while somebody looks at the present, since that takes longer
 * than the answer: going to a moment then only changes its lines.
 */
final class FolderPages implements Page {

  /** Long enough for the present to be drawn, shorter than anybody needs to look for a moment. */
  private static final Duration DRAWN = Duration.millis(600);

  private final Context context;
  private final Shelf shelf;
  private final StackPane root = new StackPane();
  private ShelfPage present;
  private Place.@Nullable OneShelf presentOf;
  private MomentPage past;
  private Page shown;

  FolderPages(Context context, Place.OneShelf place) {
    this.context = context;
    this.shelf = place.shelf();
    show(place);
  }

  FolderPages(Context context, Place.ShelfAt place) {
    this.context = context;
    this.shelf = place.shelf();
    show(place);
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return shown.firstFocus();
  }

  @Override
  public List<Action> actions() {
    return shown.actions();
  }

  @Override
  public void refresh() {
    shown.refresh();
  }

  @Override
  public boolean moveTo(Place place) {
    Page before = shown;
    Place.OneShelf folderBefore = presentOf;
    if (place instanceof Place.ShelfAt at && at.shelf().equals(shelf)) {
      show(at);
    } else if (place instanceof Place.OneShelf one && one.shelf().equals(shelf)) {
      show(one);
    } else {
      return false;
    }
    if (shown != before) {
      Keyboard.to(firstFocus());
    } else if (shown == present && !Objects.equals(presentOf, folderBefore)) {
      // The tree takes the keyboard only after it has told which folder was clicked.
      context.background().later(() -> Keyboard.to(firstFocus()));
    }
    return true;
  }

  private void show(Place.OneShelf place) {
    if (present == null) {
      present = new ShelfPage(context, shelf, place.folder());
    } else if (!place.equals(presentOf)) {
      present.moveTo(place.folder());
    }
    presentOf = place;
    if (!root.getChildren().contains(present.node())) {
      root.getChildren().add(0, present.node());
    }
    if (past != null) {
      past.node().setVisible(false);
    }
    shown = present;
    if (past == null) {
      PauseTransition pause = new PauseTransition(DRAWN);
      pause.setOnFinished(event -> prepare(place));
      pause.play();
    }
  }

  private void show(Place.ShelfAt place) {
    if (past == null) {
      past = new MomentPage(context, place);
      root.getChildren().add(past.node());
    } else {
      past.moveTo(place);
    }
    past.node().setVisible(true);
    // What is out of sight must not be found by the keyboard.
    if (present != null) {
      root.getChildren().remove(present.node());
    }
    shown = past;
  }

  private void prepare(Place.OneShelf place) {
    if (past == null && shown == present && place.equals(presentOf) && root.getScene() != null) {
      Place.ShelfAt now = new Place.ShelfAt(shelf, place.folder(), new Moment.Now(context.now()));
      past = new MomentPage(context, now);
      past.node().setVisible(false);
      root.getChildren().add(past.node());
      past.prepare();
    }
  }
}
