package org.mendedleaf.core.store.log;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.stores.VerifyDepth;
import org.mendedleaf.core.stores.VerifyReport;

/**
 * Whatever happens to one copy of a store's log or description costs nothing; what both copies have
 * lost is noticed by a desk that had seen it, before anything is written in its place.
 */
class TwinLogTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path store;

  @BeforeEach
  void someCommits() throws Exception {
    desk = new TestDesk(base);
    store = base.resolve("store");
    for (int i = 0; i < 4; i++) {
      desk.write("list.csv", "list " + i);
      desk.write("other " + i + ".txt", "other");
      desk.capture();
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private interface Harm {
    void to(Path file) throws IOException;
  }

  private static void flip(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    bytes[bytes.length / 2] ^= 1;
    Files.write(file, bytes);
  }

  private static void cut(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    Files.write(file, java.util.Arrays.copyOf(bytes, bytes.length / 2));
  }

  private static void zero(Path file) throws IOException {
    Files.write(file, new byte[(int) Files.size(file)]);
  }

  private static void empty(Path file) throws IOException {
    Files.write(file, new byte[0]);
  }

  private static final List<Harm> HARMS =
      List.of(
          TwinLogTest::flip,
          TwinLogTest::cut,
          TwinLogTest::zero,
          TwinLogTest::empty,
          Files::delete);

  private List<Path> files(String... folders) throws IOException {
    List<Path> all = new ArrayList<>();
    for (String folder : folders) {
      try (Stream<Path> files = Files.list(store.resolve(folder))) {
        files.filter(Files::isRegularFile).sorted().forEach(all::add);
      }
    }
    return all;
  }

  private List<LedgerEntry> ledger(TestDesk of) throws IOException {
    return of.office().stores().ledger(of.shelf().store());
  }

  private List<VerifyReport.Damage> damage(TestDesk of) throws IOException {
    return of.office()
        .stores()
        .verify(of.shelf().store(), VerifyDepth.GLANCE, Progress.NONE)
        .damaged();
  }

  @Test
  void anyHarmToOneCopyIsReadPastNamedAndMended() throws Exception {
    List<LedgerEntry> all = ledger(desk);
    List<Path> targets = files("log", "twin");
    targets.add(store.resolve("store.json"));
    for (Path target : targets) {
      byte[] whole = Files.readAllBytes(target);
      for (Harm harm : HARMS) {
        harm.to(target);
        desk.restart();
        assertThat(ledger(desk)).as("%s, a desk that knows it", target).isEqualTo(all);
        desk.office().stores().rebuild(desk.shelf().store());
        assertThat(ledger(desk)).as("%s, as a new desk reads it", target).isEqualTo(all);
        boolean missingTwin = target.startsWith(store.resolve("twin")) && Files.notExists(target);
        if (missingTwin) {
          assertThat(damage(desk)).as("%s was perhaps never made", target).isEmpty();
          Files.write(target, whole);
          continue;
        }
        assertThat(damage(desk))
            .as("%s", target)
            .isNotEmpty()
            .allMatch(VerifyReport.Damage::mendable)
            .anyMatch(one -> one.where().contains(store.relativize(target).toString()));
        assertThat(desk.office().stores().repair(desk.shelf().store()).run(Progress.NONE).mended())
            .isEqualTo(1);
        assertThat(Files.readAllBytes(target)).isEqualTo(whole);
        assertThat(damage(desk)).isEmpty();
      }
    }
  }

  private void lose(long number) throws IOException {
    for (String folder : List.of("log", "twin")) {
      Files.delete(store.resolve(folder).resolve("%012d.seg".formatted(number)));
    }
  }

  private void assertNothingIsWritten(long end) throws IOException {
    desk.write("new.txt", "new");
    assertThatThrownBy(() -> desk.capture())
        .isInstanceOf(BrokenLogException.class)
        .hasMessageContaining("Nothing is written there");
    assertThat(store.resolve("log").resolve("%012d.seg".formatted(end))).doesNotExist();
    assertThat(desk.office().shelves().unreached())
        .singleElement()
        .satisfies(one -> assertThat(one.sentence()).contains("Nothing is written there"));
    assertThat(damage(desk)).anyMatch(one -> !one.mendable());
  }

  @Test
  void lostNewestCommitsAreNoticedAndStillShown() throws Exception {
    List<LedgerEntry> all = ledger(desk);
    int last = all.size() - 1;
    lose(last);
    desk.restart();
    assertThat(ledger(desk)).as("this desk knows more than the store").isEqualTo(all);
    assertNothingIsWritten(last);
  }

  @Test
  void theyAreNoticedWithoutTheCatalogueToo() throws Exception {
    int last = ledger(desk).size() - 1;
    desk.restart();
    lose(last);
    lose(last - 1);
    desk.office().stores().rebuild(desk.shelf().store());
    desk.restart();
    assertNothingIsWritten(last - 1);
    assertThat(desk.office().shelves().unreached().get(0).sentence()).contains("2 are lost");
  }

  @Test
  void aGapIsNoticedByWhoeverOpensTheStore() throws Exception {
    int all = ledger(desk).size();
    lose(all - 2);
    try (TestDesk fresh = new TestDesk(base, store, "another")) {
      assertThat(ledger(fresh)).hasSize(all - 2);
    } catch (BrokenLogException e) {
      // To put a shelf of its own there, it would have to write.
      assertThat(e).hasMessageContaining("1 after it cannot be read");
    }
    desk.restart();
    assertNothingIsWritten(all);
  }

  @Test
  void whoAcceptsTheShorterLogGoesOnFromThere() throws Exception {
    int last = ledger(desk).size() - 1;
    lose(last);
    desk.restart();
    desk.write("new.txt", "new");
    assertThatThrownBy(() -> desk.capture()).isInstanceOf(BrokenLogException.class);
    desk.office().stores().acceptLog(desk.shelf().store());
    assertThat(desk.office().shelves().unreached()).isEmpty();
    assertThat(ledger(desk)).hasSize(last);
    desk.capture();
    assertThat(ledger(desk).size()).isGreaterThan(last);
    assertThat(desk.content(desk.life("list.csv"), desk.life("list.csv").newest().number()))
        .asString()
        .isEqualTo("list 3");
    desk.restart();
    assertThat(damage(desk)).isEmpty();
  }

  @Test
  void whatIsDamagedInBothCopiesEndsTheLogForANewDesk() throws Exception {
    int all = ledger(desk).size();
    for (Path copy : List.of(segment("log", all - 2), segment("twin", all - 2))) {
      flip(copy);
    }
    Path home = base.resolve("new home");
    try (Office office = Office.open(Encrypting.ofThisMachine(home).withPerson("maren"))) {
      var unused = office.stores().open(store);
      assertThat(office.stores().ledger(desk.shelf().store())).hasSize(all - 2);
      assertThat(office.shelves().unreached())
          .singleElement()
          .satisfies(one -> assertThat(one.sentence()).contains("1 after it cannot be read"));
      FileRef list = desk.life("list.csv").ref();
      assertThatThrownBy(() -> office.sayings().note(list, 0, "a note"))
          .isInstanceOf(BrokenLogException.class);
    }
  }

  private Path segment(String folder, long number) {
    return store.resolve(folder).resolve("%012d.seg".formatted(number));
  }

  /** An earlier state of the log was put back, and a program that knows of no twin wrote on. */
  @Test
  void aTwinThatDoesNotContinueTheLogIsNoPartOfIt() throws Exception {
    int all = ledger(desk).size();
    Path aside = base.resolve("twin put aside");
    Files.move(store.resolve("twin"), aside);
    Files.delete(segment("log", all - 1));
    Files.delete(segment("log", all - 2));
    Path home = base.resolve("home of an earlier program");
    try (Office office = Office.open(Encrypting.ofThisMachine(home).withPerson("maren"))) {
      var unused = office.stores().open(store);
      var unusedNote = office.sayings().note(desk.life("list.csv").ref(), 0, "written on");
    }
    for (Path file : files("twin")) {
      Files.delete(file);
    }
    Files.delete(store.resolve("twin"));
    Files.move(aside, store.resolve("twin"));
    byte[] other = Files.readAllBytes(segment("log", all - 2));

    Path fresh = base.resolve("a fresh home");
    try (Office office = Office.open(Encrypting.ofThisMachine(fresh).withPerson("maren"))) {
      String id = office.stores().open(store).id();
      assertThat(office.stores().ledger(id)).hasSize(all - 1);
      var unused = office.stores().repair(id).run(Progress.NONE);
      assertThat(segment("log", all - 1)).as("of the history that was left").doesNotExist();
      assertThat(segment("twin", all - 2)).hasBinaryContent(other);
      var unusedNote = office.sayings().note(desk.life("list.csv").ref(), 0, "and on");
      assertThat(office.stores().ledger(id)).hasSize(all);
      assertThat(office.stores().verify(id, VerifyDepth.GLANCE, Progress.NONE).damaged()).isEmpty();
    }
    desk.restart();
    assertNothingIsWritten(all);
    assertThat(desk.office().shelves().unreached().get(0).sentence())
        .contains("another than this desk has seen");
  }
}
