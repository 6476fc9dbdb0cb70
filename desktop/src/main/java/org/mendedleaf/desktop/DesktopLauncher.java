package org.mendedleaf.desktop;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.MainWindow;
import org.mendedleaf.desktop.work.SystemOpener;
import org.mendedleaf.desktop.work.jobs.Workers;

/** Starts the interface and one window. */
public final class DesktopLauncher {

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
    try (Workers workers = new Workers()) {
      Platform.startup(
          () -> {
            Stage stage = new Stage();
            MainWindow window =
                new MainWindow(
                    stage, office, workers.background(Platform::runLater), SystemOpener.DESKTOP);
            stage.setOnHidden(event -> closed.countDown());
            window.show(paths);
            whenShown.accept(window);
          });
      closed.await();
    }
    Platform.exit();
  }
}
