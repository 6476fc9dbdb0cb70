package org.mendedleaf.desktop.drawings;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class KeyboardTest extends FxRobot {

  @Test
  void whatIsScrolledHasTheKeyboardThoughItIsNotLaidOutYet() throws Exception {
    FxToolkit.registerPrimaryStage();
    Stage stage = FxToolkit.registerStage(Stage::new);
    TextField field = new TextField();
    VBox page = new VBox(new Button("Today"));
    FxToolkit.setupFixture(
        () -> {
          stage.setScene(new Scene(page, 400, 300));
          stage.show();
        });
    interact(
        () -> {
          page.getChildren().add(new ScrollPane(new VBox(field)));
          Keyboard.to(field);
        });
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(stage.getScene().getFocusOwner()).isSameAs(field);
    FxToolkit.cleanupStages();
  }

  @Test
  void nobodyElseAsksForIt() throws IOException {
    try (Stream<Path> sources = Files.walk(Path.of("src", "main", "java"))) {
      List<String> asking =
          sources
              .filter(file -> file.toString().endsWith(".java"))
              .filter(KeyboardTest::asks)
              .map(file -> file.getFileName().toString())
              .toList();
      assertThat(asking).containsExactly("Keyboard.java");
    }
  }

  /** A stage, too, is asked to be in front; that is not the keyboard of a node. */
  private static boolean asks(Path source) {
    try {
      return Files.readString(source).replace("stage.requestFocus", "").contains("requestFocus");
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }
}
