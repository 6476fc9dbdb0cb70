package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Since;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/** A shelf as it was, what became of it since, and snapshots. */
class MomentsTest {

  private static final Instant FIRST = TestDesk.START.plus(Duration.ofHours(1));

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void fourCaptures() throws Exception {
    desk = new TestDesk(base);
    desk.write("in/changed.txt", "one");
    desk.write("in/moved.txt", "this one gets another name");
    desk.write("in/removed.txt", "this one goes");
    desk.write("same.txt", "same");
    desk.write("back.txt", "ruined and put right again");
    desk.capture();
    desk.write("in/changed.txt", "number two");
    desk.write("back.txt", "ruin");
    desk.capture();
    Files.move(desk.file("in/moved.txt"), desk.file("in/new name.txt"));
    desk.write("back.txt", "ruined and put right again");
    desk.capture();
    Files.delete(desk.file("in/removed.txt"));
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Optional<Since> since(String path, Instant at) throws Exception {
    InnerPath inner = new InnerPath(path);
    return desk
        .office()
        .moments()
        .folder(desk.shelf(), inner.folder(), new Moment.At(at), true)
        .stream()
        .filter(row -> row.entry().path().equals(inner))
        .findFirst()
        .flatMap(MomentEntry::since);
  }

  @Test
  void aShelfOnWhichNothingIsRecordedYetHasNoLines() throws Exception {
    Path other = base.resolve("other");
    Files.createDirectories(other);
    var empty = desk.office().shelves().add(other, base.resolve("store"), Optional.of("Other"));
    Moment now = new Moment.Now(FIRST);
    assertThat(desk.office().moments().folder(empty, InnerPath.ROOT, now, true)).isEmpty();
    assertThat(desk.office().moments().rows(empty, InnerPath.ROOT, now, true)).isEmpty();
    assertThat(desk.office().moments().firstLines(empty, InnerPath.ROOT, now, true, 9).rows())
        .isEmpty();
  }

  @Test
  void eachLineSaysWhatBecameOfIt() throws Exception {
    assertThat(since("same.txt", FIRST).orElseThrow().isNothing()).isTrue();
    assertThat(since("in/changed.txt", FIRST).orElseThrow().later()).isEqualTo(1);
    assertThat(since("back.txt", FIRST).orElseThrow())
        .satisfies(
            since -> {
              assertThat(since.later()).isEqualTo(2);
              assertThat(since.sameContent()).isTrue();
            });
    assertThat(since("in/moved.txt", FIRST).orElseThrow().nowAt())
        .contains(new InnerPath("in/new name.txt"));
    assertThat(since("in/removed.txt", FIRST).orElseThrow().removedAt())
        .contains(FIRST.plus(Duration.ofHours(3)));
  }

  @Test
  void whatWasGoneByThenIsShownOnRequestOnly() throws Exception {
    Moment now = new Moment.At(desk.clock().instant());
    InnerPath in = new InnerPath("in");
    assertThat(desk.office().moments().folder(desk.shelf(), in, now, false))
        .extracting(row -> row.entry().path().name())
        .containsExactly("changed.txt", "new name.txt");
    assertThat(desk.office().moments().folder(desk.shelf(), in, now, true))
        .filteredOn(row -> row.gone().isPresent())
        .extracting(row -> row.entry().path().name())
        .as("what was renamed is not gone")
        .containsExactly("removed.txt");
  }

  @Test
  void aFolderHasAStatePerChangeInIt() throws Exception {
    InnerPath in = new InnerPath("in");
    Moments.MomentStanding standing =
        desk.office()
            .moments()
            .standing(desk.shelf(), in, new Moment.At(FIRST.plus(Duration.ofMinutes(90))));
    assertThat(standing.state()).isEqualTo(2);
    assertThat(standing.states()).isEqualTo(4);
    assertThat(standing.before()).contains(FIRST);
    assertThat(standing.after()).contains(FIRST.plus(Duration.ofHours(2)));
    assertThat(standing.captured()).contains(FIRST.plus(Duration.ofHours(1)));
    assertThat(desk.office().moments().standing(desk.shelf(), in, new Moment.At(TestDesk.START)))
        .satisfies(before -> assertThat(before.state()).isZero());
  }

  @Test
  void whatWasSavedButNotCapturedYetIsCounted() throws Exception {
    Instant last = desk.clock().instant();
    Path saved = desk.write("same.txt", "saved a while before the capture");
    Files.setLastModifiedTime(saved, FileTime.from(last.plus(Duration.ofMinutes(10))));
    desk.capture();
    assertThat(
            desk.office()
                .moments()
                .standing(
                    desk.shelf(), InnerPath.ROOT, new Moment.At(last.plus(Duration.ofMinutes(20))))
                .savedSince())
        .isEqualTo(1);
  }

  @Test
  void changesTellWhatEachActDid() throws Exception {
    assertThat(desk.office().moments().changes(desk.shelf()))
        .extracting(change -> List.of(change.saved(), change.moved(), change.removed()))
        .containsExactly(
            List.of(5L, 0L, 0L), List.of(2L, 0L, 0L), List.of(1L, 1L, 0L), List.of(0L, 0L, 1L));
  }

  @Test
  void aSnapshotHoldsWhatStoodThereWhateverComesLater() throws Exception {
    desk.write("in/uncaptured.txt", "is captured first");
    desk.clock().forward(Duration.ofHours(1));
    Snapshots.Listed taken =
        desk.office()
            .snapshots()
            .take(
                desk.shelf(), new InnerPath("in"), "before the fair", "a big order", Progress.NONE);
    assertThat(taken.files()).isEqualTo(3);
    // The clock stands still: by time the next capture is at the very same moment.
    desk.write("in/changed.txt", "number three");
    desk.office().shelves().capture(desk.shelf(), false, Progress.NONE);

    Moment moment = new Moment.InSnapshot(taken.snapshot());
    assertThat(desk.office().moments().folder(desk.shelf(), new InnerPath("in"), moment, false))
        .filteredOn(row -> row.entry().path().name().equals("changed.txt"))
        .extracting(row -> row.entry().revision().orElseThrow())
        .containsExactly(1);
    assertThat(desk.office().snapshots().holding(desk.life("in/changed.txt").ref()))
        .singleElement()
        .satisfies(held -> assertThat(held.revision()).isEqualTo(1));
    assertThat(desk.office().snapshots().holding(desk.life("same.txt").ref()))
        .as("not in that folder")
        .isEmpty();

    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(desk.office().snapshots().of(desk.shelf())).containsExactly(taken);
    var unused = desk.office().snapshots().unlabel(desk.shelf().store(), taken.snapshot());
    assertThat(desk.office().snapshots().of(desk.shelf())).isEmpty();
    assertThat(desk.life("in/changed.txt").revisions()).hasSize(3);
  }

  @Test
  void aSnapshotNeedsALabelOfItsOwnAndAFolderThatIsThere() throws Exception {
    Snapshots snapshots = desk.office().snapshots();
    var unused = snapshots.take(desk.shelf(), InnerPath.ROOT, "one", "", Progress.NONE);
    assertThatThrownBy(
            () -> snapshots.take(desk.shelf(), InnerPath.ROOT, " one ", "", Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("called “one” already");
    assertThatThrownBy(() -> snapshots.take(desk.shelf(), InnerPath.ROOT, " ", "", Progress.NONE))
        .hasMessageContaining("needs a label");
    assertThatThrownBy(
            () -> snapshots.take(desk.shelf(), new InnerPath("nowhere"), "two", "", Progress.NONE))
        .hasMessageContaining("There is no folder nowhere");
    assertThat(snapshots.of(desk.shelf())).hasSize(1);
  }

  @Test
  void twoMomentsAreComparedFileByFile() throws Exception {
    FolderComparison comparison =
        desk.office()
            .moments()
            .compare(
                desk.shelf(),
                InnerPath.ROOT,
                new Moment.At(FIRST),
                new Moment.At(desk.clock().instant()));
    assertThat(comparison.differences())
        .extracting(row -> row.path().text() + " " + row.kind())
        .containsExactly(
            "in/changed.txt CHANGED", "in/new name.txt MOVED", "in/removed.txt REMOVED");
    assertThat(comparison.same()).as("same.txt, and back.txt again").isEqualTo(2);
    assertThat(
            desk.office()
                .moments()
                .compare(desk.shelf(), InnerPath.ROOT, new Moment.At(FIRST), new Moment.At(FIRST))
                .identical())
        .isTrue();
  }
}
