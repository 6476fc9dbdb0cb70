package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.ShelfAddress;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;

/** A file that was damaged by saving: told on Today, explained, mended or called meant. */
class DamageWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;
  private String good;

  @BeforeEach
  void aFileSavedOverWithAnothers() throws Exception {
    desk = new TestDesk(base);
    good = "battens for Kestrel, in the order of the pockets\n".repeat(3);
    for (int i = 0; i < 40; i++) {
      good += "batten " + i + " of " + (900 + 7 * i) + " mm, stiffness " + i % 5 + "\n";
    }
    StringBuilder offers = new StringBuilder();
    for (int i = 0; i < 40; i++) {
      offers
          .append("offer ")
          .append(i)
          .append(": a genoa for Plover at ")
          .append(2000 + i)
          .append("\n");
    }
    desk.write("battens.txt", good);
    desk.write("offers.txt", offers.toString());
    desk.capture();
    desk.write("battens.txt", offers.toString());
    desk.capture();
    assertThat(
            desk.office()
                .screenings()
                .screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE))
        .isPositive();
    show(desk.office());
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> says("“battens.txt” on “Desk of home” looks damaged"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private boolean says(String part) {
    return lookup(".label").queryAllAs(Label.class).stream()
        .filter(Node::isVisible)
        .anyMatch(label -> label.getText() != null && label.getText().contains(part));
  }

  @Test
  void isMendedFromTheSentenceInTwoActions() throws Exception {
    assertThat(says("is the content of “offers.txt”")).isTrue();
    assertThat(says("Last good: first state")).isTrue();

    clickOn("To the last good state");
    eventually(() -> isThere("#finding") && isThere("Mend with first state"));
    assertThat(says("r1 looks damaged")).isTrue();
    clickOn("Mend with first state");

    eventually(() -> Files.readString(desk.file("battens.txt")).equals(good));
    eventually(() -> !isThere("#finding"));
    byte[] kept = desk.content(desk.life("battens.txt"), 1);
    assertThat(new String(kept, StandardCharsets.UTF_8)).as("nothing is lost").contains("offer 39");
  }

  @Test
  void whatANotificationLeadsToIsTheComparison() throws Exception {
    FileRef file = desk.life("battens.txt").ref();
    String address = new FileAddress(file, Optional.of(0), Optional.of(1)).uri();
    interact(() -> window().openAddress(address));
    eventually(() -> isThere("#compare-summary") && isThere("Mend with first state"));
    interact(() -> window().openAddress(new ShelfAddress(file.store(), desk.shelf().id()).uri()));
    eventually(() -> isThere("#put-back"));
    interact(() -> window().openAddress(new ShelfAddress(file.store(), 99).uri()));
    eventually(() -> says("No shelf of this desk has the address"));
  }

  @Test
  void theSearchNamesTheLastGoodState() throws Exception {
    push(KeyCode.CONTROL, KeyCode.F);
    write("battens");
    eventually(
        () ->
            lookup(".table-cell").queryAllAs(Labeled.class).stream()
                .anyMatch(cell -> "looks damaged; last good: first state".equals(cell.getText())));
  }

  @Test
  void quietHoursAreSetOnToday() throws Exception {
    clickOn("#change-quiet-hours");
    write("whenever").push(KeyCode.ENTER);
    eventually(() -> says("write them like 20:00-07:00"));
    clickOn("#change-quiet-hours");
    write("20:00-7:00").push(KeyCode.ENTER);
    eventually(() -> text("#quiet").contains("not from 20:00 to 07:00"));
    assertThat(desk.office().telling().quiet()).isPresent();
    clickOn("#no-quiet-hours");
    eventually(() -> text("#quiet").contains("at any hour"));
    assertThat(desk.office().telling().quiet()).isEmpty();
  }

  @Test
  void isComparedOrCalledMeant() throws Exception {
    clickOn("To the last good state");
    eventually(() -> isThere("#compare-finding"));
    clickOn("#compare-finding");
    eventually(() -> isThere("#compare-summary"));
    clickOn("#meant");
    eventually(() -> says("counts as it was meant"));
    eventually(() -> !isThere("#finding"));
    assertThat(desk.office().screenings().doubtful(desk.shelf())).isEmpty();
  }

  @Test
  void allThatIsDamagedOnAShelfIsPutBackFromThere() throws Exception {
    interact(() -> window().open(desk.folder()));
    eventually(() -> isThere("#put-back"));
    assertThat(says("1 file on this shelf looks damaged.")).isTrue();
    clickOn("#put-back");
    eventually(() -> isThere("#run-tray"));
    clickOn("#run-tray");
    eventually(() -> Files.readString(desk.file("battens.txt")).equals(good));
  }

  @Test
  void aProgramThatHasTheFileOpenIsNamedBeforeItIsMended() throws Exception {
    Process program =
        new ProcessBuilder("tail", "-f", desk.file("battens.txt").toString())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    try {
      interact(() -> window().open(desk.folder()));
      eventually(() -> isThere("#put-back"));
      clickOn("#put-back");
      eventually(() -> isThere("#open-in"));
      assertThat(text("#open-in")).contains("“battens.txt” is open in a program (tail)");
      push(KeyCode.CONTROL, KeyCode.DIGIT0);
      eventually(() -> isThere("To the last good state"));
      clickOn("To the last good state");
      eventually(() -> isThere("#open-in"));
    } finally {
      program.destroy();
    }
  }
}
