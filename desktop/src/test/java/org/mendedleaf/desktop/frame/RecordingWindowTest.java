package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.desktop.work.navigation.Place;

/** Recording, leaving out and people, from the shelf and from a file's page. */
class RecordingWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "one\n");
    desk.write("draft.tmp", "a draft\n");
    desk.capture();
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private ShelfSettings settings() throws Exception {
    return desk.office().shelves().named(desk.shelf().name()).settings();
  }

  private boolean says(String part) {
    return lookup(".label").queryAll().stream()
        .anyMatch(label -> ((Labeled) label).getText().contains(part));
  }

  private void showShelf() throws Exception {
    show(desk.office());
    interact(() -> window().go(new Place.OneShelf(desk.shelf(), InnerPath.ROOT)));
    eventually(() -> isThere("list.csv"));
  }

  @Test
  void aPausedShelfSaysSoEverywhereAndIsSwitchedOnFromAFilesPage() throws Exception {
    showShelf();
    push(KeyCode.CONTROL, KeyCode.U);
    eventually(() -> text("#toggle-recording").equals("Pause recording"));
    clickOn("#toggle-recording");
    eventually(() -> text("#toggle-recording").equals("Switch recording on"));

    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#capture") && lookup("#capture").query().isDisabled());
    eventually(() -> says("paused since") && text(".store-state").contains("is off"));
    assertThat(isThere(desk.shelf().name() + ", off")).as("on the stem").isTrue();
    desk.write("list.csv", "two\n");
    interact(() -> window().open(desk.file("list.csv")));
    eventually(() -> says("Its shelf is paused. Saved again"));

    clickOn("#recording-and-people");
    eventually(() -> text("#toggle-recording").equals("Switch recording on"));
    clickOn("#toggle-recording");
    eventually(() -> desk.life("list.csv").revisions().size() == 2);
    assertThat(desk.office().shelves().named(desk.shelf().name()).recording())
        .isEqualTo(RecordingState.RECORDING);
  }

  @Test
  void aPatternShowsItsFilesBeforeItIsKept() throws Exception {
    showShelf();
    clickOn("#recording-and-people");
    eventually(() -> isThere("#pattern") && !lookup("#pattern").query().isDisabled());
    clickOn("#pattern").write("*.TMP");
    eventually(() -> says("1 recorded file: draft.tmp"));
    assertThat(settings().leftOut().rules()).isEmpty();
    type(KeyCode.ENTER);

    eventually(() -> settings().leftOut().rules().size() == 1 && isThere("Record it again"));
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("left out by “*.TMP”"));
    push(KeyCode.CONTROL, KeyCode.U);
    eventually(() -> isThere("Record it again"));
    clickOn("Record it again");
    eventually(() -> settings().leftOut().rules().isEmpty());
  }

  @Test
  void aLookerIsToldWhoMayAndNothingHappens() throws Exception {
    desk.office().recordingAndPeople().person(desk.shelf(), "juno", Optional.of(Role.LOOKER));
    show(desk.office().actingAs("juno"));
    interact(() -> window().go(new Place.RecordingOf(desk.shelf())));
    eventually(() -> says("Only a keeper can change this: maren."));
    assertThat(lookup("#toggle-recording").query().isDisabled()).isTrue();

    interact(() -> window().open(desk.file("list.csv")));
    eventually(() -> isThere("#remove"));
    clickOn("#remove");
    eventually(() -> says("juno is a looker of the shelf"));
    assertThat(desk.file("list.csv")).exists();
  }

  @Test
  void aPersonIsAddedAndGetsAnotherRole() throws Exception {
    showShelf();
    clickOn("#recording-and-people");
    eventually(() -> isThere("#person"));
    TextField name = lookup("#person").<ComboBox<String>>query().getEditor();
    clickOn(name).write("Juno Hale").type(KeyCode.ENTER);
    eventually(() -> settings().people().roleOf("Juno Hale") == Role.LOOKER);
    eventually(() -> isThere("Juno Hale"));
    interact(() -> lookup("#others").<ChoiceBox<Role>>query().setValue(Role.LOOKER));
    eventually(() -> settings().people().others() == Role.LOOKER);
  }
}
