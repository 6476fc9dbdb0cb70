package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.Attacks;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;

/**
 * Files and folders are called what nobody would call them, beside a neighbour of a usual name.
 * They are recorded, found, mended, recovered elsewhere and erased like any other, and the
 * neighbour stays what it is.
 */
class NameAttackTest {

  private static final Attacks ATTACKS = new Attacks("names", 1603, 60);

  private static final List<String> HOSTILE =
      List.of(
          "-rf",
          "--help",
          "~",
          "~root",
          "$HOME",
          "`id`",
          "$(id)",
          ";ls",
          "a|b",
          "a&b",
          "a>b",
          "*",
          "?",
          "[a-z]",
          "{a,b}",
          "!x",
          "#x",
          "%00",
          "%2e%2e",
          "%s%n",
          "\\",
          "a\\b",
          "'",
          "\"",
          "''; DROP TABLE file;--",
          "..a",
          "...",
          ".a",
          ". ",
          " ",
          "  lead",
          "trail  ",
          "trail.",
          "con",
          "NUL",
          "aux.txt",
          "a:b",
          "a::$DATA",
          "\u0001",
          "\u001b[31m",
          "\u0007",
          "a\nb",
          "a\rb",
          "a\tb",
          "\u202egpj.exe",
          "\u200b",
          "\ufeff",
          "e\u0301",
          "\u00e9",
          "\u0130i",
          "\u00df",
          "SS",
          "\ud83d\ude00",
          "\u0000x".substring(1) + "\u007f",
          "store.json",
          "desk.json",
          ".mended-leaf-note.txt",
          "r1",
          "r2 of it",
          "id:1",
          "Plans:in",
          "null",
          "undefined",
          "true",
          "0",
          "-1",
          "1e9");

  @AfterAll
  static void end() throws IOException {
    ATTACKS.end();
  }

  @TestFactory
  Stream<DynamicTest> aFileOfAnyNameIsAFile() {
    Set<String> names = new LinkedHashSet<>(HOSTILE);
    Random random = new Random(ATTACKS.seed());
    names.add("x".repeat(255));
    names.add("\u00e4".repeat(127));
    for (int i = 0; i < 20; i++) {
      StringBuilder name = new StringBuilder();
      for (int length = 1 + random.nextInt(20); length > 0; length--) {
        int point = 1 + random.nextInt(0x2fff);
        name.appendCodePoint(point == '/' ? 'x' : point);
      }
      names.add(name.toString());
    }
    List<Attacks.Row> rows = new ArrayList<>();
    for (String name : names) {
      rows.add(new Attacks.Row("U+" + codes(name), () -> attack(name)));
    }
    return ATTACKS.of(rows);
  }

  private static String codes(String name) {
    StringBuilder codes = new StringBuilder();
    name.codePoints()
        .limit(12)
        .forEach(point -> codes.append(Integer.toHexString(point)).append(' '));
    return codes.toString().strip();
  }

  private static void attack(String name) throws Exception {
    Path base = Files.createTempDirectory("named");
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("usual.txt", "the neighbour");
      desk.write(name, "first state");
      desk.write("folder/" + name + "/" + name, "deep down");
      desk.capture();
      desk.write(name, "second state, longer");
      desk.capture();
      // A file system may have given it another name.
      FileLife life = desk.office().files().life(desk.office().addresses().file("id:2", base));
      for (long id = 1; !life.file().path().equals(new InnerPath(name)); id++) {
        life = desk.office().files().life(desk.office().addresses().file("id:" + id, base));
      }
      assertThat(life.revisions()).hasSize(2);
      int first = life.revisions().get(0).number();

      desk.office().files().mend(life.ref(), first);
      assertThat(desk.file(name)).hasContent("first state");

      Path out = Files.createDirectories(base.resolve("out"));
      Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.Now(desk.clock().instant()));
      var unused =
          desk.office()
              .recoveries()
              .run(
                  desk.tray(Handling.IN_PLACE.to(new Destination.Folder(out)), all), Progress.NONE);
      assertThat(texts(out)).containsExactlyInAnyOrderElementsOf(texts(desk.folder()));

      var unusedErased =
          desk.office().erasures().erase(life.ref(), Set.of(), life.file().path().name());
      assertThat(Files.readString(desk.file("usual.txt"))).isEqualTo("the neighbour");
      FileLife neighbour = desk.life("usual.txt");
      assertThat(new String(desk.content(neighbour, 0), StandardCharsets.UTF_8))
          .isEqualTo("the neighbour");
    } finally {
      RandomActs.delete(base);
    }
  }

  private static List<String> texts(Path folder) throws IOException {
    List<String> texts = new ArrayList<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        texts.add(folder.relativize(file) + ": " + Files.readString(file));
      }
    }
    return texts;
  }
}
