package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;

/** The real window on a real display, driven as a person would, over a real folder. */
class WindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  @Test
  void aFileIsMendedAndTheMendingTakenBack() throws Exception {
    desk = new TestDesk(base);
    desk.write("plans/mainsail.csv", "good,1\n");
    desk.write("plans/other.csv", "x\n");
    desk.capture();
    desk.write("plans/mainsail.csv", "ruined,999999999999\n");
    desk.capture();
    show(desk.office());

    eventually(() -> isThere("#shelf-" + desk.shelf().id()));
    clickOn("#shelf-" + desk.shelf().id());
    eventually(() -> isThere("plans /"));
    doubleClickOn("plans /");
    eventually(() -> isThere("mainsail.csv"));
    doubleClickOn("mainsail.csv");
    eventually(() -> isThere("#leaf-0") && isThere("#leaf-1"));
    eventually(() -> isThere("ruined") && isThere("999999999999"));
    assertThat(isThere("#mend")).as("the current revision needs no mending").isFalse();

    clickOn("first state");
    eventually(() -> isThere("good") && isThere("#mend"));
    clickOn("#mend");

    eventually(() -> isThere("#undo"));
    assertThat(desk.file("plans/mainsail.csv")).hasContent("good,1\n");
    eventually(() -> isThere("#leaf-2"));
    clickOn("#undo");

    eventually(() -> Files.readString(desk.file("plans/mainsail.csv")).startsWith("ruined"));
    eventually(() -> isThere("#leaf-3"));
  }

  @Test
  void theLifeLineIsWalkedByKeysAndTheFileMendedByKey() throws Exception {
    desk = new TestDesk(base);
    desk.write("notes.txt", "one");
    desk.capture();
    desk.write("notes.txt", "two!");
    desk.capture();
    show(desk.office());
    interact(() -> window().open(desk.file("notes.txt")));
    eventually(() -> isThere("#leaf-1"));
    eventually(() -> lookup("#life-line").query().isFocused());

    type(KeyCode.LEFT);
    eventually(() -> text("#mend").endsWith("first state"));
    push(KeyCode.CONTROL, KeyCode.M);

    eventually(() -> Files.readString(desk.file("notes.txt")).equals("one"));
    eventually(() -> isThere("#undo"));
  }

  @Test
  void aNewcomerGetsToAProtectedFolder() throws Exception {
    desk = new TestDesk(base, base.resolve("first store"), "other");
    Path home = base.resolve("new home");
    Path work = Files.createDirectories(base.resolve("my work"));
    Files.writeString(work.resolve("letter.txt"), "Dear loft");
    try (Office fresh =
        Office.open(
            org.mendedleaf.core.session.OfficeSettings.ofThisMachine(home).withPerson("Maren"))) {
      show(fresh);
      eventually(() -> isThere("#protect"));
      interact(() -> lookup("#folder").<TextField>query().setText(work.toString()));
      interact(() -> lookup("#store").<TextField>query().setText(base.resolve("kept").toString()));
      eventually(() -> isThere(".warning"));
      clickOn("#protect");

      eventually(() -> isThere("letter.txt"));
      eventually(
          () -> !fresh.shelves().all().isEmpty() && fresh.shelves().all().get(0).revisions() == 1);
    }
  }

  @Test
  void aFileOnNoShelfLeadsToProtectingItsFolder() throws Exception {
    desk = new TestDesk(base);
    desk.write("a.txt", "x");
    desk.capture();
    Path stray = Files.writeString(base.resolve("stray.txt"), "x");
    show(desk.office());
    interact(() -> window().open(stray));

    eventually(() -> isThere("#protect-folder"));
    clickOn("#protect-folder");

    eventually(() -> isThere("#folder"));
    assertThat(lookup("#folder").<TextField>query().getText()).isEqualTo(base.toString());
  }

  @Test
  void whatChangedSinceIsSeenAndCapturedFromTheShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("a.txt", "x");
    desk.capture();
    Path changed = desk.write("a.txt", "changed since");
    Files.setLastModifiedTime(
        changed, java.nio.file.attribute.FileTime.from(TestDesk.START.plusSeconds(1800)));
    show(desk.office());
    interact(() -> window().open(desk.folder()));
    eventually(
        () ->
            lookup(".table-cell").queryAll().stream()
                .anyMatch(
                    cell ->
                        ((Labeled) cell).getText() != null
                            && ((Labeled) cell).getText().endsWith("ago, not recorded")));

    clickOn("#capture");

    eventually(() -> desk.life("a.txt").revisions().size() == 2);
    eventually(() -> text("#notice").contains("1 changed"));
  }

  @Test
  void theCurrentFileOpensInItsProgram() throws Exception {
    desk = new TestDesk(base);
    desk.write("a.txt", "x");
    desk.capture();
    show(desk.office());
    interact(() -> window().open(desk.file("a.txt")));
    eventually(() -> isThere("#leaf-0"));

    clickOn("Open in its program");

    eventually(() -> desk.file("a.txt").equals(openedInItsProgram()));
  }

  @Test
  void filesThatAreDroppedOnTheWindowLeadToTheirPages() throws Exception {
    desk = new TestDesk(base);
    Path first = desk.write("first.txt", "x");
    Path second = desk.write("in/second.txt", "y");
    desk.capture();
    show(desk.office());
    eventually(() -> isThere("#shelf-" + desk.shelf().id()));

    drop(first, second);

    eventually(() -> isThere("#life-line") && text(".title").equals("first.txt"));
    type(KeyCode.ESCAPE);
    eventually(() -> text(".title").equals("second.txt"));
  }
}
