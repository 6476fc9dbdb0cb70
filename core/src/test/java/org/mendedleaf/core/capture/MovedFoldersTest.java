package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.TestDesk;

/** Folders of many files that get another name. */
class MovedFoldersTest {

  private static final int MANY = 70;

  @TempDir Path base;
  private TestDesk desk;
  // The model knows of no erasures and of no clock that was put back.
  private boolean modelled = true;

  @BeforeEach
  void open() throws Exception {
    desk = new TestDesk(base);
    // Later than the drive's own clock, so that what lies there was not changed since.
    desk.clock().forward(Duration.ofDays(30_000));
    for (int i = 0; i < MANY; i++) {
      desk.write(name("Orders", i), "order " + i);
    }
    desk.write("elsewhere.txt", "not an order");
    desk.capture();
  }

  @AfterEach
  void close() throws Exception {
    if (modelled) {
      desk.model().assertAgrees(desk.office(), desk.shelf());
    }
    desk.close();
  }

  private static String name(String folder, int i) {
    return folder + (i % 2 == 0 ? "/" : "/by letter/") + "order %02d.txt".formatted(i);
  }

  private void move(String from, String to) throws IOException {
    Files.createDirectories(desk.file(to).getParent());
    Files.move(desk.file(from), desk.file(to));
  }

  private List<String> found(String typed) throws IOException {
    return desk.office().search().find(typed, 1000).files().stream()
        .map(found -> found.file().path().text())
        .toList();
  }

  @Test
  void oneLineOfTheLogSaysItForAllFilesAndNoneIsRead() throws Exception {
    long before = logged();
    move("Orders", "Archive/Orders of spring");
    CaptureReport report = desk.capture();
    assertThat(report.renamed()).isEqualTo(MANY);
    assertThat(report.removed() + report.added()).isZero();
    assertThat(report.bytesRead()).isZero();
    assertThat(logged() - before).as("bytes of the log").isLessThan(2000);
    for (int i = 0; i < MANY; i++) {
      var life = desk.life(name("Archive/Orders of spring", i));
      assertThat(life.revisions()).extracting(Revision::number).containsExactly(0);
      assertThat(life.formerPaths())
          .extracting(Object::toString)
          .containsExactly(name("Orders", i));
    }
    assertThat(desk.capture().acts()).as("nothing has changed any more").isEmpty();
    assertThat(desk.capture().bytesRead()).isZero();
  }

  @Test
  void formerPathsComeNewestFirstWhicheverWayAFileMoved() throws Exception {
    move("Orders", "Archive");
    desk.capture();
    move("Archive/order 00.txt", "first.txt");
    desk.capture();
    move("Archive", "Cellar");
    move("first.txt", "Cellar/order 00.txt");
    desk.capture();
    assertThat(desk.life("Cellar/order 00.txt").formerPaths())
        .extracting(Object::toString)
        .containsExactly("first.txt", "Archive/order 00.txt", "Orders/order 00.txt");
    assertThat(desk.capture().acts()).isEmpty();
  }

  /** The log still says how a revision moved that is no more. */
  @Test
  void whatMovedWhileOnlyAnErasedRevisionStoodIsAsItWas() throws Exception {
    modelled = false;
    Files.delete(desk.file("elsewhere.txt"));
    desk.capture();
    desk.write("elsewhere.txt", "there once more");
    desk.capture();
    move("elsewhere.txt", "Orders/elsewhere.txt");
    desk.capture();
    move("Orders", "Archive");
    desk.capture();
    desk.write("Archive/elsewhere.txt", "and again");
    desk.capture();
    var life = desk.life("Archive/elsewhere.txt");
    assertThat(life.revisions()).hasSize(3);
    var unused = desk.office().erasures().erase(life.ref(), Set.of(1), "elsewhere.txt");
    life = desk.life("Archive/elsewhere.txt");
    assertThat(life.revisions()).extracting(Revision::number).containsExactly(0, 2);
    assertThat(desk.content(life, 2)).asString().isEqualTo("and again");
    assertThat(desk.capture().acts()).isEmpty();
    desk.restart();
    assertThat(desk.life("Archive/elsewhere.txt").revisions()).hasSize(2);
  }

