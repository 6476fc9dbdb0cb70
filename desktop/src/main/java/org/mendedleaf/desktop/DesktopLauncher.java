package org.mendedleaf.desktop;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.MainWindow;
import org.mendedleaf.desktop.work.Background;
import org.mendedleaf.desktop.work.SystemOpener;

/** Starts the interface and one window. */
public final class DesktopLauncher {

  private static final int WORKERS = 3;

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
    ExecutorService workers =
        Executors.newFixedThreadPool(
            WORKERS,
            work -> {
              Thread thread = new Thread(work, "question");
              thread.setDaemon(true);
              return thread;
            });
    Platform.startup(
        () -> {
          Stage stage = new Stage();
          MainWindow window =
              new MainWindow(
                  stage, office, new Background(workers, Platform::runLater), SystemOpener.DESKTOP);
          stage.setOnHidden(event -> closed.countDown());
          window.show(paths);
          whenShown.accept(window);
        });
    closed.await();
    workers.shutdown();
    Platform.exit();
  }
}
