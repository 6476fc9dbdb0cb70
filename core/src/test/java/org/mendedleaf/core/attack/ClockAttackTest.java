package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Attacks;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;

/**
 * Clocks run ahead, fall back and leap, of one desk or of two, and files are dated as no file is.
 * The newest is what was recorded last, every revision is there in the order of the log, none ends
 * before it begins, and each file has one state at a moment.
 */
class ClockAttackTest {

  private static final Attacks ATTACKS = new Attacks("clocks", 1604, 8);
  private static final int ROWS = 24;

  private static final List<Duration> LEAPS =
      List.of(
          Duration.ofSeconds(-1),
          Duration.ofHours(-1),
          Duration.ofHours(2),
          Duration.ofDays(-3),
          Duration.ofDays(400),
          Duration.ofDays(-400),
          Duration.ofDays(40_000),
          Duration.ofDays(-20_000),
          Duration.ofNanos(1),
          Duration.ZERO);

  private static final List<Instant> DATES =
      List.of(
          Instant.parse("1969-12-31T23:59:59.5Z"),
          Instant.parse("1901-01-01T00:00:00Z"),
          Instant.parse("2038-01-19T03:14:08Z"),
          Instant.parse("2200-01-01T00:00:00.123456789Z"),
          Instant.EPOCH);

  @AfterAll
  static void end() throws IOException {
    ATTACKS.end();
  }

  @TestFactory
  Stream<DynamicTest> theNewestIsWhatWasRecordedLast() {
    List<Attacks.Row> rows = new ArrayList<>();
    for (int i = 0; i < ROWS; i++) {
      long seed = ATTACKS.seed() + i;
      rows.add(new Attacks.Row("leaps of seed " + seed, () -> attack(new Random(seed))));
    }
    return ATTACKS.of(rows);
  }

  private static void attack(Random random) throws Exception {
    Path base = Files.createTempDirectory("clocks");
    try (TestDesk one = new TestDesk(base);
        TestDesk two = new TestDesk(base, base.resolve("store"), "two")) {
      String last = "";
      int saves = 3 + random.nextInt(6);
      for (int save = 0; save < saves; save++) {
        last = text(save);
        Path file = one.write("a.txt", last);
        if (random.nextInt(3) == 0) {
          Files.setLastModifiedTime(file, FileTime.from(DATES.get(random.nextInt(DATES.size()))));
        }
        one.clock().forward(LEAPS.get(random.nextInt(LEAPS.size())));
        one.capture();
        two.clock().forward(LEAPS.get(random.nextInt(LEAPS.size())));
        two.write("b.txt", last);
        two.capture();
      }
      for (boolean anew : List.of(false, true)) {
        if (anew) {
          one.office().stores().rebuild(one.shelf().store());
        }
        agrees(one, "a.txt", last, saves);
      }
      assertThat(text(two, two.life("b.txt").newest(), "b.txt")).isEqualTo(last);
    } finally {
      RandomActs.delete(base);
    }
  }

  /** Another length each time: the same length under the same date is not seen to be another. */
  private static String text(int save) {
    return "save " + save + " of it".repeat(save);
  }

  private static void agrees(TestDesk desk, String name, String last, int saves)
      throws IOException {
    FileLife life = desk.life(name);
    assertThat(life.revisions()).hasSize(saves);
    assertThat(text(desk, life.newest(), name)).isEqualTo(last);
    for (int i = 0; i < saves; i++) {
      Revision revision = life.revisions().get(i);
      assertThat(text(desk, revision, name)).isEqualTo(text(i));
      if (i > 0) {
        assertThat(revision.currentFrom())
            .isAfterOrEqualTo(life.revisions().get(i - 1).currentFrom());
      }
    }
    Instant now = desk.clock().instant();
    List<MomentEntry> entries =
        desk
            .office()
            .moments()
            .folder(desk.shelf(), InnerPath.ROOT, Moment.of(now, now), false)
            .stream()
            .filter(entry -> entry.entry().path().text().equals(name))
            .toList();
    assertThat(entries).hasSize(1);
    assertThat(
            new String(
                desk.office()
                    .files()
                    .contents(desk.shelf().store())
                    .bytes(entries.get(0).entry().content().orElseThrow()),
                StandardCharsets.UTF_8))
        .isEqualTo(last);
  }

  private static String text(TestDesk desk, Revision revision, String name) throws IOException {
    return new String(desk.content(desk.life(name), revision.number()), StandardCharsets.UTF_8);
  }
}
