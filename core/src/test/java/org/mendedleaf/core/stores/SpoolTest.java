package org.mendedleaf.core.stores;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.store.log.StoreAwayException;

/**
 * A store is away for a while: what is saved meanwhile is recorded here, and is in it afterwards.
 */
class SpoolTest {

  @TempDir Path base;
  private Path store;
  private Path aside;
  private TestDesk desk;

  @BeforeEach
  void aStoreThatIsThere() throws Exception {
    store = base.resolve("store");
    aside = base.resolve("the drive, put aside");
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.write("cuts/fore.txt", "fore sail");
    desk.write("cuts/main.txt", "main sail");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Spools spools() {
    return desk.office().stores().spools();
  }

  private String id() {
    return desk.shelf().store();
  }

  private void goAway() throws IOException {
    Files.move(store, aside);
  }

  private void comeBack() throws IOException {
    Files.move(aside, store);
  }

  private static List<String> told(TestDesk desk, String name) throws IOException {
    List<String> told = new ArrayList<>();
    FileLife life = desk.life(name);
    for (Revision revision : life.revisions()) {
      byte[] bytes = desk.content(life, revision.number());
      told.add(revision.at() + " " + new String(bytes, StandardCharsets.UTF_8));
    }
    return told;
  }

  private List<String> namesAt(Instant at) throws IOException {
    return desk.office().moments().tree(desk.shelf(), InnerPath.ROOT, new Moment.At(at)).stream()
        .map(entry -> entry.path() + " " + entry.size())
        .toList();
  }

  private List<CaptureReport> workWhileAway() throws IOException {
    List<CaptureReport> captures = new ArrayList<>();
    desk.write("list.csv", "one, two");
    desk.write("new.txt", "a new one");
    captures.add(desk.capture());
    desk.write("list.csv", "one, two, three");
    Files.move(desk.file("cuts/fore.txt"), desk.file("cuts/jib.txt"));
    Files.delete(desk.file("cuts/main.txt"));
    captures.add(desk.capture());
    return captures;
  }

  @Test
  void nothingThatWasSavedMeanwhileIsMissing() throws Exception {
    goAway();
    List<CaptureReport> captures = workWhileAway();
    assertThat(captures.get(0).changed()).isEqualTo(1);
    assertThat(captures.get(0).added()).isEqualTo(1);
    assertThat(captures.get(1).changed()).isEqualTo(1);
    assertThat(captures.get(1).renamed()).isEqualTo(1);
    assertThat(captures.get(1).removed()).isEqualTo(1);
    List<List<String>> moments = new ArrayList<>();
    for (CaptureReport capture : captures) {
      moments.add(namesAt(capture.moment().plusMillis(1)));
    }
    assertThat(store).doesNotExist();
    SpoolState waiting = spools().of(id()).orElseThrow();
    assertThat(waiting.acts()).isEqualTo(2);
    assertThat(waiting.isAway()).isTrue();
    assertThat(waiting.bytes()).isPositive();

    comeBack();
    assertThat(spools().canMove(id())).isTrue();
    assertThat(spools().moveOver(id(), Progress.NONE).orElseThrow().commits()).isEqualTo(2);
    assertThat(spools().of(id())).isEmpty();
    assertThat(told(desk, "list.csv"))
        .extracting(one -> one.substring(one.indexOf(' ') + 1))
        .containsExactly("one", "one, two", "one, two, three");
    assertThat(desk.life("list.csv").revisions())
        .extracting(Revision::at)
        .containsSubsequence(captures.get(0).moment(), captures.get(1).moment());
    assertThat(desk.life("list.csv").revisions()).allMatch(one -> one.formerNumber().isEmpty());
    for (int i = 0; i < captures.size(); i++) {
      assertThat(namesAt(captures.get(i).moment().plusMillis(1))).isEqualTo(moments.get(i));
    }
    assertThat(desk.life("cuts/jib.txt").formerPaths())
        .containsExactly(new InnerPath("cuts/fore.txt"));
    assertThat(desk.capture().acts()).isEmpty();
    desk.office().stores().rebuild(id());
    assertThat(told(desk, "new.txt")).hasSize(1);
  }

  @Test
  void aProgramThatIsStartedWhileItIsAwayRecordsToo() throws Exception {
    goAway();
    desk.write("list.csv", "one, two");
    // The folder of the store is not there when the office is opened.
    desk.restartAway();
    desk.capture();
    assertThat(desk.office().shelves().unreached())
        .singleElement()
        .satisfies(one -> assertThat(one.isSpooled()).isTrue())
        .satisfies(one -> assertThat(one.sentence()).contains("kept on this computer"));
    desk.restartAway();
    desk.write("list.csv", "one, two, three");
    desk.capture();
    assertThat(spools().of(id()).orElseThrow().acts()).isEqualTo(2);
    comeBack();
    desk.restart();
    desk.write("list.csv", "four");
    desk.capture();
    assertThat(spools().of(id())).isEmpty();
    assertThat(told(desk, "list.csv")).hasSize(4);
  }

  @Test
  void whatIsSaidBeforeAnythingWasRecordedIsToldThatTheStoreIsAway() throws Exception {
    FileLife list = desk.life("list.csv");
    goAway();
    assertThatThrownBy(() -> desk.office().sayings().note(list.ref(), 0, "too late"))
        .isInstanceOf(StoreAwayException.class)
        .hasMessageContaining("is away");
  }

  @Test
  void aSecondAbsenceGoesOnFromWhatTheStoreHasByThen() throws Exception {
    goAway();
    // Its shelves are looked at, and nothing is recorded.
    desk.restartAway();
    assertThat(desk.office().shelves().all()).hasSize(1);
    comeBack();
    desk.restart();
    desk.write("list.csv", "one, two");
    desk.write("new.txt", "recorded in the store");
    desk.capture();
    desk.restart();
    goAway();
    desk.restartAway();
    desk.write("list.csv", "one, two, three");
    CaptureReport report = desk.capture();
    assertThat(report.changed()).isEqualTo(1);
    assertThat(report.added()).isZero();
    comeBack();
    desk.capture();
    assertThat(told(desk, "list.csv")).hasSize(3);
    assertThat(told(desk, "new.txt")).hasSize(1);
  }

  @Test
  void whatAnotherDeskCommittedMeanwhileKeepsItsNumbers() throws Exception {
    try (TestDesk other = new TestDesk(base, store, "other")) {
      other.write("theirs.txt", "theirs");
      other.capture();
      goAway();
      workWhileAway();
      comeBack();
      other.write("theirs.txt", "theirs, changed");
      other.write("more.txt", "more");
      other.capture();
      List<String> theirs = told(other, "theirs.txt");
      var unused = spools().moveOver(id(), Progress.NONE);
      assertThat(told(desk, "list.csv")).hasSize(3);
      assertThat(told(desk, "new.txt")).hasSize(1);
      assertThat(told(other, "theirs.txt")).isEqualTo(theirs);
      assertThat(other.capture().acts()).isEmpty();
      assertThat(desk.capture().acts()).isEmpty();
    }
  }

  @Test
  void whatWaitsIsMovedOverInTurnWhenTheStoreIsBack() throws Exception {
    goAway();
    workWhileAway();
    assertThat(desk.office().rhythms().due())
        .noneMatch(one -> one.doing() instanceof Rhythms.MovingOver);
    comeBack();
    Rhythms.Due due =
        desk.office().rhythms().due().stream()
            .filter(one -> one.doing() instanceof Rhythms.MovingOver)
            .findFirst()
            .orElseThrow();
    var unused = desk.office().rhythms().run(due, Progress.NONE);
    assertThat(spools().of(id())).isEmpty();
    assertThat(told(desk, "list.csv")).hasSize(3);
  }

  @Test
  void aFullSpoolSaysSoAndKeepsWhatWaits() throws Exception {
    goAway();
    desk.write("list.csv", "one, two");
    desk.capture();
    spools().limit(1);
    assertThat(spools().of(id()).orElseThrow().isFull()).isTrue();
    desk.write("list.csv", "one, two, three");
    assertThatThrownBy(() -> desk.capture())
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("as much room on this computer as it may")
        .hasMessageContaining("what waits is safe");
    comeBack();
    desk.capture();
    assertThat(told(desk, "list.csv")).hasSize(3);
  }

  @Test
  void movingOverThatIsStoppedGoesOnAndDoesNothingTwice() throws Exception {
    goAway();
    workWhileAway();
    comeBack();
    Progress stopped =
        new Progress() {
          private int commits;

          @Override
          public void phase(Phase phase, long things, long bytes) {}

          @Override
          public void advanced(long things, long bytes) {}

          @Override
          public boolean cancelled() {
            return ++commits > 1;
          }
        };
    assertThatThrownBy(() -> spools().moveOver(id(), stopped))
        .isInstanceOf(CancelledException.class);
    assertThat(spools().of(id())).isPresent();
    desk.restart();
    assertThat(spools().moveOver(id(), Progress.NONE).orElseThrow().commits()).isEqualTo(1);
    assertThat(told(desk, "list.csv")).hasSize(3);
    assertThat(told(desk, "new.txt")).hasSize(1);
  }

  @Test
  void whatNeedsTheStoreIsRefusedWithASentence() throws Exception {
    goAway();
    workWhileAway();
    FileLife list = desk.life("list.csv");
    assertThat(desk.content(list, 1)).asString().isEqualTo("one, two");
    assertThatThrownBy(() -> desk.content(list, 0)).isInstanceOf(StoreAwayException.class);
    assertThatThrownBy(() -> desk.office().erasures().erase(list.ref(), Set.of(1), "list.csv"))
        .isInstanceOf(IOException.class);
    assertThatThrownBy(() -> desk.office().stores().rebuild(id()))
        .isInstanceOf(StoreAwayException.class)
        .hasMessageContaining("Nothing was changed");
    var unused = desk.office().sayings().note(list.ref(), 1, "while the drive was away");
    comeBack();
    desk.capture();
    FileLife back = desk.life("list.csv");
    assertThat(back.revisions()).hasSize(3);
    assertThat(back.marks(back.revision(1).orElseThrow()).toString())
        .contains("while the drive was away");
  }

  /** The store came back as its mirror, which lacks the newest that this desk had seen. */
  @Test
  void whatRefersToSomethingLostIsLeftOutAndSpeaksOfNothingElse() throws Exception {
    Path behind = base.resolve("behind");
    copy(store, behind);
    desk.write("lost.txt", "captured, and lost with the drive");
    desk.capture();
    goAway();
    assertThat(desk.office().shelves().unreached())
        .singleElement()
        .satisfies(one -> assertThat(one.isSpooled()).isTrue());
    FileLife lost = desk.life("lost.txt");
    desk.write("list.csv", "one, two");
    desk.capture();
    var unused = desk.office().sayings().note(lost.ref(), 1, "a note on what is lost");
    copy(behind, store);
    desk.restart();
    desk.office().stores().acceptLog(id());
    var unusedMoved = spools().moveOver(id(), Progress.NONE);
    assertThat(told(desk, "list.csv")).hasSize(2);
    FileLife list = desk.life("list.csv");
    assertThat(list.marks().values())
        .as("the note is on nothing else")
        .allMatch(marks -> marks.notes().isEmpty());
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Files.copy(file, to.resolve(from.relativize(file).toString()));
      }
    }
  }

  @Test
  void nothingIsPromisedWhereNothingMayWait() throws Exception {
    spools().limit(0);
    goAway();
    assertThat(desk.office().shelves().unreached().get(0).sentence())
        .doesNotContain("kept on this computer");
    desk.write("list.csv", "one, two");
    assertThatThrownBy(() -> desk.capture()).isInstanceOf(SentenceException.class);
  }

  @Test
  @Tag("plain")
  void aStoreIsNotEncryptedWhileSomethingWaitsForIt() throws Exception {
    goAway();
    desk.write("list.csv", "one, two");
    desk.capture();
    comeBack();
    Secrecy secrecy =
        new Secrecy(Encrypting.PASSPHRASE, new Stretching(64, 1, 1), Optional.empty());
    Path sealed = base.resolve("sealed");
    desk.office().stores().encryption().encrypt(id(), sealed, secrecy, Progress.NONE);
    assertThat(spools().of(id())).isEmpty();
    assertThat(told(desk, "list.csv")).hasSize(2);
  }

  @Test
  void whatWaitsForALockedStoreKeepsNobodyFromLookingAtToday() throws Exception {
    Path own = Files.createDirectory(base.resolve("locked"));
    Secrecy secrecy =
        new Secrecy(Encrypting.PASSPHRASE, new Stretching(64, 1, 1), Optional.empty());
    try (TestDesk sealed = new TestDesk(own, secrecy)) {
      sealed.write("list.txt", "one");
      sealed.capture();
      Files.move(own.resolve("store"), own.resolve("aside"));
      sealed.write("list.txt", "one, two");
      sealed.capture();
      String id = sealed.shelf().store();
      sealed.closeAsItIs();
      try (Office office =
          Office.open(OfficeSettings.ofThisMachine(own.resolve("home")).withPerson("maren"))) {
        assertThat(office.todays().look().matters())
            .anyMatch(one -> one instanceof Todays.StoreAway);
        assertThat(office.stores().spools().of(id)).isEmpty();
      }
    }
  }

  @Test
  void theSpoolOfAnEncryptedStoreIsEncrypted() throws Exception {
    Path own = Files.createDirectory(base.resolve("encrypted"));
    try (TestDesk sealed =
        new TestDesk(
            own, new Secrecy(Encrypting.PASSPHRASE, new Stretching(64, 1, 1), Optional.empty()))) {
      sealed.write("known.txt", "known");
      sealed.capture();
      Files.move(own.resolve("store"), own.resolve("aside"));
      sealed.write("planted name.txt", "planted word");
      sealed.capture();
      assertThat(sealed.office().stores().spools().of(sealed.shelf().store())).isPresent();
      try (Stream<Path> files = Files.walk(own.resolve("home"))) {
        for (Path file : files.filter(Files::isRegularFile).toList()) {
          assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
              .as("%s", file)
              .doesNotContain("planted");
        }
      }
      Files.move(own.resolve("aside"), own.resolve("store"));
      sealed.capture();
      assertThat(told(sealed, "planted name.txt"))
          .singleElement()
          .asString()
          .endsWith("planted word");
    }
  }
}
