package org.mendedleaf.desktop.frame;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.desktop.drawings.LeafMark;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.find.FoundPage;
import org.mendedleaf.desktop.start.FirstStartPage;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.SystemOpener;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Jobs;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.MendingTray;

/**
 * The window: the areas at the left, the state of the store above, one page in the middle.
 * Everything here runs on the interface thread; whatever asks the office goes through {@link
 * Background}.
 */
public final class MainWindow implements Navigator {

  private static final PseudoClass PAST = PseudoClass.getPseudoClass("past");

  private final Stage stage;
  private final Context context;
  private final Looks looks;
  private final Pages pages;
  private final PlacesOf placesOf;
  private final AreaStem areas = new AreaStem();
  private final SearchField search;
  // A leaf of its own, since what is told to a parent restyles all that lies in it.
  private final Region backdrop = new Region();
  private final TopBar top;
  private final Notice notice = new Notice(this::focusPage);
  private final StackPane middle = new StackPane();
  private final Deque<Place> behind = new ArrayDeque<>();
  private final List<Action> actions = new ArrayList<>();
  private final ActionList actionList;
  private @Nullable Place place;
  private @Nullable Page page;

  public MainWindow(Stage stage, Office office, Background background, SystemOpener opener) {
    this.stage = stage;
    Jobs jobs = new Jobs(background);
    this.context =
        new Context(
            office,
            background,
            this,
            jobs,
            opener,
            new MendingTray(office, background),
            new ArrivalList(office, background, jobs, this::complain, this::cameIn));
    this.pages = new Pages(context, matters -> areas.count(Words.of("area.today"), matters));
    this.placesOf = new PlacesOf(office);
    this.search = new SearchField(this::find, this::openBest, this::intoFound);
    this.top = new TopBar(context, areas, search);
    BorderPane frame = new BorderPane();
    frame.getStyleClass().add("frame");
    frame.setLeft(side());
    frame.setCenter(work());
    Scene scene = new Scene(frame, 1280, 800);
    HeldKeys.actOnce(scene);
    this.looks = new Looks(scene, office.settings().home(), background);
    actions();
    this.actionList = new ActionList(actions);
    actionList.popup().getScene().getStylesheets().setAll(scene.getStylesheets());
    keys(scene);
    drops(scene);
    stage.setScene(scene);
    stage.setTitle(Words.of("product"));
    stage.setMinWidth(1024);
    stage.setMinHeight(700);
    stage
        .focusedProperty()
        .addListener(
            (property, before, focused) -> {
              if (focused && page != null) {
                refresh();
              }
            });
  }

  /**
   * Shows the window at the first of these paths; without any at what needs a person today, or at
   * the first start where there is no shelf.
   */
  public void show(List<Path> paths) {
    stage.show();
    if (paths.isEmpty()) {
      begin();
    } else {
      open(paths);
    }
    context.tray().restore();
    EarlyPages early = new EarlyPages(context.office());
    context.background().ask(early::make, made -> {}, this::complain);
    IdleWork idle = new IdleWork(context);
    idle.begin();
    ArrivalWatch arrivals = new ArrivalWatch(context);
    arrivals.begin();
    context
        .background()
        .ask(
            () -> context.office().todays().look().matters().size(),
            matters -> areas.count(Words.of("area.today"), matters),
            // Each page itself tells what cannot be reached.
            problem -> {});
    RhythmWatch rhythms = new RhythmWatch(context);
    rhythms.begin();
    stage.setOnHiding(
        event -> {
          idle.end();
          arrivals.end();
          rhythms.end();
        });
  }

  /** Comes to the front, as when another start hands its files over. */
  public void toFront() {
    stage.setIconified(false);
    stage.toFront();
    stage.requestFocus();
  }

  /** Makes the window as large as this, in pixels; on the interface thread. */
  public void resize(double width, double height) {
    stage.setWidth(width);
    stage.setHeight(height);
  }

  /** What the window shows, for pictures of it. */
  public Scene scene() {
    return stage.getScene();
  }

  /** Closes the window; may be called on any thread. */
  public void close() {
    context.background().later(stage::close);
  }

  public Looks looks() {
    return looks;
  }

