package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;

/** A clock that runs ahead or lags behind confuses nobody about what is newest. */
class ClocksTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
    desk.write("a.txt", "first");
    desk.write("b.txt", "first");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private String at(Moment moment, String name) throws Exception {
    List<MomentEntry> entries =
        desk.office().moments().folder(desk.shelf(), InnerPath.ROOT, moment, false).stream()
            .filter(entry -> entry.entry().path().text().equals(name))
            .toList();
    if (entries.isEmpty()) {
      return "away";
    }
    assertThat(entries).hasSize(1);
    return new String(
        desk.office()
            .files()
            .contents(desk.shelf().store())
            .bytes(entries.get(0).entry().content().orElseThrow()),
        java.nio.charset.StandardCharsets.UTF_8);
  }

  private Moment now() {
    return Moment.of(desk.clock().instant(), desk.clock().instant());
  }

  /** Captures with the clock a year ahead, and turns it back. */
  private void captureAhead() throws Exception {
    desk.clock().forward(Duration.ofDays(365));
    desk.capture();
    desk.clock().forward(Duration.ofDays(-365));
  }

  @Test
  void nowIsTheEndOfTheLogAfterACaptureWithTheClockAhead() throws Exception {
    desk.write("a.txt", "ahead");
    captureAhead();
    assertThat(at(now(), "a.txt")).isEqualTo("ahead");
    desk.write("a.txt", "spoilt, not recorded");

    Pick all = new Pick.OfMoment(InnerPath.ROOT, now());
    desk.office().recoveries().run(desk.tray(Handling.IN_PLACE, all), Progress.NONE);
    assertThat(desk.file("a.txt")).hasContent("spoilt, not recorded");
  }

  @Test
  void momentsAfterTheClockWasPutRightFollowTheLog() throws Exception {
    Instant before = desk.clock().instant();
    desk.write("a.txt", "ahead");
    captureAhead();
    desk.write("b.txt", "right again");
    desk.capture();
    Instant after = desk.clock().instant();
    desk.clock().forward(Duration.ofHours(3));
    desk.write("a.txt", "later");
    desk.capture();

    assertThat(at(new Moment.At(before), "a.txt")).isEqualTo("first");
    assertThat(at(new Moment.At(after), "a.txt")).isEqualTo("ahead");
    assertThat(at(new Moment.At(after), "b.txt")).isEqualTo("right again");
    assertThat(at(now(), "a.txt")).isEqualTo("later");
  }

  @Test
  void removalsRenamesTouchesAndFoldersFromALateClockEndNothingBeforeItBegan() throws Exception {
    desk.write("in/c.txt", "third");
    desk.capture();
    Instant there = desk.clock().instant();
    // Long before anything was recorded.
    desk.clock().forward(Duration.ofDays(-20_000));
    Files.delete(desk.file("a.txt"));
    Files.move(desk.file("b.txt"), desk.file("moved.txt"));
    Files.delete(desk.file("in/c.txt"));
    Files.delete(desk.file("in"));
    desk.capture();
    desk.clock().forward(Duration.ofDays(20_000));

    assertThat(at(new Moment.At(there.minusSeconds(1)), "a.txt")).isEqualTo("first");
    assertThat(at(new Moment.At(there.minusSeconds(1)), "b.txt")).isEqualTo("first");
    assertThat(at(now(), "a.txt")).isEqualTo("away");
    assertThat(at(now(), "moved.txt")).isEqualTo("first");
    for (var revision : desk.office().files().life(desk.life("moved.txt").ref()).revisions()) {
      assertThat(revision.currentUntil().orElse(Instant.MAX))
          .isAfterOrEqualTo(revision.currentFrom());
    }
  }
}
