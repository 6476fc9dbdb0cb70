package org.mendedleaf.desktop.drawings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Insets;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class TipTest extends FxRobot {

  private Label first;
  private Label second;

  @BeforeEach
  void show() throws Exception {
    FxToolkit.registerPrimaryStage();
    Stage stage = FxToolkit.registerStage(Stage::new);
    FxToolkit.setupFixture(
        () -> {
          first = new Label("the first");
          second = new Label("the second");
          VBox box = new VBox(60, first, second);
          box.setPadding(new Insets(60));
          stage.setScene(new Scene(box));
          stage.show();
        });
  }

  @AfterEach
  void close() throws Exception {
    FxToolkit.cleanupStages();
  }

  private List<String> shown() {
    return listWindows().stream()
        .filter(window -> window instanceof Tooltip && window.isShowing())
        .map(window -> ((Tooltip) window).getText())
        .toList();
  }

  private void eventuallyShown(String... words) throws Exception {
    WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> shown().equals(List.of(words)));
  }

  @Test
  void itIsShownWhereTheMouseRestsAndSaysWhatItsNodeSaysNow() throws Exception {
    interact(() -> Tip.on(first, "one"));
    moveTo(first).moveBy(2, 1);
    eventuallyShown("one");
    interact(() -> Tip.on(first, () -> "another"));
    eventuallyShown("another");
    moveTo(second).moveBy(2, 1);
    eventuallyShown();
  }

  @Test
  void aReusedNodeKeepsNothingOfWhatItSaidBefore() throws Exception {
    interact(
        () -> {
          Tip.on(first, "before");
          Tip.on(second, "there");
        });
    moveTo(first).moveBy(2, 1);
    eventuallyShown("before");
    interact(() -> Tip.off(first));
    eventuallyShown();
    assertThat(Tip.words(first)).isEmpty();
    moveTo(second).moveBy(2, 1);
    eventuallyShown("there");
  }

  @Test
  void noWindowIsMadeBeforeTheMouseComes() {
    int before = Window.getWindows().size();
    interact(() -> Tip.on(second, () -> "lazily"));
    assertThat(Tip.words(second)).contains("lazily");
    assertThat(Window.getWindows()).hasSize(before);
  }
}