  public Context context() {
    return context;
  }

  private void begin() {
    context
        .background()
        .ask(
            // Where a store is away, its shelves are: that is no first start.
            () ->
                context.office().shelves().all().isEmpty()
                    && context.office().shelves().unreached().isEmpty(),
            isFirst -> go(isFirst ? new Place.NewShelf(Optional.empty()) : new Place.Today()),
            this::complain);
  }

  // ---- navigation

  @Override
  public void go(Place next) {
    if (place != null && !place.equals(next)) {
      behind.push(place);
    }
    show(next);
  }

  @Override
  public void back() {
    if (!behind.isEmpty()) {
      show(behind.pop());
    }
  }

  /**
   * While somebody types, the page of what was found follows; it is one place to come back from.
   */
  private void find(String typed) {
    if (typed.isBlank()) {
      if (page instanceof FoundPage) {
        back();
      }
    } else if (page instanceof FoundPage found) {
      place = new Place.Found(typed);
      found.type(typed);
    } else {
      go(new Place.Found(typed));
    }
  }

  private void openBest() {
    if (page instanceof FoundPage found) {
      found.openBest();
    }
  }

  private void intoFound() {
    if (page instanceof FoundPage found) {
      found.firstFocus().requestFocus();
    }
  }

  private void show(Place next) {
    place = next;
    notice.hide();
    boolean first = next instanceof Place.NewShelf start && start.folder().isEmpty();
    Page before = page;
    boolean moved = before != null && before.moveTo(next);
    // The page is there at once; what it shows is asked for in a turn of its own.
    Page shown = moved ? Objects.requireNonNull(before) : page(next, first);
    page = shown;
    context
        .background()
        .later(
            () -> {
              shown.refresh();
              showFrame();
            });
    backdrop.pseudoClassStateChanged(PAST, next instanceof Place.ShelfAt);
    if (!(shown instanceof FoundPage)) {
      search.clear();
      if (!moved) {
        shown.firstFocus().requestFocus();
      }
    }
  }

  private Page page(Place next, boolean first) {
    Page page = first && behind.isEmpty() ? new FirstStartPage(context) : pages.at(next);
    Action.listen(page.node(), page::actions);
    middle.getChildren().setAll(page.node());
    return page;
  }

  private void focusPage() {
    if (page != null) {
      page.firstFocus().requestFocus();
    }
  }

  @Override
  public void open(Path path) {
    context
        .background()
        .ask(() -> placesOf.of(path.toAbsolutePath().normalize()), this::go, this::complain);
  }

  /** Shows the first of these paths; going back leads to the others. */
  public void open(List<Path> paths) {
    context
        .background()
        .ask(
            () -> {
              List<Place> places = new ArrayList<>();
              for (Path path : paths) {
                places.add(0, placesOf.of(path.toAbsolutePath().normalize()));
              }
              return places;
            },
            places -> places.forEach(this::go),
            this::complain);
  }

  /** Shows what has this address, as {@link FileAddress} reads it. */
  public void openAddress(String uri) {
    context.background().ask(() -> placesOf.of(uri), this::go, this::complain);
  }

  @Override
  public void refresh() {
    if (page != null) {
      page.refresh();
    }
    showFrame();
  }

  // ---- telling

  private void cameIn(List<ArrivalList.Admitted> admitted) {
    new CameIn(context).tell(admitted);
  }

  @Override
  public void tell(String sentence, @Nullable Runnable undo, String more, Runnable show) {
    notice.tell(sentence, undo, more, show);
  }

  @Override
  public void askFolder(String question, String yes, String last, Consumer<Path> act) {
    notice.askFolder(question, yes, last, act);
  }

  @Override
  public void tell(String sentence, @Nullable Runnable undo) {
    notice.tell(sentence, undo);
  }

  @Override
  public void ask(String question, String yes, Runnable act) {
    notice.ask(question, yes, act);
  }

  @Override
  public void complain(Exception problem) {
    notice.complain(problem);
  }

  // ---- the frame

