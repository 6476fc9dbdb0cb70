package org.mendedleaf.core.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Comparisons.ComparedState;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/** States of a file against each other, and the summaries that are kept. */
class ComparisonsTest {

  private static final int TOO_LARGE_FOR_MEMORY = 70 << 20;

  @TempDir Path base;

  @Test
  void revisionsTheFileOfNowAndAnyOtherFile() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("price.csv", "sail,price\ngenoa,900\n");
      desk.capture();
      desk.write("price.csv", "sail,price\ngenoa,950\n");
      desk.capture();
      FileLife life = desk.life("price.csv");
      assertThat(
              compare(desk, life, new ComparedState.Recorded(0), new ComparedState.Recorded(1))
                  .summary())
          .isEqualTo("1 cell changed");
      assertThat(
              compare(desk, life, new ComparedState.Recorded(1), new ComparedState.Now())
                  .identical())
          .isTrue();
      Path other = base.resolve("elsewhere.csv");
      Files.writeString(other, "sail,price\ngenoa,950\njib,400\n");
      assertThat(
              compare(desk, life, new ComparedState.Recorded(1), new ComparedState.Outside(other))
                  .summary())
          .isEqualTo("1 row added");
      Files.delete(life.address().orElseThrow());
      assertThatThrownBy(
              () -> compare(desk, life, new ComparedState.Recorded(1), new ComparedState.Now()))
          .isInstanceOf(SentenceException.class)
          .hasMessageContaining("Nothing lies at");
    }
  }

  @Test
  void contentsTooLargeForMemoryAreComparedByTheirChunks() throws Exception {
    byte[] bytes = new byte[TOO_LARGE_FOR_MEMORY];
    new Random(5).nextBytes(bytes);
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("film.bin", bytes);
      desk.capture();
      bytes[TOO_LARGE_FOR_MEMORY / 2] ^= 1;
      desk.write("film.bin", bytes);
      desk.capture();
      FileLife life = desk.life("film.bin");
      for (ComparedState later :
          new ComparedState[] {new ComparedState.Recorded(1), new ComparedState.Now()}) {
        Comparison found = compare(desk, life, new ComparedState.Recorded(0), later);
        assertThat(found.summary()).isEqualTo("less than 1 % of its bytes are new");
        assertThat(found.bytes().sameHead()).isGreaterThan(TOO_LARGE_FOR_MEMORY / 3);
      }
    }
  }

  @Test
  void summariesAreKeptAndSurviveARebuild() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("note.txt", "one\n");
      desk.write("same.txt", "same\n");
      desk.capture();
      desk.write("note.txt", "one\ntwo\n");
      desk.capture();
      desk.write("note.txt", "one\ntwo\nthree\nfour\n");
      desk.write("new.txt", "new\n");
      desk.capture();
      String store = desk.life("note.txt").ref().store();
      Comparisons comparisons = desk.office().comparisons();
      assertThat(comparisons.sumUp(store, Duration.ofMinutes(1), Progress.NONE)).isEqualTo(2);
      assertThat(comparisons.sumUp(store, Duration.ofMinutes(1), Progress.NONE)).isZero();
      desk.office().stores().rebuild(store);
      FileLife life = desk.life("note.txt");
      assertThat(life.revisions())
          .extracting(revision -> revision.summary().orElse(""))
          .containsExactly("", "1 line added", "2 lines added");
      assertThat(desk.life("new.txt").newest().summary()).isEmpty();
    }
  }

  private static Comparison compare(
      TestDesk desk, FileLife life, ComparedState earlier, ComparedState later) throws Exception {
    return desk.office().comparisons().compare(life, earlier, later);
  }

  @Test
  void linksAreComparedByWhereTheyPoint() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      java.nio.file.Path link = desk.file("link");
      Files.createSymbolicLink(link, java.nio.file.Path.of("first.txt"));
      desk.capture();
      Files.delete(link);
      Files.createSymbolicLink(link, java.nio.file.Path.of("second.txt"));
      desk.capture();
      FileLife life = desk.life("link");
      assertThat(
              desk.office()
                  .comparisons()
                  .compare(life, new ComparedState.Recorded(0), new ComparedState.Recorded(1))
                  .summary())
          .contains("second.txt", "first.txt");
    }
  }
}
