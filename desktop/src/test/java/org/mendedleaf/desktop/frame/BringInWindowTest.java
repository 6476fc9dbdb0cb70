package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;

/** Files from outside, dropped on the real window and brought in by mouse and keys. */
class BringInWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;
  private Path arrival;

  @BeforeEach
  void aShelfAndAnArrival() throws Exception {
    desk = new TestDesk(base);
    Path guide = desk.write("Care guide.txt", guide("soap"));
    Files.setLastModifiedTime(
        guide, FileTime.from(desk.clock().instant().minus(Duration.ofHours(2))));
    desk.write("Price list.csv", "cloth,price\nC7,12\nC9,14\nL5,20\n");
    desk.capture();
    arrival = Files.createDirectories(base.resolve("mail")).resolve("care-guide final.txt");
    Files.writeString(arrival, guide("soap").replace("Line 3:", "Line three:"));
    show(desk.office());
    eventually(() -> isThere("#shelf-" + desk.shelf().id()));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private static String guide(String with) {
    return IntStream.range(0, 40)
        .mapToObj(i -> "Line %d: rinse panel %d with %s".formatted(i, i * 31 % 17, with))
        .collect(Collectors.joining("\n"));
  }

  @Test
  void whatIsDroppedBecomesTheNextRevisionWithANoteAndIsTakenBack() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT4);
    eventually(() -> isThere("#arrivals"));
    dropOn("#arrivals", arrival);
    eventually(() -> shows("r1 of Desk of home / Care guide.txt"));
    clickOn("#arrival-note").write("new edition");
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> desk.life("Care guide.txt").revisions().size() == 2);
    assertThat(desk.file("Care guide.txt")).hasSameTextualContentAs(arrival);
    eventually(() -> isThere("“care-guide final.txt” is r1 of Care guide.txt now."));
    clickOn("Undo");
    eventually(() -> Files.readString(desk.file("Care guide.txt")).equals(guide("soap")));
  }

  @Test
  void aProgramThatHasTheFileOpenIsNamedBefore() throws Exception {
    Process program =
        new ProcessBuilder("tail", "-f", desk.file("Care guide.txt").toString())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    try {
      push(KeyCode.CONTROL, KeyCode.DIGIT4);
      eventually(() -> isThere("#arrivals"));
      dropOn("#arrivals", arrival);
      eventually(() -> shows("r1 of Desk of home / Care guide.txt"));
      clickOn("care-guide final.txt");
      eventually(() -> text("#open-in").contains("is open in a program (tail)"));
    } finally {
      program.destroy();
    }
  }

  @Test
  void whatSpeaksAgainstItIsAskedAbout() throws Exception {
    Path mixedUp = base.resolve("mail/Price list.csv");
    Files.writeString(mixedUp, "");
    push(KeyCode.CONTROL, KeyCode.DIGIT4);
    eventually(() -> isThere("#arrivals"));
    dropOn("#arrivals", mixedUp);
    eventually(() -> shows("but it is empty"));
    assertThat(desk.life("Price list.csv").revisions()).hasSize(1);
    clickOn("but it is empty");
    type(KeyCode.DELETE);
    eventually(() -> !shows("but it is empty"));
    assertThat(mixedUp).exists();
  }

  @Test
  void whatArrivesInAChosenFolderWaitsAndASameNamedOneComesInAutomatically() throws Exception {
    settled(arrival);
    push(KeyCode.CONTROL, KeyCode.DIGIT4);
    eventually(() -> isThere("#watch-folder"));
    clickOn("#watch-folder");
    eventually(() -> isThere("#folder-wanted"));
    clickOn("#folder-wanted");
    push(KeyCode.CONTROL, KeyCode.A).write(arrival.getParent().toString()).type(KeyCode.ENTER);
    eventually(() -> shows("r1 of Desk of home / Care guide.txt"));
    clickOn("care-guide final.txt").type(KeyCode.DELETE);
    eventually(() -> !shows("care-guide final.txt"));
    assertThat(arrival).exists();

    var unused = desk.office().recordingAndPeople().admits(desk.shelf(), true);
    Path edition = arrival.resolveSibling("Care guide.txt");
    Files.writeString(edition, guide("soap").replace("Line 5:", "Line five:"));
    settled(edition);
    eventually(() -> isThere("“Care guide.txt” became r1 of Care guide.txt automatically."));
    assertThat(desk.file("Care guide.txt")).hasSameTextualContentAs(edition);
    clickOn("Undo");
    eventually(() -> Files.readString(desk.file("Care guide.txt")).equals(guide("soap")));
    assertThat(shows("care-guide final.txt")).as("dismissed").isFalse();
  }

  /** As if it had been saved a while ago, by the desk's clock. */
  private void settled(Path file) throws Exception {
    Files.setLastModifiedTime(
        file, FileTime.from(desk.clock().instant().minus(Duration.ofMinutes(1))));
  }

  @Test
  void aFileIsDescribedAndWhoeverWantsToKnowIsToldOfWhatIsBroughtIn() throws Exception {
    interact(() -> window().open(desk.file("Care guide.txt")));
    eventually(() -> isThere("#describe") && isThere("#life-line"));
    push(KeyCode.ALT, KeyCode.D);
    eventually(() -> isThere("#describe-text"));
    write("how laminates are washed").type(KeyCode.TAB).write("guide").type(KeyCode.TAB);
    write("Priya Dunmore <priya@loft.example>").type(KeyCode.ENTER);
    eventually(() -> !desk.life("Care guide.txt").description().tell().isEmpty());
    eventually(() -> isThere("#describe"));

    desk.office()
        .intake()
        .bringIn(arrival, desk.life("Care guide.txt").ref(), "new edition", false);
    Path outbox = desk.office().notices().outbox();
    eventually(
        () -> {
          try (var files = Files.list(outbox)) {
            return files.anyMatch(file -> file.toString().endsWith("r1.eml"));
          }
        });
  }

  @Test
  void aNoteIsWrittenOnTheFilesPage() throws Exception {
    interact(() -> window().open(desk.file("Price list.csv")));
    eventually(() -> isThere("#note") && isThere("#known-good"));
    clickOn("#note").write("prices of May").type(KeyCode.ENTER);
    eventually(() -> shows("“prices of May”"));
    clickOn("#known-good");
    eventually(() -> shows("known good · “prices of May”"));
  }
}
