package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.files.Coverage;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.RunReceipt;

/** A shelf that is paused, not recording yet, or leaves something out. */
class RecordingTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws IOException {
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.write("scratch/draft.tmp", "first draft");
    desk.capture();
    desk.clock().forward(Duration.ofDays(1));
  }

  @AfterEach
  void close() throws IOException {
    desk.close();
  }

  private Office office() {
    return desk.office();
  }

  private Coverage covered(String name) throws IOException {
    return office().coverages().of(desk.file(name));
  }

  private int revisions(String name) throws IOException {
    return desk.life(name).revisions().size();
  }

  private void leaveOut(String... patterns) throws IOException {
    var unused = office().recordingAndPeople().leaveOut(desk.shelf(), List.of(patterns));
  }

  @Test
  void aPausedShelfRecordsNothingAndKeepsWhatItHas() throws IOException {
    office().recordingAndPeople().recording(desk.shelf(), false);
    desk.write("list.csv", "two");

    assertThatThrownBy(desk::capture).hasMessageContaining("paused since Tue 3 Mar 2026");
    assertThat(revisions("list.csv")).isEqualTo(1);
    assertThat(covered("list.csv").state()).isEqualTo(Coverage.CoverageState.NO_LONGER);
    assertThat(office().shelves().named(desk.shelf().name()).recording())
        .isEqualTo(RecordingState.PAUSED);

    office().recordingAndPeople().recording(desk.shelf(), true);
    desk.capture();
    assertThat(revisions("list.csv")).isEqualTo(2);
    assertThat(covered("list.csv").state()).isEqualTo(Coverage.CoverageState.RECORDED);
  }

  @Test
  void whatAPersonDoesByHandIsRecordedOnAPausedShelfToo() throws IOException {
    desk.write("list.csv", "two");
    desk.capture();
    office().recordingAndPeople().recording(desk.shelf(), false);
    desk.write("list.csv", "not captured");

    office().files().mend(desk.life("list.csv").ref(), 0);

    FileLife life = desk.life("list.csv");
    assertThat(life.revisions()).hasSize(4);
    assertThat(desk.content(life, 2))
        .as("what lay there first")
        .asString()
        .isEqualTo("not captured");
    Path arrival = Files.writeString(base.resolve("new list.csv"), "three");
    office().intake().bringIn(arrival, life.ref(), "", false);
    assertThat(revisions("list.csv")).isEqualTo(5);
  }

  @Test
  void aShelfCanBeSwitchedOnLater() throws IOException {
    Path folder = Files.createDirectories(base.resolve("later"));
    Files.writeString(folder.resolve("a.txt"), "a");
    Shelf shelf =
        office()
            .shelves()
            .add(
                folder,
                base.resolve("store"),
                Optional.of("Later"),
                new People(Map.of("maren", Role.KEEPER), Role.MAKER),
                Recording.NOT_YET);
    assertThat(shelf.recording()).isEqualTo(RecordingState.NOT_YET);
    assertThatThrownBy(() -> office().shelves().capture(shelf, false, Progress.NONE))
        .hasMessageContaining("is not recorded yet");
    assertThat(office().coverages().of(folder.resolve("a.txt")).because())
        .contains("has not been switched on yet");

    office().recordingAndPeople().recording(shelf, true);
    assertThat(office().shelves().capture(shelf, false, Progress.NONE))
        .isInstanceOf(CaptureOutcome.Done.class);
  }

  @Test
  void leavingOutIsNoRemoval() throws IOException {
    leaveOut("*.tmp");
    desk.write("scratch/draft.tmp", "second draft");
    desk.write("scratch/new.tmp", "never");
    desk.write("list.csv", "two");
    desk.capture();

    assertThat(desk.life("scratch/draft.tmp").file().present()).isTrue();
    assertThat(revisions("scratch/draft.tmp")).isEqualTo(1);
    assertThat(revisions("list.csv")).isEqualTo(2);
    assertThat(covered("scratch/draft.tmp").because())
        .contains(
            "leaves out “*.tmp” since Tue 3 Mar 2026; what was recorded of it before is kept");
    assertThat(covered("scratch/new.tmp").state()).isEqualTo(Coverage.CoverageState.UNCOVERED);

    Files.delete(desk.file("scratch/draft.tmp"));
    desk.capture();
    assertThat(desk.life("scratch/draft.tmp").file().present()).isTrue();

    leaveOut();
    desk.capture();
    assertThat(desk.life("scratch/draft.tmp").file().present()).isFalse();
    assertThat(desk.life("scratch/new.tmp").revisions()).hasSize(1);
  }

  @Test
  void whatIsLeftOutIsRecordedBeforeItGivesWayAndComesBack() throws IOException {
    leaveOut("scratch");
    desk.write("scratch/draft.tmp", "worked on, not recorded");
    Pick first = new Pick.OfRevision(desk.life("scratch/draft.tmp").file().id(), 0);

    RunReceipt receipt =
        office().recoveries().run(desk.tray(Handling.IN_PLACE, first), Progress.NONE);
    assertThat(desk.file("scratch/draft.tmp")).hasContent("first draft");
    office().recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE);
    assertThat(desk.file("scratch/draft.tmp")).hasContent("worked on, not recorded");
  }

  @Test
  void aLeftOutFileSavedSinceARecoveryIsNotTakenBackOverIt() throws IOException {
    leaveOut("scratch");
    desk.write("scratch/draft.tmp", "before");
    Pick first = new Pick.OfRevision(desk.life("scratch/draft.tmp").file().id(), 0);
    RunReceipt receipt =
        office().recoveries().run(desk.tray(Handling.IN_PLACE, first), Progress.NONE);
    desk.write("scratch/draft.tmp", "saved after it");

    assertThatThrownBy(
            () -> office().recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE))
        .hasMessageContaining("has changed since then");
    assertThat(desk.file("scratch/draft.tmp")).hasContent("saved after it");
  }

  @Test
  void removingALeftOutFileRecordsItFirst() throws IOException {
    leaveOut("*.tmp");
    desk.write("scratch/draft.tmp", "the last state of it");
    office()
        .recoveries()
        .remove(desk.shelf(), List.of(new InnerPath("scratch/draft.tmp")), Progress.NONE);

    assertThat(desk.file("scratch/draft.tmp")).doesNotExist();
    FileLife life = desk.life("scratch/draft.tmp");
    assertThat(desk.content(life, life.newest().number()))
        .asString()
        .isEqualTo("the last state of it");
  }

  @Test
  void aFolderOfWhichAllIsLeftOutIsNotTakenForEmptied() throws IOException {
    leaveOut("scratch", "list.csv");
    desk.capture();
    assertThat(desk.life("list.csv").file().present()).isTrue();
  }

  @Test
  void aShelfCanAskForNotes() throws IOException {
    office().recordingAndPeople().noteRequired(desk.shelf(), true);
    FileRef list = desk.life("list.csv").ref();
    Path arrival = Files.writeString(base.resolve("new list.csv"), "three");

    assertThatThrownBy(() -> office().intake().bringIn(arrival, list, " ", false))
        .hasMessageContaining("without a note");
    office().intake().bringIn(arrival, list, "prices of March", false);
    assertThat(revisions("list.csv")).isEqualTo(2);
  }

  @Test
  void aPatternForEverythingIsRefused() {
    assertThatThrownBy(() -> leaveOut("**/*")).hasMessageContaining("would leave out everything");
  }

  @ParameterizedTest
  @CsvSource({
    "*.tmp, a.tmp, true",
    "*.tmp, deep/down/A.TMP, true",
    "*.tmp, a.tmp/inside.txt, true",
    "*.tmp, a.tmpx, false",
    "old, old/list.csv, true",
    "old, older/list.csv, false",
    "plans/old/, plans/old/list.csv, true",
    "plans/old, other/plans/old, false",
    "plans/*/x.csv, plans/one/x.csv, true",
    "plans/*/x.csv, plans/one/two/x.csv, false",
    "plans/**/x.csv, plans/one/two/x.csv, true",
    "plans/**/x.csv, plans/x.csv, true",
    "/top.txt, top.txt, true",
    "/top.txt, in/top.txt, false",
    "a?c, abc, true",
    "a+b(1).txt, a+b(1).txt, true",
    "a+b(1).txt, aab1.txt, false"
  })
  void patternsAreReadAsTheyAreExplained(String pattern, String path, boolean matches) {
    LeftOut leftOut = new LeftOut(List.of(new LeftOut.Rule(pattern, Instant.EPOCH)));
    assertThat(leftOut.matches(new InnerPath(path))).isEqualTo(matches);
  }
}
