package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.RefusedException;

/**
 * Whatever people do to a folder between captures, every captured moment can be given back as it
 * was, before and after the catalogue is rebuilt.
 */
class RandomHistoryPropertyTest {

  private static final List<String> NAMES =
      List.of(
          "a.txt",
          "A.txt",
          "b.csv",
          "in/a.txt",
          "in/deep/c.bin",
          "other/a.txt",
          "with space é.txt",
          "line\nbreak");

  @Property(shrinking = ShrinkingMode.BOUNDED)
  void everyMomentComesBack(
      @ForAll @Size(min = 5, max = 40) List<@IntRange(min = 0, max = 999) Integer> acts)
      throws Exception {
    Path base = Files.createTempDirectory("random-history");
    try (TestDesk desk = new TestDesk(base)) {
      Random content = new Random(7);
      desk.capture();
      for (int act : acts) {
        act(desk, act, content);
      }
      // A folder that ends up empty is a question; the property is about the rest.
      desk.write("last.txt", "so that it is not empty");
      desk.capture();
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertHistoriesAreWhole(desk);
      desk.office().stores().rebuild(desk.shelf().store());
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThat(
              desk.office()
                  .stores()
                  .verify(desk.shelf().store(), VerifyDepth.CONTENT, Progress.NONE)
                  .damaged())
          .isEmpty();
    } finally {
      delete(base);
    }
  }

  private static void act(TestDesk desk, int act, Random content) throws IOException {
    String name = NAMES.get(act % NAMES.size());
    String other = NAMES.get(act / 8 % NAMES.size());
    Path file = desk.file(name);
    switch (act / 64 % 8) {
      case 0, 1 -> desk.write(name, randomText(content));
      case 2 -> Files.deleteIfExists(file);
      case 3 -> {
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
          Files.createDirectories(desk.file(other).getParent());
          Files.move(file, desk.file(other), StandardCopyOption.REPLACE_EXISTING);
        }
      }
      case 4 -> {
        Path aside = desk.write("aside.tmp", randomText(content));
        Files.createDirectories(file.getParent());
        Files.move(aside, file, StandardCopyOption.REPLACE_EXISTING);
      }
      case 5 -> mend(desk, name, act);
      default -> {
        desk.write("always there.txt", "x");
        desk.capture();
      }
    }
  }

  private static void mend(TestDesk desk, String name, int act) throws IOException {
    FileLife life;
    try {
      life = desk.life(name);
    } catch (SentenceException e) {
      return;
    }
    // At the very instant of a capture, a mending would be part of that moment.
    desk.clock().forward(Duration.ofMinutes(1));
    Revision wanted = life.revisions().get(act % life.revisions().size());
    try {
      desk.office().files().mend(life.ref(), wanted.number());
      assertThat(Files.readAllBytes(desk.file(name)))
          .isEqualTo(desk.content(life, wanted.number()));
    } catch (RefusedException e) {
      assertThat(e).hasMessageContaining("already");
    }
  }

  /** Numbers rise without a gap, and each revision ends where the next begins. */
  private static void assertHistoriesAreWhole(TestDesk desk) throws IOException {
    for (String name : NAMES) {
      FileLife life;
      try {
        life = desk.life(name);
      } catch (SentenceException e) {
        continue;
      }
      int expected = life.revisions().get(0).number();
      for (Revision revision : life.revisions()) {
        assertThat(revision.number()).isEqualTo(expected++);
      }
    }
  }

  private static String randomText(Random random) {
    StringBuilder text = new StringBuilder();
    for (int i = random.nextInt(60); i >= 0; i--) {
      text.append("line ").append(random.nextInt(1000)).append('\n');
    }
    return text.toString();
  }

  private static void delete(Path base) throws IOException {
    Files.walkFileTree(
        base,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            Files.delete(file);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path folder, IOException e) throws IOException {
            Files.delete(folder);
            return FileVisitResult.CONTINUE;
          }
        });
  }
}
