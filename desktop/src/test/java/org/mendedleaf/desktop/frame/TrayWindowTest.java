package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.tray.TrayRehearsal;
import org.mendedleaf.desktop.work.picks.MendingTray;

/** The mending tray in the real window: picking, rehearsal, receipt, undo, copying out. */
class TrayWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelfWithAPast() throws Exception {
    desk = new TestDesk(base);
    desk.write("in/list.csv", "good,1\n");
    desk.write("in/plan.txt", "the plan");
    desk.write("notes.txt", "as ever");
    desk.capture();
    desk.clock().forward(Duration.ofDays(3));
    desk.write("in/list.csv", "ruined,99999\n");
    Files.delete(desk.file("in/plan.txt"));
    desk.capture();
    desk.clock().forward(Duration.ofDays(2));
    show(desk.office());
    eventually(() -> isThere("#shelf-" + desk.shelf().id()));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private void fourDaysAgo() throws Exception {
    interact(() -> window().open(desk.folder()));
    eventually(() -> isThere("#moment-typed"));
    clickOn("#moment-typed").write("4 d ago").type(KeyCode.ENTER);
    eventually(() -> isThere("#files-then") && shows("in /"));
  }

  private int picks() {
    return window().context().tray().picks().size();
  }

  @Test
  void aFolderIsPickedBySpaceRehearsedMendedAndTakenBack() throws Exception {
    fourDaysAgo();
    assertThat(isThere("#tray-sheet")).as("an empty tray is not in the way").isFalse();
    clickOn("in /").type(KeyCode.SPACE);
    eventually(() -> isThere("#tray-sheet") && picks() == 1);
    eventually(() -> isThere("1 is another now, 1 is missing there"));

    clickOn("#tray-rehearse");

    eventually(() -> isThere("#run-tray") && text("#run-tray").equals("Mend 2 files"));
    TableView<TrayRehearsal.RehearsedStep> steps = lookup("#steps").query();
    assertThat(steps.getItems().get(0).step().planned())
        .as("conflicts are on top")
        .isEqualTo(Outcome.MADE_ROOM);
    assertThat(lookup("#run-tray").query().getStyleClass()).contains("gilded");
    clickOn("#run-tray");

    eventually(() -> isThere("#undo-run"));
    assertThat(desk.file("in/list.csv")).hasContent("good,1\n");
    assertThat(desk.file("in/plan.txt")).hasContent("the plan");
    assertThat(picks()).as("what was recovered leaves the tray").isZero();
    clickOn("#undo-run");
    eventually(() -> Files.readString(desk.file("in/list.csv")).startsWith("ruined"));
    assertThat(desk.file("in/plan.txt")).doesNotExist();
    eventually(() -> isThere("This has been taken back."));
  }

  @Test
  void whatStandsInTheWayIsComparedOnRequest() throws Exception {
    fourDaysAgo();
    clickOn("in /").type(KeyCode.SPACE);
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(
        () -> isThere("#compare-conflict") && !lookup("#compare-conflict").query().isDisabled());
    push(KeyCode.CONTROL, KeyCode.E);
    eventually(() -> isThere("#compare-summary") && text("#compare-summary").matches("\\d.*"));
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#steps"));
  }

