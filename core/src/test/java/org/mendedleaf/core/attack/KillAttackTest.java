package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.mendedleaf.core.capture.PartSize;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.oracle.Attacks;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.upkeep.Upkeep;

/**
 * The process dies at any lasting operation of any act. What was recorded before is all there, the
 * act has happened or not, and it can be done once more.
 */
class KillAttackTest {

  private static final Attacks ATTACKS = new Attacks("kills", 1602, 35);
  private static final int FILES = 4;

  /** So many small sheaves are worth packing. */
  private static final int SHEAVES = 26;

  @AfterAll
  static void end() throws IOException {
    ATTACKS.end();
  }

  private interface Doing {
    void on(FaultyDesk desk) throws IOException;
  }

  private record Deed(String name, int operations, Doing doing) {}

  private static final List<Deed> DEEDS =
      List.of(
          new Deed("capture", 6, KillAttackTest::capture),
          new Deed("capture in parts", 14, KillAttackTest::captureInParts),
          new Deed("mend", 8, KillAttackTest::mend),
          new Deed("erase", 8, KillAttackTest::erase),
          new Deed("pack", 10, KillAttackTest::pack));

  @TestFactory
  Stream<DynamicTest> nothingThatWasRecordedIsLost() {
    List<Attacks.Row> rows = new ArrayList<>();
    for (Deed deed : DEEDS) {
      for (int operation = 0; operation < deed.operations(); operation++) {
        int last = operation;
        rows.add(new Attacks.Row(deed.name() + " dies after " + last, () -> attack(deed, last)));
      }
    }
    return ATTACKS.of(rows);
  }

  private static void attack(Deed deed, int last) throws Exception {
    Doing doing = deed.doing();
    boolean erases = deed.name().equals("erase");
    Path disk = Files.createTempDirectory("killed");
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      for (int round = 0; round < 3; round++) {
        save(desk, "round " + round);
        var unused = desk.capture();
      }
      if (deed.name().equals("pack")) {
        for (int i = 0; i < SHEAVES; i++) {
          desk.write("f0", "packed " + i);
          var unused = desk.capture();
        }
      }
      Map<RevisionKey, byte[]> before = contents(desk);
      desk.dieAfter(last);
      try {
        doing.on(desk);
      } catch (IOException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
      desk.startAgain();
      Map<RevisionKey, byte[]> after = contents(desk);
      // What is erased is chosen by the one deed that erases: the first revision of the first file.
      before.keySet().removeIf(key -> !after.containsKey(key) && erases);
      before.forEach((key, bytes) -> assertThat(after.get(key)).as("" + key).isEqualTo(bytes));
      try {
        doing.on(desk);
      } catch (IOException e) {
        // It had happened.
        assertThat(e.getMessage()).isNotBlank();
      }
      save(desk, "afterwards");
      var unused = desk.capture();
      Map<RevisionKey, byte[]> inTheEnd = contents(desk);
      before.keySet().removeIf(key -> !inTheEnd.containsKey(key) && erases);
      before.forEach((key, bytes) -> assertThat(inTheEnd.get(key)).as("" + key).isEqualTo(bytes));
      var unusedCommits = desk.catalogue().rebuild();
      assertThat(contents(desk).keySet()).isEqualTo(inTheEnd.keySet());
    } finally {
      RandomActs.delete(disk);
    }
  }

  private static void save(FaultyDesk desk, String text) throws IOException {
    for (int file = 0; file < FILES; file++) {
      desk.write("f" + file, "the same long beginning\n".repeat(30) + file + " " + text);
    }
  }

  private static Map<RevisionKey, byte[]> contents(FaultyDesk desk) throws IOException {
    Map<RevisionKey, byte[]> contents = new HashMap<>();
    for (Revision revision : desk.catalogue().files().allOf(desk.shelf())) {
      contents.put(
          revision.key(),
          desk.catalogue().contents().bytes(revision.state().content().orElseThrow()));
    }
    return contents;
  }

  private static void capture(FaultyDesk desk) throws IOException {
    save(desk, "captured");
    var unused = desk.capture();
  }

  private static void captureInParts(FaultyDesk desk) throws IOException {
    save(desk, "captured in parts");
    desk.setPartSize(new PartSize(1 << 20, 2));
    try {
      var unused = desk.capture();
    } finally {
      desk.setPartSize(PartSize.STANDARD);
    }
  }

  private static PresentFile first(FaultyDesk desk) throws IOException {
    return desk.catalogue().present().of(desk.shelf()).get(0);
  }

  private static void mend(FaultyDesk desk) throws IOException {
    List<Revision> all = desk.catalogue().files().history(first(desk).file());
    var unused =
        desk.mending().mend(first(desk).file(), all.get(0).number(), desk.folder(), "maren");
  }

  private static void erase(FaultyDesk desk) throws IOException {
    List<Revision> all = desk.catalogue().files().history(first(desk).file());
    Erasing erasing = new Erasing(desk.catalogue(), desk.journal());
    Erasing.Prepared prepared = erasing.prepare(desk.shelf(), List.of(all.get(0)));
    var unused = erasing.commit(prepared, desk.now(), "maren", Optional.empty());
  }

  private static void pack(FaultyDesk desk) throws IOException {
    var unused = new Upkeep(desk.catalogue(), desk.journal()).run(desk.now(), "maren");
  }
}