  private Region side() {
    Label name = new Label(Words.of("product"));
    name.getStyleClass().add("product");
    HBox head = new HBox(8, new LeafMark(28), name);
    head.setAlignment(Pos.CENTER_LEFT);
    head.getStyleClass().add("side-head");
    Hyperlink all = new Hyperlink(Words.of("actions.link"));
    all.setOnAction(event -> showActions());
    Tip.on(all, "Ctrl+K");
    Hyperlink night = new Hyperlink(Words.of("looks.night"));
    night.setOnAction(event -> looks.toggleNight());
    VBox foot = new VBox(2, all, night);
    foot.getStyleClass().add("side-foot");
    BorderPane side = new BorderPane();
    side.setTop(head);
    side.setCenter(areas);
    side.setBottom(foot);
    side.getStyleClass().add("side");
    return side;
  }

  private Region work() {
    notice.hide();
    BorderPane work = new BorderPane();
    work.setTop(new VBox(top.node(), new JobStrips(context.jobs()).node(), notice.node()));
    work.setCenter(middle);
    backdrop.getStyleClass().add("backdrop");
    return new StackPane(backdrop, work);
  }

  private void showFrame() {
    top.refresh(() -> place);
  }

  // ---- keys and drops

  private void actions() {
    action("action.today", KeyCode.DIGIT0, () -> go(new Place.Today()));
    action("action.shelves", KeyCode.DIGIT1, () -> go(new Place.AllShelves()));
    action("action.lost", KeyCode.DIGIT2, () -> go(new Place.Lost()));
    action("action.tray", KeyCode.DIGIT3, () -> go(new Place.OnTray()));
    action("action.bringIn", KeyCode.DIGIT4, () -> go(new Place.BringIn()));
    action("action.plans", KeyCode.DIGIT5, () -> go(new Place.Plans()));
    action("action.space", KeyCode.DIGIT6, () -> go(new Place.SpaceOf()));
    action("action.ledger", KeyCode.DIGIT7, () -> go(new Place.Ledger()));
    action("action.rehearse", KeyCode.ENTER, this::rehearse);
    action("action.protect", KeyCode.N, () -> go(new Place.NewShelf(Optional.empty())));
    action("action.capture", KeyCode.R, this::captureAll);
    action("action.find", KeyCode.F, search::focus);
    action("action.back", KeyCode.BACK_SPACE, this::back);
    action("action.refresh", KeyCode.F5, this::refresh);
    action("action.night", KeyCode.D, () -> looks.toggleNight());
    action("action.larger", KeyCode.EQUALS, () -> looks.scale(1));
    action("action.smaller", KeyCode.MINUS, () -> looks.scale(-1));
    action("action.list", KeyCode.K, this::showActions);
  }

  private void action(String key, KeyCode code, Runnable run) {
    KeyCombination combination = new KeyCodeCombination(code, KeyCombination.SHORTCUT_DOWN);
    actions.add(new Action(Words.of(key), combination, run));
  }

  private void rehearse() {
    if (context.tray().isReady()) {
      go(new Place.Rehearsed(context.tray().tray()));
    }
  }

  private void captureAll() {
    context
        .background()
        .ask(
            () -> context.office().shelves().all(),
            shelves -> {
              Captures captures = new Captures(context);
              shelves.stream()
                  .filter(shelf -> shelf.recording() != RecordingState.PAUSED)
                  .filter(shelf -> shelf.folder().isPresent())
                  .forEach(captures::capture);
            },
            this::complain);
  }

  private void showActions() {
    actionList.show(stage, actionsHere());
  }

  List<Action> actionsHere() {
    return page == null ? List.of() : page.actions();
  }

  List<Action> actionsEverywhere() {
    return List.copyOf(actions);
  }

  private void keys(Scene scene) {
    actions.forEach(action -> scene.getAccelerators().put(action.key(), action.run()));
    scene.addEventHandler(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ESCAPE) {
            back();
          }
        });
  }

  private void drops(Scene scene) {
    scene.setOnDragOver(
        event -> {
          if (event.getDragboard().hasFiles()) {
            event.acceptTransferModes(TransferMode.COPY, TransferMode.LINK);
          }
        });
    scene.setOnDragDropped(
        event -> {
          open(event.getDragboard().getFiles().stream().map(File::toPath).toList());
          event.setDropCompleted(true);
        });
  }
}
