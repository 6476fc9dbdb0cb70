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
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.find.FoundPage;
import org.mendedleaf.desktop.start.FirstStartPage;
import org.mendedleaf.desktop.words.Words;
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
  private final List<Action> actions;
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
    frame.setLeft(new SideBar(areas, this::showActions, () -> looks().toggleNight()));
    frame.setCenter(work());
    Scene scene = new Scene(frame, 1280, 800);
    HeldKeys.actOnce(scene);
    this.looks = new Looks(scene, office.settings().home(), background);
    this.actions = new WindowActions(this, search::focus, this::showActions).all();
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
    context.ask(early::make, made -> {});
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
    context.ask(
        // Where a store is away, its shelves are: that is no first start.
        () ->
            context.office().shelves().all().isEmpty()
                && context.office().shelves().unreached().isEmpty(),
        isFirst -> go(isFirst ? new Place.NewShelf(Optional.empty()) : new Place.Today()));
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
      Keyboard.to(found.firstFocus());
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
        Keyboard.to(shown.firstFocus());
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
      Keyboard.to(page.firstFocus());
    }
  }

  @Override
  public void open(Path path) {
    context.ask(() -> placesOf.of(path.toAbsolutePath().normalize()), this::go);
  }

  /** Shows the first of these paths; going back leads to the others. */
  public void open(List<Path> paths) {
    context.ask(
        () -> {
          List<Place> places = new ArrayList<>();
          for (Path path : paths) {
            places.add(0, placesOf.of(path.toAbsolutePath().normalize()));
          }
          return places;
        },
        places -> places.forEach(this::go));
  }

  /** Shows what has this address, as {@link FileAddress} reads it. */
  public void openAddress(String uri) {
    context.ask(() -> placesOf.of(uri), this::go);
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

  private Region work() {
    notice.hide();
    BorderPane work = new BorderPane();
    work.setTop(new VBox(top.node(), notice.node()));
    work.setCenter(middle);
    backdrop.getStyleClass().add("backdrop");
    return new StackPane(backdrop, work);
  }

  private void showFrame() {
    top.refresh(() -> place);
  }

  // ---- keys and drops

  private void showActions() {
    actionList.show(stage, actionsHere());
  }

  List<Action> actionsHere() {
    return page == null ? List.of() : page.actions();
  }

  List<Action> actionsEverywhere() {
    return actions;
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
