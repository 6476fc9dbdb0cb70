package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.plan.Room;

/** Choosing a care plan while it is rehearsed, and letting go, by mouse and keys. */
class PlanWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aFileWithSixRevisions() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 6; i++) {
      desk.write("list.csv", "state %d of the list".formatted(i).repeat(20));
      desk.capture();
      desk.clock().forward(Duration.ofDays(1));
    }
    show(desk.office());
    eventually(() -> isThere("Care plans"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private NamedPlan plan() throws Exception {
    return desk.office().plans().of(desk.shelf()).orElseThrow();
  }

  private boolean isDisabled(String id) {
    return lookup(id).<Button>query().isDisabled();
  }

  private void type(String field, String text) {
    interact(
        () -> {
          TextField found = lookup(field).query();
          found.requestFocus();
          found.selectAll();
        });
    write(text);
  }

  @Test
  void aPlanIsTypedRehearsedUsedAndLetsGoWhatItDoesNotKeep() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT5);
    eventually(() -> isThere("#plans") && isThere("Desk of home"));
    type(KeyCode.ENTER);
    eventually(() -> isThere("#rule-0") && text("#plan-goes").startsWith("All 6 revisions stay"));
    assertThat(isDisabled("#use-plan")).as("nothing was changed").isTrue();

    type("#rule-0", "the newest");
    eventually(() -> text("#plan-goes").contains("not understood"));
    assertThat(isDisabled("#use-plan")).isTrue();
    write(" 2");
    eventually(() -> text("#plan-goes").startsWith("4 of 6 revisions go on notice"));
    type("#plan-name", "Lean");
    type("#grace-time", "5 days");
    eventually(() -> !isDisabled("#use-plan"));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> desk.office().plans().of(desk.shelf()).isPresent());
    assertThat(plan().name()).isEqualTo("Lean");

    eventually(() -> !isDisabled("#to-thinning"));
    push(KeyCode.CONTROL, KeyCode.T);
    eventually(() -> isThere("#thin") && text("#thin").equals("Put 4 on notice"));
    clickOn("#thin");
    eventually(() -> desk.life("list.csv").marks(revision(1)).notice().isPresent());
    assertThat(desk.life("list.csv").revisions()).hasSize(6);

    eventually(() -> text("#thin").equals("Let go"));
    clickOn("r2");
    eventually(() -> !isDisabled("#take-off-notice"));
    push(KeyCode.ALT, KeyCode.K);
    eventually(() -> desk.life("list.csv").marks(revision(2)).hold().isPresent());

    desk.clock().forward(Duration.ofDays(6));
    push(KeyCode.CONTROL, KeyCode.F5);
    eventually(() -> text("#thin").equals("Erase 3 revisions"));
    assertThat(isDisabled("#thin")).as("its number is not typed").isTrue();
    clickOn("#erase-count");
    write("3");
    eventually(() -> !isDisabled("#thin"));
    clickOn("#thin");
    eventually(() -> desk.life("list.csv").revisions().size() == 3);
    assertThat(desk.life("list.csv").revisions())
        .extracting(Revision::number)
        .containsExactly(2, 4, 5);
  }

  private Revision revision(int number) throws Exception {
    return desk.life("list.csv").revision(number).orElseThrow();
  }

  @Test
  void aFileSaysUntilWhenItsRevisionsAreKeptInTwoActions() throws Exception {
    push(KeyCode.CONTROL, KeyCode.F);
    write("list").type(KeyCode.ENTER);
    eventually(() -> isThere("#kept") && text("#kept").startsWith("Every revision is kept"));
    clickOn("#to-plan");
    eventually(() -> isThere("#take-safety-net"));
    clickOn("#take-safety-net");
    eventually(() -> !isDisabled("#use-plan"));
    clickOn("#use-plan");
    eventually(() -> desk.office().plans().of(desk.shelf()).isPresent());
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#kept") && text("#kept").contains("it is current"));
    Node line = lookup("#life-line").query();
    interact(line::requestFocus);
    type(KeyCode.LEFT);
    eventually(() -> text("#kept").contains("at least: the plan keeps what"));
  }

  @Test
  void aShelfIsCapturedAutomaticallyWhenItIsItsTurn() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT5);
    eventually(() -> isThere("#plans") && isThere("Desk of home"));
    type(KeyCode.ENTER);
    eventually(() -> isThere("#rhythm"));
    TextField rhythm = lookup("#rhythm").<ComboBox<String>>query().getEditor();
    interact(
        () -> {
          rhythm.requestFocus();
          rhythm.selectAll();
        });
    write("every 5 minutes");
    eventually(() -> !isDisabled("#use-plan"));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> desk.office().plans().of(desk.shelf()).isPresent());
    assertThat(plan().rhythm()).isEqualTo(Rhythm.parse("every 5 minutes").orElseThrow());

    desk.write("list.csv", "saved while nobody thinks of it");
    desk.clock().forward(Duration.ofMinutes(6));
    eventually(() -> desk.life("list.csv").revisions().size() == 7);
  }

  @Test
  void whatIsDoneAutomaticallyIsSaidInSentencesAndWhatItWillTakeIsTold() throws Exception {
    for (int day = 0; day < 12; day++) {
      desk.write("list.csv", "day %d".formatted(day).repeat(30));
      desk.capture();
      desk.clock().forward(Duration.ofDays(1));
    }
    push(KeyCode.CONTROL, KeyCode.DIGIT5);
    eventually(() -> isThere("#watch-state") && text("#watch-state").contains("no watch is kept"));
    type(KeyCode.ENTER);
    eventually(() -> isThere("#add-snapshots") && text("#plan-in-a-year").contains("in a year"));
    ChoiceBox<String> snapshots = lookup("#add-snapshots").query();
    interact(() -> snapshots.getSelectionModel().select(1));
    eventually(() -> isThere("#snapshots-0"));
    choose("#rhythm", "on save");
    choose("#thinning", "at 12:00 every day");
    choose("#room", "plenty");
    assertThat(isDisabled("#use-plan")).isTrue();
    choose("#room", "at most 20 GB");
    eventually(() -> !isDisabled("#use-plan"));
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> desk.office().plans().of(desk.shelf()).isPresent());
    assertThat(plan().snapshots()).hasSize(1);
    assertThat(plan().thinning()).isEqualTo(Rhythm.parse("at 12:00 every day").orElseThrow());
    assertThat(plan().plan().room()).contains(new Room.AtMost(20_000_000_000L));

    push(KeyCode.CONTROL, KeyCode.Y);
    eventually(() -> isThere("#outlook-answer") && text("#outlook-answer").contains("in a year"));
    assertThat(text("#outlook-trust")).contains("2 weeks of its past");
    desk.clock().forward(Duration.ofMinutes(1));
    eventually(() -> !desk.office().snapshots().labelled(desk.shelf()).isEmpty());
  }

  private void choose(String box, String text) {
    ComboBox<String> found = lookup(box).query();
    interact(() -> found.getEditor().setText(text));
  }
}
