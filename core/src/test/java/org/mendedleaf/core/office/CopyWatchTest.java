package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;

/** A program's working copy is a revision before it vanishes, and the file is left alone. */
class CopyWatchTest {

  private static final String SAVED = rows(40);

  @TempDir Path base;
  private TestDesk desk;
  private Path scratch;
  private CopyWatch watch;

  @BeforeEach
  void aShelfWhosePlanWantsThem() throws Exception {
    desk = new TestDesk(base);
    left(desk.file("offers.csv"), SAVED);
    desk.capture();
    choose(true);
    scratch = Files.createDirectories(base.resolve("scratch"));
    desk.office().leftovers().places().add(scratch);
    watch = new CopyWatch(desk.office());
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private void choose(boolean wanted) throws Exception {
    String plan =
        "{\"name\":\"All\",\"keep\":[\"everything\"],\"workingCopies\":%s}".formatted(wanted);
    var unused =
        desk.office().plans().choose(desk.shelf(), PlanFormat.decode(plan, ZoneOffset.UTC));
  }

  private static String rows(int count) {
    return IntStream.range(0, count)
        .mapToObj(i -> "kestrel,seam %d,%d mm,cloth %d".formatted(i, 900 + 7 * i * i, i % 5))
        .collect(Collectors.joining("\n", "", "\n"));
  }

  private Path left(Path at, String text) throws Exception {
    Files.writeString(at, text);
    Files.setLastModifiedTime(at, FileTime.from(desk.clock().instant()));
    return at;
  }

  private List<String> revisions() throws Exception {
    FileLife life = desk.life("offers.csv");
    return life.revisions().stream()
        .map(one -> one.number() + " " + one.state().size() + arrived(life.marks(one)))
        .toList();
  }

  private static String arrived(RevisionMarks marks) {
    return marks.arrived().map(from -> " from " + from.name()).orElse("");
  }

  @Test
  void theCopyIsRecordedAndTheFileStaysAsItIs() throws Exception {
    desk.clock().forward(Duration.ofMinutes(2));
    Path copy = left(scratch.resolve("offers.csv.autosave"), rows(46));
    assertThat(watch.round()).isEqualTo(1);
    Files.delete(copy);

    assertThat(desk.file("offers.csv")).hasContent(SAVED);
    assertThat(revisions())
        .containsExactly(
            "0 " + SAVED.length(),
            "1 " + rows(46).length() + " from offers.csv.autosave",
            "2 " + SAVED.length());
    Revision recorded = desk.life("offers.csv").revision(1).orElseThrow();
    assertThat(desk.content(desk.life("offers.csv"), recorded.number()))
        .isEqualTo(rows(46).getBytes(java.nio.charset.StandardCharsets.UTF_8));
    assertThat(desk.capture().act()).as("nothing changed on the shelf").isEmpty();
  }

  @Test
  void itIsRecordedOnceAndItsLaterStatesNotTooOften() throws Exception {
    desk.clock().forward(Duration.ofMinutes(2));
    Path copy = scratch.resolve("offers.csv.autosave");
    left(copy, rows(46));
    assertThat(watch.round()).isEqualTo(1);
    desk.clock().forward(Duration.ofMinutes(1));
    assertThat(watch.round()).isZero();
    left(copy, rows(47));
    desk.clock().forward(Duration.ofMinutes(1));
    assertThat(watch.round()).as("too soon").isZero();
    desk.clock().forward(Duration.ofMinutes(4));
    assertThat(watch.round()).as("still there").isEqualTo(1);
    assertThat(revisions()).hasSize(5);
  }

  @Test
  void withoutThePlansWordNothingIsRecorded() throws Exception {
    choose(false);
    desk.clock().forward(Duration.ofMinutes(2));
    left(scratch.resolve("offers.csv.autosave"), rows(46));
    assertThat(watch.round()).isZero();
    assertThat(revisions()).hasSize(1);
  }
}
