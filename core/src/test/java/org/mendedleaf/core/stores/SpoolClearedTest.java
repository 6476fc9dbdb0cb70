package org.mendedleaf.core.stores;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/**
 * A spool whose contents are in the store by now is done away with file by file; wherever that was
 * cut off, the next time nothing is taken in twice and nothing is complained of.
 */
class SpoolClearedTest {

  @TempDir Path base;
  private Path store;
  private TestDesk desk;

  @BeforeEach
  void somethingThatWaits() throws Exception {
    store = base.resolve("store");
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.capture();
    Files.move(store, base.resolve("aside"));
    for (int i = 0; i < 3; i++) {
      desk.write("list.csv", "saved while the store is away, " + i);
      desk.write("new %d.txt".formatted(i), "new " + i);
      desk.capture();
    }
    Files.move(base.resolve("aside"), store);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<String> told() throws IOException {
    FileLife life = desk.life("list.csv");
    List<String> told = new ArrayList<>();
    for (Revision revision : life.revisions()) {
      told.add(new String(desk.content(life, revision.number()), StandardCharsets.UTF_8));
    }
    return told;
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else if (!Files.exists(target)) {
          Files.copy(file, target);
        }
      }
    }
  }

  /** Everything that goes, in the order in which it goes once the log has its other name. */
  private static List<Path> going(Path spool) throws IOException {
    List<Path> going = new ArrayList<>();
    for (String part : List.of("catalogue", "twin", "sheaves", "log.moved-over")) {
      try (Stream<Path> files = Files.walk(spool.resolve(part))) {
        files.sorted(Comparator.reverseOrder()).forEach(going::add);
      }
    }
    return going;
  }

  @Test
  void cutOffAnywhereItGoesOn() throws Exception {
    String id = desk.shelf().store();
    Spools spools = desk.office().stores().spools();
    Path spool = base.resolve("home/spools").resolve(id);
    Path kept = base.resolve("kept");
    copy(spool, kept);
    assertThat(spools.moveOver(id, Progress.NONE).orElseThrow().commits()).isEqualTo(3);
    List<String> all = told();
    assertThat(all).hasSize(4);
    long acts = desk.office().stores().ledger(id).size();
    copy(kept, spool);
    assertThat(spools.moveOver(id, Progress.NONE).orElseThrow().commits())
        .as("cut off before its first step")
        .isZero();
    Files.move(kept.resolve("log"), kept.resolve("log.moved-over"));
    int points = going(kept).size();
    assertThat(points).isGreaterThan(10);
    for (int gone = 0; gone <= points; gone++) {
      copy(kept, spool);
      for (Path file : going(spool).subList(0, gone)) {
        Files.delete(file);
      }
      assertThat(spools.canMove(id)).as("%d of %d files gone", gone, points).isFalse();
      assertThat(spools.of(id)).isEmpty();
      assertThat(told()).isEqualTo(all);
      assertThat(desk.office().stores().ledger(id)).hasSize((int) acts);
    }
    copy(kept, spool);
    Files.move(store, base.resolve("aside"));
    desk.restartAway();
    desk.write("list.csv", "away once more");
    desk.capture();
    Files.move(base.resolve("aside"), store);
    assertThat(desk.office().stores().spools().moveOver(id, Progress.NONE).orElseThrow().commits())
        .as("what was left of the former spool is not the next one's")
        .isOne();
    assertThat(told()).hasSize(5);
    try (Stream<Path> left = Files.list(spool)) {
      assertThat(left).containsExactly(spool.resolve("store.json"));
    }
  }
}
