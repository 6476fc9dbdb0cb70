package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.moment.MomentRow;

/** Finding the right state in the real window: by name, by moment, by snapshot. */
class FindingTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelfWithAPast() throws Exception {
    desk = new TestDesk(base);
    desk.write("Avocet/layout-old.svg", "<svg>the first drawing of all</svg>");
    desk.write("list.csv", "good,1\n");
    desk.write("gone.txt", "goes");
    desk.capture();
    desk.clock().forward(Duration.ofDays(3));
    Files.move(desk.file("Avocet/layout-old.svg"), desk.file("Avocet/final.svg"));
    desk.write("list.csv", "ruined,99999\n");
    Files.delete(desk.file("gone.txt"));
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

  private List<MomentEntry> rowsThen() {
    TableView<MomentRow> table = lookup("#files-then").query();
    return table.getItems().stream().map(MomentRow::entry).toList();
  }

  @Test
  void aFileIsOpenedByTheOldestNameThatItHad() throws Exception {
    push(KeyCode.CONTROL, KeyCode.F);
    write("layout-old").type(KeyCode.ENTER);
    eventually(() -> text(".title").equals("final.svg"));
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#found") && shows("once called Avocet/layout-old.svg"));
  }

  @Test
  void whereNothingIsFoundItSaysWhereWasLooked() throws Exception {
    clickOn("#search").write("nowhere");
    eventually(
        () -> isThere("No file that was ever recorded is called “nowhere”, in whole or in part."));
    assertThat(
            lookup(".label").queryAll().stream()
                .map(node -> ((Labeled) node).getText())
                .filter(text -> text != null && text.startsWith("Looked on the shelf")))
        .hasSize(1);
  }

  @Test
  void aTypedMomentShowsTheShelfAsItWasAndTheRevisionOfThen() throws Exception {
    interact(() -> window().open(desk.folder()));
    eventually(() -> isThere("#moment-typed"));
    clickOn("#moment-typed").write("4 d ago").type(KeyCode.ENTER);

    eventually(() -> isThere("#files-then") && rowsThen().size() == 3);
    eventually(() -> shows("1 revision later") && shows("1 changed since"));
    assertThat(rowsThen())
        .filteredOn(row -> row.entry().path().text().equals("gone.txt"))
        .allMatch(row -> row.since().orElseThrow().removedAt().isPresent());
    clickOn("list.csv").type(KeyCode.ENTER);
    eventually(() -> isThere("#mend") && text("#mend").endsWith("first state"));
  }

  @Test
  void oneStepsFromChangeToChangeAndBackToNow() throws Exception {
    interact(() -> window().open(desk.folder()));
    eventually(() -> isThere("#change-before"));
    clickOn("#change-before");
    eventually(() -> isThere("#files-then") && rowsThen().size() == 3);
    clickOn("#change-after");
    eventually(() -> isThere("#files-then") && rowsThen().size() == 2);
    clickOn("#with-gone");
    eventually(() -> rowsThen().stream().anyMatch(row -> row.gone().isPresent()));
    clickOn("#change-before");
    eventually(() -> isThere("#files-then") && rowsThen().size() == 3);
    clickOn("#compare-with-now");
    eventually(() -> isThere("#differences") && shows("− removed") && shows("→ moved"));
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#files-then"));
    clickOn("Now");
    eventually(() -> isThere("#files"));
  }

  @Test
  void aSnapshotIsTakenLookedIntoAndLetGo() throws Exception {
    interact(() -> window().open(desk.folder()));
    eventually(() -> isThere("#snapshots-of-shelf"));
    clickOn("#snapshots-of-shelf");
    eventually(() -> isThere("#snapshot-label"));
    clickOn("#snapshot-label").write("before the fair").type(KeyCode.ENTER);
    eventually(() -> shows("before the fair"));
    desk.clock().forward(Duration.ofHours(1));
    desk.write("list.csv", "a third state\n");
    desk.capture();

    clickOn("before the fair").type(KeyCode.ENTER);
    eventually(() -> isThere("#files-then") && shows("r1"));
    type(KeyCode.ESCAPE);
    eventually(() -> shows("before the fair"));
    clickOn("#snapshot-unlabel");
    eventually(() -> isThere(".question"));
    clickOn(lookup(".question .button").nth(0).queryButton());
    eventually(() -> !shows("before the fair"));
    assertThat(desk.life("list.csv").revisions()).hasSize(3);
  }

  @Test
  void aRemovedFolderIsBroughtBackInThreeSteps() throws Exception {
    desk.write("Surveys/one.pdf", "1");
    desk.write("Surveys/deep/two.pdf", "2");
    desk.capture();
    for (String path :
        List.of("Surveys/deep/two.pdf", "Surveys/deep", "Surveys/one.pdf", "Surveys")) {
      Files.delete(desk.file(path));
    }
    desk.capture();
    interact(() -> window().refresh());

    clickOn("Lost & found");
    eventually(() -> shows("Surveys /") && shows("gone.txt"));
    clickOn("Surveys /");
    clickOn("#bring-back");

    eventually(() -> isThere("#undo"));
    assertThat(desk.file("Surveys/deep/two.pdf")).hasContent("2");
    eventually(() -> !shows("Surveys /"));
    clickOn("#undo");
    eventually(() -> !Files.exists(desk.file("Surveys/one.pdf")));
    eventually(() -> shows("Surveys /"));
  }

  @Test
  void aSnapshotOfOneFolderHoldsNothingElse() throws Exception {
    interact(() -> window().open(desk.file("Avocet")));
    eventually(() -> isThere("#snapshots-of-shelf") && text(".title").equals("Avocet"));
    clickOn("#snapshots-of-shelf");
    eventually(() -> text("#snapshot-take").equals("Take a snapshot of Avocet"));
    clickOn("#snapshot-label").write("only this").type(KeyCode.ENTER);
    eventually(() -> shows("only this") && shows("Avocet /") && shows("1"));
  }

  @Test
  void aStoreThatIsAwayIsSaidInOneSentence() throws Exception {
    Files.move(base.resolve("store"), base.resolve("drive away"));
    interact(() -> window().refresh());
    eventually(() -> text(".store-state").startsWith("The store “store” cannot be reached."));
  }
}
