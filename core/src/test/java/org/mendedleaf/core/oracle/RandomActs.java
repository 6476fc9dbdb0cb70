package org.mendedleaf.core.oracle;

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
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.RefusedException;

/** What people do to files, by number: for properties over random histories. */
public final class RandomActs {

  public static final List<String> NAMES =
      List.of(
          "a.txt",
          "A.txt",
          "b.csv",
          "in/a.txt",
          "in/deep/c.bin",
          "other/a.txt",
          "with space é.txt",
          "line\nbreak");

  private RandomActs() {}

  /** Does one thing to one of {@link #NAMES}, or captures. */
  public static void act(TestDesk desk, int act, Random content) throws IOException {
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

  private static String randomText(Random random) {
    StringBuilder text = new StringBuilder();
    for (int i = random.nextInt(60); i >= 0; i--) {
      text.append("line ").append(random.nextInt(1000)).append('\n');
    }
    return text.toString();
  }

  /** Deletes a folder with everything in it. */
  public static void delete(Path base) throws IOException {
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
