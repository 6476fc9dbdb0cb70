package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Random;
import java.util.stream.Stream;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;

/** The page of the store: from the sentence at the top, checked, rehearsed and repaired. */
class StoreWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aStoreOfWhichAPartIsDamaged() throws Exception {
    desk = new TestDesk(base);
    byte[] noise = new byte[300_000];
    new Random(8).nextBytes(noise);
    desk.write("panels.svg", noise);
    desk.capture();
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      Path largest =
          files.max(Comparator.comparingLong(file -> file.toFile().length())).orElseThrow();
      byte[] bytes = Files.readAllBytes(largest);
      bytes[bytes.length / 2] ^= 1;
      Files.write(largest, bytes);
    }
    show(desk.office());
    eventually(() -> isThere("Today"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.closeAsItIs();
  }

  private int hurt() {
    return lookup("#store").<TableView<?>>query().getItems().size();
  }

  @Test
  void damageIsFoundToldAndMended() throws Exception {
    eventually(() -> text("#store-state").contains("Store “store”"));
    clickOn("#store-state");
    eventually(() -> text("#store-whole").startsWith("No damage is known"));
    clickOn("#check-store");
    eventually(
        () ->
            hurt() == 1
                && text("#store-whole").startsWith("1 of this store’s own files is damaged."));
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> isThere("Look at the store"));
    clickOn("Look at the store");
    eventually(() -> isThere("#rehearse-repair") && hurt() == 1);
    clickOn("#rehearse-repair");
    eventually(() -> isThere("#repair-now"));
    clickOn("#repair-now");
    eventually(() -> text("#notice").startsWith("What was damaged is whole again"));
    eventually(() -> hurt() == 0 && text("#store-whole").startsWith("No damage is known"));
  }

  @Test
  void aDrillFailsIsTheFirstMatterAndItsCertificateSaysWhichFile() throws Exception {
    eventually(() -> text("#store-state").contains("Store “store”"));
    clickOn("#store-state");
    eventually(() -> isThere("#drill") && text("#drilled").startsWith("Nobody has tried yet"));
    clickOn("#drill");
    eventually(() -> text("#drill-answer").startsWith("1 of "));
    assertThat(shows("failed")).isTrue();
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> isThere("#matters"));
    eventually(
        () ->
            lookup(".label").queryAll().stream()
                .anyMatch(label -> ((Labeled) label).getText().startsWith("A drill found a")));
    clickOn("Certificate");
    eventually(() -> isThere("#drill-answer"));
  }

  @Test
  void safeguardsAreSetOnThePageByKeyboard() throws Exception {
    eventually(() -> text("#store-state").contains("Store “store”"));
    clickOn("#store-state");
    eventually(
        () -> isThere("#safeguards") && text("#safeguards").startsWith("It has no safeguards"));
    clickOn("#change-safeguards");
    write("soon");
    push(KeyCode.ENTER);
    eventually(() -> text("#safeguards-refused").startsWith("“soon” is no span"));
    push(KeyCode.CONTROL, KeyCode.A);
    write("30 days");
    push(KeyCode.TAB);
    write("7 days");
    push(KeyCode.ENTER);
    eventually(() -> text("#safeguards").startsWith("Every revision stays for 30 days"));
    assertThat(desk.office().safeguards().delay(desk.shelf().store())).isPresent();
    eventually(() -> !isThere("#set-safeguards"));
  }
}
