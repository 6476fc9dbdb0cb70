package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.CatalogueFinder;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;

/**
 * Bits flip anywhere in a catalogue that lies on a failing drive. Questions are answered, and an
 * erasure takes away what was asked for and nothing else.
 */
@Tag("plain")
class DamagedCatalogueTest {

  private static final int FILES = 12;

  static LongStream seeds() {
    return Seeds.of(5);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void whatIsNotErasedStays(long seed) throws Exception {
    Path base = Files.createTempDirectory("damaged");
    Random random = new Random(seed);
    try (TestDesk desk = new TestDesk(base)) {
      for (int round = 0; round < 4; round++) {
        for (int file = 0; file < FILES; file++) {
          // Some have the same content as others, and lean on each other.
          desk.write(name(file), "a line of them all\n".repeat(60) + random.nextInt(8));
        }
        desk.capture();
      }
      FileRef held = desk.life(name(0)).ref();
      desk.office().sayings().hold(held, desk.life(name(0)).newest().number(), "it is needed");
      Map<String, byte[]> before = contents(desk);
      desk.closeAsItIs();
      flip(base.resolve("home"), random);
      desk.restart();

      String going = name(1 + random.nextInt(FILES - 1));
      int number = erase(desk, going, random);

      desk.office().stores().rebuild(desk.shelf().store());
      Map<String, byte[]> after = contents(desk);
      before.keySet().removeIf(key -> key.equals(going + " " + number));
      assertThat(after.keySet()).isEqualTo(before.keySet());
      after.forEach((key, bytes) -> assertThat(bytes).as(key).isEqualTo(before.get(key)));
    } finally {
      RandomActs.delete(base);
    }
  }

  @Test
  void aShelfIsNotLostForOneBit(@TempDir Path base) throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("list.csv", "1,2,3");
      desk.capture();
      Optional<RecordedFile> recorded =
          desk.office().shelves().presentAt(desk.shelf(), new InnerPath("list.csv"));
      desk.closeAsItIs();
      Path catalogue = CatalogueFinder.in(base.resolve("home")).get(0);
      try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + catalogue);
          Statement statement = connection.createStatement()) {
        assertThat(statement.executeUpdate("UPDATE shelf SET id = id + 64")).isEqualTo(1);
        assertThat(
                statement.executeUpdate("UPDATE shelf_setting SET line = 'x' || SUBSTR(line, 2)"))
            .isPositive();
      }
      desk.restart();

      assertThat(desk.office().shelves().presentAt(desk.shelf(), new InnerPath("list.csv")))
          .isEqualTo(recorded);
    }
  }

  @Test
  void aLetterOfTheTablesThemselvesIsDamageToo(@TempDir Path base) throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("list.csv", "1,2,3");
      desk.capture();
      desk.closeAsItIs();
      Path catalogue = CatalogueFinder.in(base.resolve("home")).get(0);
      String all = Files.readString(catalogue, StandardCharsets.ISO_8859_1);
      int at = all.indexOf("first_done INTEGER");
      assertThat(at).isPositive();
      Files.writeString(
          catalogue,
          all.substring(0, at) + "g" + all.substring(at + 1),
          StandardCharsets.ISO_8859_1);
      desk.restart();

      assertThat(desk.content(desk.life("list.csv"), 0)).asString().isEqualTo("1,2,3");
      desk.write("list.csv", "4,5,6");
      desk.capture();
      assertThat(desk.content(desk.life("list.csv"), 1)).asString().isEqualTo("4,5,6");
    }
  }

  private static String name(int file) {
    return "folder " + file % 3 + "/file " + file + ".txt";
  }

  /** A row that is damaged may hide the file, or show another number; the next try is sound. */
  private static int erase(TestDesk desk, String name, Random random) throws IOException {
    int choice = random.nextInt(100);
    for (int tries = 0; ; tries++) {
      try {
        FileLife life = desk.life(name);
        List<Revision> all = life.revisions();
        int number = all.get(choice % all.size()).number();
        var unused =
            desk.office().erasures().erase(life.ref(), Set.of(number), life.file().path().name());
        return number;
      } catch (IOException e) {
        if (tries == 1) {
          throw e;
        }
        desk.office().stores().rebuild(desk.shelf().store());
      }
    }
  }

  private static Map<String, byte[]> contents(TestDesk desk) throws IOException {
    Map<String, byte[]> contents = new TreeMap<>();
    for (int file = 0; file < FILES; file++) {
      FileLife life;
      try {
        life = desk.life(name(file));
      } catch (SentenceException e) {
        // It had one revision only, and that is erased.
        continue;
      }
      for (Revision revision : life.revisions()) {
        contents.put(name(file) + " " + revision.number(), desk.content(life, revision.number()));
      }
    }
    return contents;
  }

  /** Flips a few bits of the catalogue, anywhere. */
  private static void flip(Path home, Random random) throws IOException {
    Path catalogue = CatalogueFinder.in(home).get(0);
    try (RandomAccessFile file = new RandomAccessFile(catalogue.toFile(), "rw")) {
      for (int flips = 1 + random.nextInt(40); flips > 0; flips--) {
        long at = (long) (random.nextDouble() * file.length());
        file.seek(at);
        int value = file.read();
        file.seek(at);
        file.write(value ^ 1 << random.nextInt(8));
      }
    }
  }
}
