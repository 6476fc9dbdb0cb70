package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.event.EventTarget;
import javafx.event.EventType;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.DragEvent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.navigation.Place;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.robot.Motion;
import org.testfx.util.WaitForAsyncUtils;

/** The real window on a real display, and hands to drive it. One window at a time. */
public class WindowRobot extends FxRobot {

  private static final long PATIENCE_SECONDS = 40;
  private static final int STANDING_STILL = 50;

  private ExecutorService workers = Executors.newFixedThreadPool(3);
  private volatile Path opened;
  private MainWindow window;
  private Stage stage;

  /** Opens the window over this office. */
  public final void show(Office office) throws Exception {
    FxToolkit.registerPrimaryStage();
    // Each test has a window of its own: the primary one is shared and would keep its listeners.
    stage = FxToolkit.registerStage(Stage::new);
    FxToolkit.setupFixture(
        () -> {
          window =
              new MainWindow(
                  stage,
                  office,
                  new Background(workers, Platform::runLater),
                  file -> opened = file);
          window.show(List.of());
        });
    if (!office.shelves().all().isEmpty()) {
      // Most is looked at from the list of shelves.
      eventually(() -> isThere("#matters"));
      interact(() -> window.go(new Place.AllShelves()));
    }
  }

  /** Opens a file as the system does for somebody who double-clicks it. */
  final void open(Path path) {
    interact(() -> window.open(List.of(path)));
  }

  /** Closes the window and waits until nothing asks the office any more. */
  public final void close() throws Exception {
    FxToolkit.cleanupStages();
    WaitForAsyncUtils.waitForFxEvents();
    workers.shutdown();
    assertThat(workers.awaitTermination(PATIENCE_SECONDS, TimeUnit.SECONDS)).isTrue();
  }

  /** Gets ready to show another window after one was closed. */
  public final void reopen() {
    workers = Executors.newFixedThreadPool(3);
  }

  public final MainWindow window() {
    return window;
  }

  /** The file that was opened in its program last; null if none was. */
  public final Path openedInItsProgram() {
    return opened;
  }