  private long logged() throws IOException {
    try (var files = Files.walk(base.resolve("store/log"))) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  @Test
  void searchFindsTheFilesByEveryNameTheyHad() throws Exception {
    move("Orders", "Archive");
    desk.capture();
    move("Archive", "Cellar/Box 7");
    desk.capture();
    assertThat(found("order 07")).containsExactly(name("Cellar/Box 7", 7));
    for (String folder : List.of("orders", "archive", "box")) {
      assertThat(found(folder)).as(folder).hasSize(MANY);
    }
    assertThat(found("elsewhere")).hasSize(1);
  }

  @Test
  void searchStillFindsThemWhenTheFirstOfANameIsErased() throws Exception {
    modelled = false;
    move("Orders", "Archive");
    desk.capture();
    desk.write("Archive/order 08.txt", "order 8, once more");
    desk.capture();
    desk.write("Archive/order 08.txt", "order 8, and again");
    desk.capture();
    var life = desk.life("Archive/order 08.txt");
    var unused = desk.office().erasures().erase(life.ref(), Set.of(0), "order 08.txt");
    assertThat(found("order 08")).containsExactly("Archive/order 08.txt");
    var other = desk.life("Archive/order 10.txt");
    unused = desk.office().erasures().erase(other.ref(), Set.of(), "order 10.txt");
    assertThat(found("order 10")).isEmpty();
    Files.delete(desk.file("Archive/order 10.txt"));
  }

  @Test
  void aFileOverwrittenAfterTheMoveUnderItsOldDateIsRead() throws Exception {
    Duration ahead = Duration.between(Instant.now(), desk.clock().instant());
    desk.clock().forward(ahead.plusHours(1).negated());
    desk.write("Orders/late.txt", "order x");
    overwriteAfterMove("Orders/late.txt", "Archive/late.txt", "order y");
    assertThat(desk.content(desk.life("Archive/late.txt"), 2)).asString().isEqualTo("order y");
  }

  /**
   * What was recorded while the clock stood in the future has been read at nobody knows what time.
   */
  @Test
  void aFileOverwrittenAfterTheClockWasPutBackIsRead() throws Exception {
    desk.clock().forward(Duration.ofDays(-29_000));
    desk.write("Orders/order 04.txt", "order x");
    overwriteAfterMove("Orders/order 04.txt", "Archive/order 04.txt", "order y");
    assertThat(desk.content(desk.life("Archive/order 04.txt"), 2)).asString().isEqualTo("order y");
  }

  private void overwriteAfterMove(String before, String after, String text) throws IOException {
    modelled = false;
    FileTime time = Files.getLastModifiedTime(desk.file(before));
    desk.capture();
    move("Orders", "Archive");
    Files.write(desk.file(after), text.getBytes(StandardCharsets.UTF_8));
    Files.setLastModifiedTime(desk.file(after), time);
    desk.capture();
  }

  @Test
  void whatIsDifferentIsToldBesides() throws Exception {
    move("Orders", "Archive");
    desk.write("Archive/order 02.txt", "order 2, changed on the way");
    Files.delete(desk.file("Archive/order 04.txt"));
    move("Archive/order 06.txt", "order 6.txt");
    Files.setPosixFilePermissions(
        desk.file("Archive/order 08.txt"), PosixFilePermissions.fromString("rw-rw----"));
    desk.write("Archive/new.txt", "a new one");
    desk.write("Orders/also new.txt", "in the folder's old place");
    CaptureReport report = desk.capture();
    assertThat(report.renamed()).isEqualTo(MANY - 1);
    assertThat(report.added()).isEqualTo(2);
    assertThat(report.changed()).isEqualTo(1);
    assertThat(report.removed()).isEqualTo(1);
    assertThat(desk.life("Archive/order 02.txt").revisions()).hasSize(2);
    assertThat(desk.life("order 6.txt").revisions()).hasSize(1);
    assertThat(desk.capture().acts()).isEmpty();
  }

  @Test
  void foldersThatChangePlacesInARowAndIntoEachOther() throws Exception {
    for (int i = 0; i < MANY; i++) {
      desk.write(name("Repairs", i), "repair " + i);
    }
    desk.capture();
    move("Repairs", "Older");
    move("Orders", "Repairs");
    desk.capture();
    move("Repairs", "Old/Repairs");
    move("Older", "Repairs");
    move("Old/Repairs", "Repairs/within");
    desk.capture();
    move("Repairs", "All");
    move("All/within/by letter", "Letters");
    desk.capture();
    assertThat(desk.life("Letters/order 01.txt").revisions()).hasSize(1);
    assertThat(desk.life("All/within/order 02.txt").revisions()).hasSize(1);
  }

  @Test
  void aFolderThatIsMergedIntoAnotherOrLeavesSomethingBehind() throws Exception {
    for (int i = MANY; i < 2 * MANY; i++) {
      desk.write(name("Repairs", i), "repair " + i);
    }
    desk.capture();
    for (int i = MANY; i < 2 * MANY - 3; i++) {
      move(name("Repairs", i), name("Orders", i));
    }
    CaptureReport report = desk.capture();
    assertThat(report.renamed()).isEqualTo(MANY - 3);
    assertThat(desk.life(name("Orders", MANY)).revisions()).hasSize(1);
    for (int i = 2 * MANY - 3; i < 2 * MANY; i++) {
      move(name("Repairs", i), name("Orders", i));
    }
    desk.capture();
    move("Orders", "Repairs/Orders");
    desk.capture();
  }

  @Test
  void namesOfAnyBytes() throws Exception {
    Path folder = Files.createDirectories(desk.file("Bytes"));
    for (int i = 0; i < MANY; i++) {
      Files.writeString(folder.resolve("größe %d 🍂 'x\".txt".formatted(i)), "b" + i);
    }
    desk.capture();
    move("Bytes", "Übersicht/%_ [a]");
    assertThat(desk.capture().renamed()).isEqualTo(MANY);
    assertThat(found("größe 7 ")).contains("Übersicht/%_ [a]/größe 7 🍂 'x\".txt");
  }

  /** The model compares every moment with what was there. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void anyMovesOfAnyFolders(long seed) throws Exception {
    Random random = new Random(seed);
    List<String> places = List.of("Orders", "A", "A/B", "A/B/C", "D/E", "Orders/F", "G");
    for (int round = 0; round < 6; round++) {
      for (int moves = random.nextInt(3); moves >= 0; moves--) {
        String from = places.get(random.nextInt(places.size()));
        String to = places.get(random.nextInt(places.size()));
        boolean nested = (to + "/").startsWith(from + "/");
        if (!nested && Files.exists(desk.file(from)) && !Files.exists(desk.file(to))) {
          move(from, to);
        }
      }
      String changed = name(places.get(random.nextInt(places.size())), random.nextInt(MANY));
      if (random.nextBoolean()) {
        desk.write(changed, "changed " + round);
      }
      desk.capture();
    }
  }
}
