package org.mendedleaf.desktop.shelves;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/** All shelves, a sheet for each: where it is, how it is recorded, where its revisions are kept. */
public final class AllShelvesPage extends StackedPage {

  private final Context context;
  private final VBox sheets = new VBox(10);
  private final AllShelvesPresenter presenter;

  public AllShelvesPage(Context context) {
    this.context = context;
    this.presenter = new AllShelvesPresenter(context);
    presenter.shelvesProperty().addListener((property, before, now) -> show(now.shelves()));
    Button add =
        Nodes.button(
            Words.of("shelves.add"),
            "Ctrl+N",
            () -> context.go(new Place.NewShelf(Optional.empty())));
    add.setId("add-shelf");
    HBox head = Nodes.row(Nodes.label(Words.of("area.shelves"), "title"), add);
    ScrollPane scroll = new ScrollPane(sheets);
    scroll.setFitToWidth(true);
    stack(14, head, growing(scroll));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(List<Shelf> shelves) {
    sheets.getChildren().setAll(shelves.stream().map(this::sheet).toList());
    if (shelves.isEmpty()) {
      sheets.getChildren().add(Nodes.text(Words.of("shelves.none"), "soft"));
    }
  }

  private Node sheet(Shelf shelf) {
    Button open =
        Nodes.button(
            shelf.name(),
            "",
            () -> context.go(new Place.OneShelf(shelf, InnerPath.ROOT)),
            "sheet-title");
    open.setId("shelf-" + shelf.id());
    boolean off = shelf.settings().recording() != Recording.ON;
    HBox titled = new HBox(12, open, Nodes.label(presenter.state(shelf), off ? "rust" : "soft"));
    titled.setAlignment(Pos.BASELINE_LEFT);
    VBox facts =
        new VBox(
            3,
            titled,
            Nodes.label(presenter.counts(shelf)),
            Nodes.text(presenter.where(shelf), "soft"));
    String damaged = presenter.damaged(shelf);
    if (!damaged.isEmpty()) {
      facts.getChildren().add(1, Nodes.label(damaged, "rust"));
    }
    HBox row = Nodes.row(facts);
    Button recordingAndPeople =
        Nodes.button(
            Words.of("shelf.recordingAndPeople"),
            "",
            () -> context.go(new Place.RecordingOf(shelf)));
    recordingAndPeople.setId("recording-and-people-" + shelf.id());
    row.getChildren().add(recordingAndPeople);
    if (shelf.folder().isPresent() && !off) {
      row.getChildren()
          .add(
              Nodes.button(
                  Words.of("shelf.capture"), "", () -> new Captures(context).capture(shelf)));
    }
    if (shelf.isDeposit()) {
      row.getChildren()
          .add(Nodes.button(Words.of("area.bringIn"), "", () -> context.go(new Place.BringIn())));
    }
    row.getStyleClass().addAll("sheet", "padded");
    return row;
  }
}
