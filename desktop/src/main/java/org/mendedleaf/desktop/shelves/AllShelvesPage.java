package org.mendedleaf.desktop.shelves;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.TurnWords;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;

/** All shelves, a sheet for each: where it is, how it is recorded, where its revisions are kept. */
public final class AllShelvesPage implements Page {

  private final Context context;
  private final VBox sheets = new VBox(10);
  private final VBox root;
  private ShelvesFacts shown = new ShelvesFacts(List.of(), List.of());

  public AllShelvesPage(Context context) {
    this.context = context;
    Button add =
        Nodes.button(
            Words.of("shelves.add"),
            "Ctrl+N",
            () -> context.navigator().go(new Place.NewShelf(Optional.empty())));
    add.setId("add-shelf");
    HBox head = Nodes.row(Nodes.label(Words.of("area.shelves"), "title"), add);
    ScrollPane scroll = new ScrollPane(sheets);
    scroll.setFitToWidth(true);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    root = new VBox(14, head, scroll);
    root.getStyleClass().add("page");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public void refresh() {
    context.background().ask(this::look, this::show, context.navigator()::complain);
  }

  /**
   * What is shown.
   *
   * @param turns of those that are captured automatically
   */
  private record ShelvesFacts(List<Shelf> shelves, List<Rhythms.ShelfRhythm> turns) {}

  private ShelvesFacts look() throws IOException {
    return new ShelvesFacts(context.office().shelves().all(), context.office().rhythms().all());
  }

  private void show(ShelvesFacts found) {
    if (found.equals(shown)) {
      return;
    }
    shown = found;
    List<Shelf> shelves = found.shelves();
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
            () -> context.navigator().go(new Place.OneShelf(shelf, InnerPath.ROOT)),
            "sheet-title");
    open.setId("shelf-" + shelf.id());
    boolean off = shelf.settings().recording() != Recording.ON;
    HBox titled = new HBox(12, open, Nodes.label(state(shelf), off ? "rust" : "soft"));
    titled.setAlignment(Pos.BASELINE_LEFT);
    VBox facts = new VBox(3, titled, Nodes.label(counts(shelf)), Nodes.text(where(shelf), "soft"));
    HBox row = Nodes.row(facts);
    Button recordingAndPeople =
        Nodes.button(
            Words.of("shelf.recordingAndPeople"),
            "",
            () -> context.navigator().go(new Place.RecordingOf(shelf)));
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
          .add(
              Nodes.button(
                  Words.of("area.bringIn"), "", () -> context.navigator().go(new Place.BringIn())));
    }
    row.getStyleClass().addAll("sheet", "padded");
    return row;
  }

  private String state(Shelf shelf) {
    return switch (shelf.recording()) {
      case RECORDING -> recording(shelf);
      case NOT_YET -> Words.of("shelf.notYet");
      case PAUSED -> paused(shelf, context);
      case DEPOSIT -> Words.of("shelf.deposit");
      case NOT_HERE -> Words.of("shelf.notHere");
    };
  }

  /** When it was captured, and when it will be next. */
  private String recording(Shelf shelf) {
    String last =
        Words.of(
            "shelf.recording",
            shelf
                .capturedAt()
                .map(at -> Shown.moment(at, context.now(), context.zone()))
                .orElse(""));
    return shown.turns().stream()
        .filter(turn -> turn.shelf().equals(shelf))
        .findFirst()
        .map(turn -> last + " · " + new TurnWords(context).next(turn))
        .orElse(last);
  }

  /** What lies there and is not recorded. */
  private static String leftOut(Shelf shelf) {
    List<LeftOut.Rule> rules = shelf.settings().leftOut().rules();
    return rules.isEmpty()
        ? ""
        : " · "
            + Words.of(
                "shelf.leftOut",
                rules.stream().map(LeftOut.Rule::pattern).collect(Collectors.joining(", ")));
  }

  /** Since when a shelf is paused. */
  static String paused(Shelf shelf, Context context) {
    return Words.of(
        "shelf.paused",
        shelf
            .settings()
            .recordingSince()
            .map(at -> Shown.moment(at, context.now(), context.zone()))
            .orElse(""));
  }

  private static String counts(Shelf shelf) {
    return Words.count("shelf.files", shelf.files())
        + " · "
        + Words.count("shelf.revisions", shelf.revisions())
        + leftOut(shelf);
  }

  private static String where(Shelf shelf) {
    if (shelf.isDeposit()) {
      return Words.of("shelf.where.deposit", Shown.path(shelf.storeFolder()));
    }
    String folder = shelf.folder().map(Shown::path).orElse(Words.of("shelf.noFolder"));
    String text = Words.of("shelf.where", folder, Shown.path(shelf.storeFolder()));
    boolean risky =
        shelf.folder().map(f -> ShelfPlaces.sameDrive(f, shelf.storeFolder())).orElse(false);
    return risky ? text + " " + Words.of("shelf.sameDrive") : text;
  }
}
