package org.mendedleaf.bench;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.event.EventDispatcher;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.MainWindow;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Workers;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * The real window, with everything of ours timed that runs on the interface thread: answers to
 * questions, and each event as it is dispatched.
 */
abstract class TimedWindow {

  private static final long HELD = 50_000_000;

  private static final long PATIENCE = 60_000_000_000L;

  private final List<Long> nanos = Collections.synchronizedList(new ArrayList<>());
  private final List<String> slow = Collections.synchronizedList(new ArrayList<>());
  private volatile String current = "window";
  private @Nullable MainWindow window;

  final MainWindow window() {
    return Objects.requireNonNull(window);
  }

  void open(Office office) throws InterruptedException {
    CountDownLatch shown = new CountDownLatch(1);
    Platform.startup(
        () -> {
          Background background =
              new Workers().background(work -> Platform.runLater(() -> time(work)));
          window = new MainWindow(new Stage(), office, background, file -> {});
          window().show(List.of());
          EventDispatcher plain = window().scene().getEventDispatcher();
          window()
              .scene()
              .setEventDispatcher(
                  (event, tail) -> {
                    long start = System.nanoTime();
                    Event left = plain.dispatchEvent(event, tail);
                    took(event.getEventType().toString(), System.nanoTime() - start);
                    return left;
                  });
          shown.countDown();
        });
    shown.await();
  }

  void timedGo(Place place) {
    time(() -> window().go(place));
  }

  void time(Runnable work) {
    long start = System.nanoTime();
    work.run();
    took("work", System.nanoTime() - start);
  }

  void took(String what, long time) {
    nanos.add(time);
    if (time > HELD) {
      slow.add("%s, %s: %.0f ms".formatted(current, what, time / 1e6));
    }
  }

  /** Does something on the interface thread, timed, and waits until it shows. */
  void step(String name, Runnable act, Callable<Boolean> shows) throws Exception {
    int before = nanos.size();
    current = name;
    long start = System.nanoTime();
    AtomicLong drawn = new AtomicLong();
    onInterface(
        () -> {
          act.run();
          onNextFrame(() -> drawn.compareAndSet(0, System.nanoTime()));
          return null;
        });
    while (!onInterface(shows)) {
      if (System.nanoTime() - start > PATIENCE) {
        throw new IllegalStateException(name + " did not show in time; there stands: " + texts());
      }
      Thread.sleep(5);
    }
    onInterface(() -> null);
    if (!name.isEmpty()) {
      long slowest = List.copyOf(nanos).stream().skip(before).mapToLong(n -> n).max().orElse(0);
      System.out.printf(
          "%-21s first frame after %5s ms, shows after %,6.0f ms, slowest handler %,4.0f ms%n",
          name,
          drawn.get() == 0 ? "-" : "%,.0f".formatted((drawn.get() - start) / 1e6),
          (System.nanoTime() - start) / 1e6,
          slowest / 1e6);
    }
  }

  /** Does something once what has been changed by now is handed to the renderer. */
  void onNextFrame(Runnable act) {
    Scene scene = window().scene();
    Runnable[] listener = new Runnable[1];
    listener[0] =
        () -> {
          scene.removePostLayoutPulseListener(listener[0]);
          Platform.runLater(act);
        };
    scene.addPostLayoutPulseListener(listener[0]);
    Platform.requestNextPulse();
  }

  List<String> texts() throws Exception {
    return onInterface(
        () ->
            window().scene().getRoot().lookupAll(".label").stream()
                .map(node -> ((Labeled) node).getText())
                .filter(text -> text != null && !text.isEmpty())
                .toList());
  }

  static <T> T onInterface(Callable<T> act) throws Exception {
    FutureTask<T> task = new FutureTask<>(act);
    Platform.runLater(task);
    return task.get();
  }

  TableView<?> table(String id) throws Exception {
    return onInterface(() -> lookup(id));
  }

  TableView<?> lookup(String id) {
    return (TableView<?>) window().scene().lookup(id);
  }

  int rows(String id) {
    Scene scene = window().scene();
    return scene.lookup(id) instanceof TableView<?> table ? table.getItems().size() : -1;
  }

  static void key(Node node, KeyCode code, boolean control) {
    Event.fireEvent(
        node, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, control, false, false));
    Event.fireEvent(
        node, new KeyEvent(KeyEvent.KEY_RELEASED, "", "", code, false, control, false, false));
  }

  static void typed(Node node, String text) {
    for (int i = 0; i < text.length(); i++) {
      Event.fireEvent(
          node,
          new KeyEvent(
              KeyEvent.KEY_TYPED,
              text.substring(i, i + 1),
              "",
              KeyCode.UNDEFINED,
              false,
              false,
              false,
              false));
    }
  }

  void report() {
    List<Long> sorted = nanos.stream().sorted().toList();
    System.out.printf(
        "%,d handlers: median %.2f ms, 99th percentile %.1f ms, slowest %.0f ms (hold: 99th 50 ms)%n",
        sorted.size(),
        sorted.get(sorted.size() / 2) / 1e6,
        sorted.get(sorted.size() * 99 / 100) / 1e6,
        sorted.get(sorted.size() - 1) / 1e6);
    System.out.println("above it: " + String.join("; ", slow));
  }
}
