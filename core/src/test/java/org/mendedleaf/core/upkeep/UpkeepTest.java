package org.mendedleaf.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.VerifyDepth;

/** Tidying changes the files of a store and nothing of what it says. */
class UpkeepTest {

  @TempDir Path base;

  private long count(String ending) throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store"))) {
      return files.filter(file -> file.toString().endsWith(ending)).count();
    }
  }

  private static void work(TestDesk desk, int rounds) throws Exception {
    for (int i = 0; i < rounds; i++) {
      desk.write("a.txt", "state " + i + "\n" + "the same line\n".repeat(50));
      desk.write("b" + i % 3 + ".txt", "b " + i);
      desk.capture();
    }
  }

  @Test
  void smallSheavesBecomeOneAndEverythingIsStillThere() throws Exception {
    try (TestDesk desk = new TestDesk(base);
        TestDesk other = new TestDesk(base, base.resolve("store"), "other")) {
      other.office().shelves().all();
      // Each capture is followed by another act, and does the upkeep all the same once it is due.
      work(desk, 70);
      FileLife before = desk.life("a.txt");
      assertThat(count(".sheaf")).isLessThan(60);
      assertThat(desk.office().stores().ledger(desk.shelf().store()))
          .filteredOn(entry -> entry.act() == Act.PACK)
          .hasSizeGreaterThan(1);
      // What is old enough goes first, so that only what was retired just now is left.
      var unused = desk.office().stores().upkeep(desk.shelf().store());
      long sheaves = count(".sheaf");
      assertThat(desk.office().stores().upkeep(desk.shelf().store()).deleted())
          .as("others may still read from them")
          .isZero();
      assertThat(count(".sheaf")).isEqualTo(sheaves);
      desk.clock().forward(Duration.ofMinutes(11));
      int deleted = desk.office().stores().upkeep(desk.shelf().store()).deleted();
      assertThat(deleted).isPositive();
      assertThat(count(".sheaf")).isEqualTo(sheaves - deleted);
      assertThat(desk.life("a.txt")).isEqualTo(before);
      desk.model().assertAgrees(desk.office(), desk.shelf());
      // The other desk knows the old places only, and finds the new ones by reading the log.
      desk.model()
          .assertAgrees(
              other.office(),
              other.office().shelves().byId(desk.shelf().store(), desk.shelf().id()));
      desk.office().stores().rebuild(desk.shelf().store());
      assertThat(desk.life("a.txt")).isEqualTo(before);
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThat(
              desk.office()
                  .stores()
                  .verify(desk.shelf().store(), VerifyDepth.CONTENT, Progress.NONE)
                  .damaged())
          .isEmpty();
      work(desk, 3);
      desk.model().assertAgrees(desk.office(), desk.shelf());
    }
  }

  @Test
  void aSheafThatIsGoneKeepsNeitherCapturesNorUpkeepFromGoingOn() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk, 5);
      try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
        Files.delete(files.filter(file -> file.toString().endsWith(".sheaf")).findFirst().get());
      }
      desk.restart();

      // More acts than pass between one tidying and the next.
      for (int i = 0; i < 40; i++) {
        desk.write("new.txt", "state " + i);
        desk.capture();
      }

      assertThat(desk.life("new.txt").revisions()).hasSize(40);
      assertThat(count(".sheaf")).as("the others were packed").isLessThan(60);
    }
  }

  @Test
  void aThousandSegmentsAreFoldedAndTheChainGoesOn() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      int captures = 1010;
      for (int i = 0; i < captures; i++) {
        desk.write("a.txt", "state " + i);
        desk.clock().forward(Duration.ofMinutes(1));
        desk.office().shelves().capture(desk.shelf(), false, Progress.NONE);
      }
      FileLife before = desk.life("a.txt");
      // A capture does the upkeep now and then automatically; the rest is done here.
      var unused = desk.office().stores().upkeep(desk.shelf().store());
      assertThat(count(".seg")).as("in both folders of the log").isLessThan(200);
      assertThat(count(".fold")).isEqualTo(2);

      desk.office().stores().rebuild(desk.shelf().store());

      assertThat(desk.life("a.txt")).isEqualTo(before);
      desk.write("a.txt", "goes on");
      desk.capture();
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThat(
              desk.office()
                  .stores()
                  .verify(desk.shelf().store(), VerifyDepth.DEEP, Progress.NONE)
                  .damaged())
          .isEmpty();
    }
  }
}
