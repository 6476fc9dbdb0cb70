package org.mendedleaf.desktop;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.MainWindow;
import org.mendedleaf.desktop.work.SystemOpener;
import org.mendedleaf.desktop.work.jobs.Background;

/** Starts the interface and one window. */
public final class DesktopLauncher {

  private static final int WORKERS = 3;

  /** Shelves that are due are captured so many at a time. */
  private static final int DUE_AT_ONCE = 2;

  private DesktopLauncher() {}

  /**
   * Opens the window and returns when it has been closed.
   *
   * @param paths what to show first
   * @param whenShown called on the interface thread once the window is there
   */
  public static void run(Office office, List<Path> paths, Consumer<MainWindow> whenShown)
      throws InterruptedException {
    CountDownLatch closed = new CountDownLatch(1);
    ExecutorService questions = Executors.newFixedThreadPool(WORKERS, daemons("question"));
    ExecutorService jobs = Executors.newCachedThreadPool(daemons("job"));
    ExecutorService due = Executors.newFixedThreadPool(DUE_AT_ONCE, daemons("due"));
    Platform.startup(
        () -> {
          Stage stage = new Stage();
          MainWindow window =
              new MainWindow(
                  stage,
                  office,
                  new Background(questions, jobs, due, Platform::runLater),
                  SystemOpener.DESKTOP);
          stage.setOnHidden(event -> closed.countDown());
          window.show(paths);
          whenShown.accept(window);
        });
    closed.await();
    questions.shutdown();
    jobs.shutdown();
    due.shutdown();
    Platform.exit();
  }

  private static ThreadFactory daemons(String name) {
    return work -> {
      Thread thread = new Thread(work, name);
      thread.setDaemon(true);
      return thread;
    };
  }
}