  @Test
  void whoHasNotSaidWhereToIsNotTakenForWantingItInPlace() throws Exception {
    fourDaysAgo();
    clickOn("in /").type(KeyCode.SPACE);
    eventually(() -> picks() == 1);
    push(KeyCode.CONTROL, KeyCode.DIGIT3);
    eventually(() -> isThere("#picks") && shows("in /"));
    clickOn("#tray-where-FOLDER");
    eventually(() -> lookup("#tray-rehearse").queryAll().stream().allMatch(Node::isDisabled));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    interact(() -> window().open(desk.folder()));
    eventually(() -> isThere("#tray-sheet"));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    push(KeyCode.CONTROL, KeyCode.DIGIT3);
    eventually(() -> isThere("#tray-where-FOLDER"));
    assertThat(isThere("#steps")).isFalse();
    assertThat(lookup("#tray-where-FOLDER").<ToggleButton>query().isSelected())
        .as("the choice is still begun")
        .isTrue();

    Path to = base.resolve("elsewhere");
    clickOn("#tray-path").write(to + "/");
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> isThere("#run-tray") && text("#run-tray").equals("Copy out 2 files"));
  }

  @Test
  void picksGoToAnotherFolderOrAZipAndWhatIsLeftStaysOnTheTray() throws Exception {
    fourDaysAgo();
    push(KeyCode.CONTROL, KeyCode.A).type(KeyCode.SPACE);
    eventually(() -> picks() == 2);
    push(KeyCode.CONTROL, KeyCode.DIGIT3);
    eventually(() -> isThere("#picks") && shows("in /"));
    Path zip = base.resolve("earlier.zip");
    clickOn("#tray-where-ZIP");
    interact(() -> lookup("#tray-path").<TextField>query().setText(zip.toString()));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> isThere("#run-tray") && text("#run-tray").equals("Copy out 3 files"));
    assertThat(lookup("#run-tray").query().getStyleClass()).contains("moss");
    clickOn("#run-tray");
    eventually(() -> isThere("#receipt") && Files.exists(zip));

    fourDaysAgo();
    clickOn("notes.txt").type(KeyCode.SPACE);
    push(KeyCode.CONTROL, KeyCode.DIGIT3);
    eventually(() -> isThere("#tray-ifThere-LEAVE"));
    clickOn("#tray-ifThere-LEAVE");
    clickOn("#tray-rehearse");
    eventually(() -> text("#run-tray").equals("Nothing to do"));
  }

  @Test
  void whatIsLeftBecauseAnotherStandsThereStaysOnTheTray() throws Exception {
    interact(() -> window().open(desk.file("in")));
    eventually(() -> isThere("#moment-typed"));
    clickOn("#moment-typed").write("4 d ago").type(KeyCode.ENTER);
    eventually(() -> isThere("#files-then") && shows("plan.txt"));
    push(KeyCode.CONTROL, KeyCode.A).type(KeyCode.SPACE);
    eventually(() -> picks() == 2);
    push(KeyCode.CONTROL, KeyCode.DIGIT3);
    eventually(() -> isThere("#tray-ifThere-LEAVE"));
    clickOn("#tray-ifThere-LEAVE");
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> text("#run-tray").equals("Mend 1 file"));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> isThere("#undo-run"));
    assertThat(desk.file("in/plan.txt")).exists();
    assertThat(desk.file("in/list.csv")).hasContent("ruined,99999\n");
    assertThat(window().context().tray().picks())
        .extracting(MendingTray.Picked::name)
        .containsExactly("list.csv");
  }

  @Test
  void onePickMayHaveAWayOfItsOwn() throws Exception {
    fourDaysAgo();
    push(KeyCode.CONTROL, KeyCode.A).type(KeyCode.SPACE);
    push(KeyCode.CONTROL, KeyCode.DIGIT3);
    eventually(() -> isThere("#picks") && shows("notes.txt"));
    clickOn("notes.txt");
    clickOn("#tray-own");
    clickOn("#tray-where-FOLDER");
    interact(() -> lookup("#tray-path").<TextField>query().setText(base.resolve("out").toString()));
    eventually(() -> window().context().tray().tray().parts().size() == 2);
    clickOn("#tray-rehearse");
    eventually(() -> text("#run-tray").equals("Mend 3 files"));
    clickOn("#run-tray");
    eventually(() -> isThere("#undo-run"));
    assertThat(desk.file("in/plan.txt")).exists();
    try (var copies = Files.list(base.resolve("out"))) {
      assertThat(copies.map(file -> file.getFileName().toString()))
          .allMatch(name -> name.matches("notes \\(first state, .*\\)\\.txt"))
          .hasSize(1);
    }
  }

  @Test
  void aRevisionIsPickedAndCopiedOutFromItsFilesPage() throws Exception {
    interact(() -> window().open(desk.file("in/list.csv")));
    eventually(() -> isThere("#leaf-1"));
    clickOn("first state");
    eventually(() -> text("#pick").equals("Pick first state"));
    push(KeyCode.CONTROL, KeyCode.P);
    eventually(() -> picks() == 1 && isThere("#on-tray"));

    push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.C);
    eventually(() -> isThere("#folder-wanted"));
    write(base.resolve("copies").toString()).type(KeyCode.ENTER);
    eventually(() -> isThere("#more"));
    try (var copies = Files.list(base.resolve("copies"))) {
      assertThat(copies.toList())
          .hasSize(1)
          .allSatisfy(copy -> assertThat(copy).hasContent("good,1\n"));
    }
    clickOn("#more");
    eventually(() -> isThere("#receipt"));
    clickOn("#show-in-folder");
    eventually(() -> base.resolve("copies").equals(openedInItsProgram()));
  }

  @Test
  void theTrayIsKeptWhenTheWindowIsClosed() throws Exception {
    fourDaysAgo();
    clickOn("in /").type(KeyCode.SPACE);
    eventually(() -> desk.office().recoveries().kept().entries().size() == 1);
    close();
    desk.restart();
    reopen();
    show(desk.office());
    eventually(() -> picks() == 1);
  }

  @Test
  void rowsAreDraggedOntoTheTray() throws Exception {
    fourDaysAgo();
    clickOn("notes.txt").type(KeyCode.SPACE);
    eventually(() -> isThere("#tray-sheet"));
    ListView<?> list = lookup("#tray-list").query();
    drag("in /").dropTo(list);
    eventually(() -> picks() == 2);
  }

  @Test
  void revisionsStandUnderTheirFilesAndCanBePicked() throws Exception {
    interact(() -> window().open(desk.file("in")));
    eventually(() -> isThere("#moment-typed"));
    clickOn("#moment-typed").write("4 d ago").type(KeyCode.ENTER);
    eventually(() -> isThere("#files-then") && shows("plan.txt"));
    int before = lookup("#files-then").<TableView<?>>query().getItems().size();
    clickOn("#with-revisions");
    eventually(() -> lookup("#files-then").<TableView<?>>query().getItems().size() == before + 3);
    assertThat(List.of(before)).containsExactly(2);
  }
}
