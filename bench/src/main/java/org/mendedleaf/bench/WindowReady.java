package org.mendedleaf.bench;

import java.util.List;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.stage.Stage;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.demo.DemoOffice;
import org.mendedleaf.desktop.DesktopLauncher;

/**
 * Opens a window and ends as soon as it shows what it is for: {@code bare} a label, {@code demo}
 * the list of the demo office's shelves. What is measured is the time of the whole process.
 */
public final class WindowReady {

  private WindowReady() {}

  public static void main(String[] args) throws Exception {
    if (args[0].equals("bare")) {
      bare();
    } else {
      demo();
    }
  }

  private static void bare() {
    Platform.startup(
        () -> {
          Stage stage = new Stage();
          stage.setScene(new Scene(new Label("ready"), 1280, 800));
          stage.show();
          endWhenThere(stage.getScene(), ".label");
        });
  }

  private static void demo() throws Exception {
    DemoOffice demo = DemoOffice.inCache();
    if (!demo.isBuilt()) {
      // Only the first run meets this, and that one is not measured.
      demo.build(Progress.NONE);
    }
    try (Office office = Office.open(demo.settings(DemoOffice.runningClock()))) {
      DesktopLauncher.run(
          office, List.of(), window -> endWhenThere(window.scene(), "#matters .rule-line"));
    }
  }

  private static void endWhenThere(Scene scene, String selector) {
    new AnimationTimer() {
      private boolean drawn;

      @Override
      public void handle(long now) {
        if (drawn) {
          Runtime.getRuntime().halt(0);
        }
        // One more pulse, so that what is there has also been drawn.
        drawn = scene.getRoot().lookup(selector) != null;
      }
    }.start();
  }
}