  /** Waits until something holds; where it never does, the failure says what the window showed. */
  public static void eventually(Callable<Boolean> condition) throws Exception {
    try {
      WaitForAsyncUtils.waitFor(
          PATIENCE_SECONDS,
          TimeUnit.SECONDS,
          () -> {
            try {
              return condition.call();
            } catch (IndexOutOfBoundsException e) {
              // The window changed while it was looked through from here: look again.
              return false;
            }
          });
    } catch (TimeoutException e) {
      throw new AssertionError(
          "not so after %d s; %s"
              .formatted(
                  PATIENCE_SECONDS, WaitForAsyncUtils.waitForAsyncFx(5_000, WindowRobot::looks)),
          e);
    }
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static String looks() {
    StringBuilder looks = new StringBuilder();
    for (Window one : Window.getWindows()) {
      looks.append(one.isFocused() ? "the window with the keyboard" : "a window");
      looks.append(" (keyboard on ").append(one.getScene().getFocusOwner()).append("): ");
      tell(one.getScene().getRoot(), looks);
    }
    return looks.toString();
  }

  private static void tell(Node node, StringBuilder looks) {
    if (!node.isVisible()) {
      return;
    }
    if (node instanceof Labeled labeled
        && labeled.getText() != null
        && !labeled.getText().isBlank()) {
      looks.append('[').append(labeled.getText()).append("] ");
    } else if (node instanceof TextInputControl field) {
      looks.append('{').append(field.getText()).append("} ");
    }
    if (node instanceof Parent parent) {
      parent.getChildrenUnmodifiable().forEach(child -> tell(child, looks));
    }
  }

  /**
   * Clicks as a person would: once the part stands still, and where it has not moved while the hand
   * was on its way. A part has its place only once the window was laid out, which a busy machine
   * does late; so two layouts in a row must have left it where it is.
   */
  @Override
  public FxRobot clickOn(String query, Motion motion, MouseButton... buttons) {
    Optional<Bounds> aimed;
    int tries = 0;
    do {
      aimed = restingPlace(query);
      aimed.ifPresent(bounds -> moveTo(bounds, motion));
      awaitLayout();
      tries++;
    } while ((aimed.isEmpty() || !aimed.equals(place(query))) && tries < STANDING_STILL);
    assertThat(aimed).as("nobody sees %s to click on", query).isPresent();
    return clickOn(buttons);
  }

  private Optional<Bounds> restingPlace(String query) {
    Optional<Bounds> before = Optional.empty();
    for (int i = 0; i < STANDING_STILL; i++) {
      awaitLayout();
      Optional<Bounds> now = place(query);
      if (now.isPresent() && now.equals(before)) {
        break;
      }
      before = now;
    }
    return before;
  }

  /** Waits until what was asked of the interface so far is done and the window was laid out. */
  private void awaitLayout() {
    WaitForAsyncUtils.waitForFxEvents();
    CountDownLatch laidOut = new CountDownLatch(1);
    Runnable listener = laidOut::countDown;
    interact(
        () -> {
          stage.getScene().addPostLayoutPulseListener(listener);
          Platform.requestNextPulse();
        });
    try {
      assertThat(laidOut.await(PATIENCE_SECONDS, TimeUnit.SECONDS)).isTrue();
    } catch (InterruptedException e) {
      throw new AssertionError(e);
    }
    interact(() -> stage.getScene().removePostLayoutPulseListener(listener));
  }

  private Optional<Bounds> place(String query) {
    return asOneLook(
        () ->
            lookup(query).queryAll().stream()
                .filter(WindowRobot::isSeen)
                .filter(WindowRobot::isWithinItsWindow)
                .findFirst()
                .map(node -> node.localToScreen(node.getBoundsInLocal())));
  }

  /** Whether somebody sees it: what lies ready on a page out of sight is not there. */
  public final boolean isThere(String query) {
    return asOneLook(() -> lookup(query).queryAll().stream().anyMatch(WindowRobot::isSeen));
  }

  /** Whether a cell of a table that somebody sees has exactly this text. */
  public final boolean shows(String text) {
    return asOneLook(
        () ->
            lookup(".table-cell").queryAll().stream()
                .anyMatch(cell -> text.equals(((Labeled) cell).getText()) && isSeen(cell)));
  }

  public final String text(String query) {
    return asOneLook(() -> lookup(query).<Labeled>tryQuery().map(Labeled::getText).orElse(""));
  }

  /** Looks on the window's own thread: seen from another, parts go while one looks at them. */
  private static <T> T asOneLook(Callable<T> look) {
    if (!Platform.isFxApplicationThread()) {
      return WaitForAsyncUtils.waitForAsyncFx(5_000, look);
    }
    try {
      return look.call();
    } catch (Exception e) {
      throw new AssertionError(e);
    }
  }

  /** Whether it is part of a window and nothing around it is hidden either. */
  private static boolean isSeen(Node node) {
    return node.getScene() != null
        && node.isVisible()
        && (node.getParent() == null || isSeen(node.getParent()));
  }

  private static boolean isWithinItsWindow(Node node) {
    return node.localToScene(node.getBoundsInLocal())
        .intersects(0, 0, node.getScene().getWidth(), node.getScene().getHeight());
  }

  /** Drops files on the window as a file manager does; there is none here to drag them from. */
  public final void drop(Path... files) {
    drop(() -> stage.getScene(), files);
  }

  /** Drops files on a part of the window. */
  public final void dropOn(String query, Path... files) {
    drop(() -> lookup(query).query(), files);
  }

  private void drop(Supplier<EventTarget> on, Path... files) {
    Dragboard board = mock();
    when(board.hasFiles()).thenReturn(true);
    List<File> dropped = Stream.of(files).map(Path::toFile).toList();
    when(board.getFiles()).thenReturn(dropped);
    for (EventType<DragEvent> type : List.of(DragEvent.DRAG_OVER, DragEvent.DRAG_DROPPED)) {
      interact(
          () ->
              Event.fireEvent(
                  on.get(),
                  new DragEvent(
                      type, board, 400, 300, 400, 300, TransferMode.COPY, null, null, null)));
    }
  }
}
