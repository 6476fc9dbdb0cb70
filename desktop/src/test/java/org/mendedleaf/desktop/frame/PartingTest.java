package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.work.navigation.Place;

/** Holding, removing and erasing from a file's page, by mouse and by keys. */
class PartingTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;
  private FileRef file;

  @BeforeEach
  void aFileWithThreeRevisions() throws Exception {
    desk = new TestDesk(base);
    for (String state : new String[] {"one\n", "two two\n", "three three three\n"}) {
      desk.write("list.csv", state);
      desk.write("other.csv", "stays");
      desk.capture();
    }
    file = desk.office().addresses().file(desk.file("list.csv").toString(), base);
    show(desk.office());
    interact(() -> window().go(new Place.OneFile(file, Optional.of(1))));
    eventually(() -> isThere("#leaf-2") && text("#to-erase").equals("Erase r1…"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private FileLife life() throws Exception {
    return desk.office().files().life(file);
  }

  private boolean eraseAllowed() {
    return !lookup("#erase").<Button>query().isDisabled();
  }

  @Test
  void aHeldRevisionIsNotErasedUntilItsHoldIsLifted() throws Exception {
    clickOn("#hold");
    clickOn("#hold-why").write("a dispute").type(KeyCode.ENTER);
    eventually(() -> isThere("held: a dispute"));

    clickOn("#to-erase");
    eventually(() -> lookup(".erase-sheet .label").queryAll().size() > 3);
    assertThat(lookup("#erase-name").query().isDisabled()).isTrue();
    type(KeyCode.ESCAPE);
    eventually(() -> text("#hold").equals("Lift the hold of r1"));
    push(KeyCode.CONTROL, KeyCode.H);

    eventually(() -> text("#hold").equals("Hold r1…"));
    assertThat(life().marks(life().revision(1).orElseThrow()).hold()).isEmpty();
  }

  @Test
  void oneRevisionIsErasedOnceTheNameIsTyped() throws Exception {
    clickOn("#to-erase");
    eventually(() -> text("#erase").equals("Erase r1"));
    clickOn("#erase-name").write("list");
    assertThat(eraseAllowed()).as("half the name").isFalse();
    write(".csv");
    assertThat(eraseAllowed()).isTrue();
    clickOn("#erase");

    eventually(() -> isThere("#leaf-2") && !isThere("#leaf-1"));
    assertThat(life().revisions()).extracting(Revision::number).containsExactly(0, 2);
  }

  @Test
  void severalAreChosenAndErasedByKeysAlone() throws Exception {
    push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.DELETE);
    eventually(() -> text("#erase").equals("Erase r1"));
    TableView<Revision> table = lookup("#erase-revisions").query();
    interact(table::requestFocus);
    type(KeyCode.END).type(KeyCode.SPACE);
    eventually(() -> text("#erase").equals("Erase first state, r1"));
    interact(() -> lookup("#erase-name").query().requestFocus());
    write("list.csv").type(KeyCode.ENTER);

    eventually(() -> isThere("#life-line") && !isThere("#leaf-1"));
    assertThat(life().revisions()).extracting(Revision::number).containsExactly(2);
  }

  @Test
  void theFileWithAllItsHistoryGoesAndTheShelfIsShown() throws Exception {
    clickOn("#to-erase");
    eventually(() -> isThere("#erase-all"));
    clickOn("#erase-all");
    eventually(() -> text("#erase").equals("Erase all 3 revisions"));
    clickOn("#erase-name").write("list.csv").type(KeyCode.ENTER);

    eventually(() -> isThere("#files") && isThere("other.csv"));
    assertThat(desk.office().search().find("list.csv", 10).files()).isEmpty();
    assertThat(desk.file("list.csv")).exists();
  }

  @Test
  void removingIsTakenBackWithAWord() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DELETE);
    eventually(() -> Files.notExists(desk.file("list.csv")) && isThere("#undo"));
    assertThat(life().file().present()).isFalse();
    clickOn("#undo");
    eventually(() -> Files.exists(desk.file("list.csv")));
  }

  @Test
  void aWholeFolderIsRemovedFromItsShelfAndTakenBack() throws Exception {
    desk.write("plans/one.csv", "one");
    desk.write("plans/two.csv", "two");
    desk.capture();
    interact(() -> window().go(new Place.OneShelf(desk.shelf(), InnerPath.ROOT)));
    eventually(() -> isThere("#files") && isThere("plans /"));
    clickOn("plans /");
    push(KeyCode.CONTROL, KeyCode.DELETE);
    eventually(() -> Files.notExists(desk.file("plans")) && isThere("#undo"));
    assertThat(desk.file("other.csv")).exists();
    clickOn("#undo");
    eventually(() -> Files.exists(desk.file("plans/two.csv")));
  }

  @Test
  void whoeverComesToEraseCanRemoveInsteadAndTheLedgerKeepsANameOnlyWhereThatIsTicked()
      throws Exception {
    clickOn("#to-erase");
    eventually(() -> isThere("#remove-instead"));
    clickOn("#remove-instead");
    eventually(() -> Files.notExists(desk.file("list.csv")) && isThere("#undo"));
    assertThat(life().revisions()).hasSize(3);
    clickOn("#undo");
    eventually(() -> Files.exists(desk.file("list.csv")));

    interact(() -> window().go(new Place.Erase(file, 1)));
    eventually(() -> text("#erase").equals("Erase r1"));
    clickOn("#erase-named");
    clickOn("#erase-name").write("list.csv").type(KeyCode.ENTER);
    eventually(() -> life().revision(1).isEmpty());
    assertThat(desk.office().stores().ledger(file.store()))
        .anyMatch(entry -> entry.about().equals(Optional.of("list.csv")));
  }
}
