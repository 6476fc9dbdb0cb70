package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Random;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/**
 * Many files that were scrambled within minutes: one sentence of Today, from which all come back.
 */
class MassEventWindowTest extends WindowRobot {

  private static final int LETTERS = 14;

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void lettersThatWereScrambled() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < LETTERS; i++) {
      desk.write(name(i), letter(i));
    }
    desk.capture();
    Random random = new Random(2);
    for (int i = 0; i < LETTERS; i++) {
      byte[] noise = new byte[1_600];
      random.nextBytes(noise);
      Files.delete(desk.file(name(i)));
      desk.write(name(i) + ".x9", noise);
    }
    desk.capture();
    assertThat(
            desk.office()
                .screenings()
                .screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE))
        .isPositive();
    show(desk.office());
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> says("14 files were scrambled and given other names at once."));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private static String name(int i) {
    return "letters/letter %02d.txt".formatted(i);
  }

  private static String letter(int i) {
    return "Dear customer %d, the genoa is ready.%n".formatted(i).repeat(30);
  }

  private boolean says(String part) {
    return lookup(".label").queryAllAs(Label.class).stream()
        .anyMatch(label -> label.getText() != null && label.getText().contains(part));
  }

  @Test
  void allOfThemComeBackInTwoActions() throws Exception {
    clickOn("Put 14 files back…");
    eventually(() -> isThere("#run-tray") && text("#run-tray").equals("Mend 14 files"));
    clickOn("#run-tray");
    eventually(() -> Files.exists(desk.file(name(LETTERS - 1))));
    for (int i = 0; i < LETTERS; i++) {
      assertThat(desk.file(name(i))).hasContent(letter(i));
    }
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> isThere("#matters") && !says("were scrambled"));
    eventually(() -> !desk.office().massEvents().of(desk.shelf()).get(0).event().isOpen());
  }

  /** Who takes the mending back sees at once what is hurt again. */
  @Test
  void takenBackItIsToldAgain() throws Exception {
    clickOn("Put 14 files back…");
    eventually(() -> isThere("#run-tray") && text("#run-tray").equals("Mend 14 files"));
    clickOn("#run-tray");
    eventually(() -> isThere("#undo-run"));
    push(KeyCode.CONTROL, KeyCode.Z);
    eventually(() -> !Files.exists(desk.file(name(LETTERS - 1))));
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> says("14 files were scrambled"));
  }

  @Test
  void theyMayHaveBeenMeant() throws Exception {
    clickOn("It was meant");
    eventually(() -> !says("were scrambled"));
    assertThat(desk.office().massEvents().of(desk.shelf()).get(0).event().isOpen()).isFalse();
  }
}
