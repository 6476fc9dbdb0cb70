package org.mendedleaf.core.stores;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyFile;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.LockedStoreException;

/** An office whose store is encrypted: nothing else is different, and nobody else reads it. */
@Tag("plain")
class EncryptionTest {

  private static final Passphrase KITE = Passphrase.of("kite cloth 91");
  private static final RecoveryKey PRINTED = RecoveryKey.random(new Random(3));
  private static final Secrecy SECRECY =
      new Secrecy(KITE, new Stretching(64, 1, 1), Optional.of(PRINTED));

  @TempDir Path base;

  /** Words that no program has, in each place where a person can put one. */
  private static String planted(int number) {
    return "zq%dwexl".formatted(number * 7919);
  }

  private static void work(TestDesk desk) throws IOException {
    for (int i = 0; i < 100; i++) {
      desk.write(
          "%s/%s.txt".formatted(planted(i % 5), planted(100 + i)),
          "%s is %d of many lines\n".formatted(planted(200 + i), i).repeat(1 + i));
    }
    desk.capture();
    for (int i = 0; i < 40; i++) {
      desk.write(
          "%s/%s.txt".formatted(planted(i % 5), planted(100 + i)),
          "%s came later\n".formatted(planted(300 + i)).repeat(3));
    }
    desk.capture();
    for (int i = 0; i < 50; i++) {
      FileLife life = desk.life("%s/%s.txt".formatted(planted(i % 5), planted(100 + i)));
      desk.office().sayings().note(life.ref(), 0, planted(400 + i) + " was agreed");
    }
    tellPeople(desk);
  }

  /** Of a new revision and of a damaged one. */
  private static void tellPeople(TestDesk desk) throws IOException {
    desk.office()
        .recordingAndPeople()
        .person(desk.shelf(), "Zoë <zoe@loft.example>", Optional.of(Role.MAKER));
    String name = "%s/%s.txt".formatted(planted(0), planted(160));
    FileLife life = desk.life(name);
    desk.office()
        .sayings()
        .describe(life.ref(), new Description(planted(450), "", List.of("Zoë <zoe@loft.example>")));
    desk.office().telling().tell(desk.shelf());
    desk.write(name, "");
    desk.capture();
    desk.office().screenings().screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
    assertThat(desk.office().telling().tell(desk.office().shelves().named(desk.shelf().name())))
        .hasSize(1);
    assertThat(desk.office().notices().write()).isNotEmpty();
    try (Stream<Path> letters = Files.list(desk.office().notices().outbox())) {
      assertThat(letters.filter(one -> one.toString().endsWith(".eml"))).hasSize(2);
    }
  }

  /** Which planted words stand anywhere in plain, names of files included. */
  private static List<String> found(Path... folders) throws IOException {
    List<String> found = new ArrayList<>();
    for (Path folder : folders) {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.toList()) {
          String text = file.getFileName().toString();
          if (Files.isRegularFile(file)) {
            text += new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
          }
          for (int i = 0; i < 500; i++) {
            if (text.contains(planted(i))) {
              found.add(planted(i) + " in " + file);
            }
          }
        }
      }
    }
    return found;
  }

  /** Its tables are in memory alone then. */
  @Test
  void whoseDriveIsTakenAwayRightAfterItWasMadeIsGoneOnWith() throws Exception {
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      desk.write("list.csv", "one");
      desk.capture();
      Files.move(base.resolve("store"), base.resolve("aside"));
      assertThat(desk.office().shelves().unreached())
          .singleElement()
          .satisfies(one -> assertThat(one.isSpooled()).isTrue());
      Files.move(base.resolve("aside"), base.resolve("store"));
    }
  }

  @Test
  void notOneOfManyWordsNamesOrNotesStandsInStoreOrHome() throws Exception {
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      // Also while it is open, and after it was opened again.
      assertThat(found(base.resolve("store"), base.resolve("home"))).isEmpty();
      desk.restart();
      var unused = desk.office().stores().upkeep(desk.shelf().store());
      desk.model().assertAgrees(desk.office(), desk.shelf());
    }
    assertThat(found(base.resolve("store"), base.resolve("home"))).isEmpty();
  }

  /** What a desk remembers between two starts tells as little. */
  @Test
  void theTrayAndABegunRecoveryAreSealedTooAndComeBack() throws Exception {
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      Pick folder =
          new Pick.OfMoment(
              new InnerPath(planted(1)), new Moment.At(desk.model().moments().get(0)));
      Tray tray =
          desk.tray(Handling.IN_PLACE.to(new Destination.Folder(base.resolve("out"))), folder);
      desk.office().recoveries().keep(tray);
      assertThatThrownBy(() -> desk.office().recoveries().run(tray, killed())).hasMessage("killed");
      try (Stream<Path> begun = Files.list(base.resolve("home/recoveries"))) {
        assertThat(begun.map(file -> file.getFileName().toString()))
            .anyMatch(name -> name.endsWith(".plan"));
      }

      assertThat(found(base.resolve("home"))).isEmpty();
      desk.restart();
      assertThat(desk.office().recoveries().kept()).isEqualTo(tray);
      desk.restart(new KeyRing().with(KITE));
      assertThat(desk.office().recoveries().kept()).isEqualTo(tray);
      assertThat(desk.office().recoveries().unfinished()).hasSize(1);
      String run = desk.office().recoveries().unfinished().get(0).id();
      var unused = desk.office().recoveries().resume(run, Progress.NONE);
      assertThat(desk.office().recoveries().unfinished()).isEmpty();
    }
  }

  /** Else the test above would find nothing in any store. */
  @Test
  void aPlainHomeHasThem() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk);
    }
    assertThat(found(base.resolve("home"))).isNotEmpty();
  }

  @Test
  void whatIsKeptOfTheCatalogueIsReadAgainOrBuiltAnew() throws Exception {
    Path kept;
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      kept = base.resolve("home/catalogues").resolve(desk.shelf().store() + ".sqlite.sealed");
      desk.restart();
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThat(kept).isRegularFile();
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(kept)))
          .isEqualTo("rw-------");

      byte[] whole = Files.readAllBytes(kept);
      for (int at : new int[] {0, 12, 25, 40, whole.length / 2, whole.length - 1}) {
        desk.office().close();
        byte[] hurt = whole.clone();
        hurt[at] ^= 1;
        Files.write(kept, hurt);
        desk.restart();
        desk.model().assertAgrees(desk.office(), desk.shelf());
      }
      desk.office().close();
      Files.write(kept, Arrays.copyOf(whole, whole.length / 2));
      desk.restart();
      desk.model().assertAgrees(desk.office(), desk.shelf());
      desk.office().close();
      Files.delete(kept);
      desk.restart();
      desk.model().assertAgrees(desk.office(), desk.shelf());
    }
    assertThat(kept).isRegularFile();
  }

  @Test
  void aLockedStoreSaysSoAndHidesNoOther() throws Exception {
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      desk.office().stores().make(base.resolve("other"));
      String id = desk.shelf().store();

      try (var office =
          org.mendedleaf.core.office.Office.open(
              desk.office().settings().withKeys(new KeyRing()))) {
        assertThat(office.stores().facts(id).isLocked()).isTrue();
        assertThat(office.stores().known()).filteredOn(StoreFacts::here).hasSize(1);
        assertThat(office.shelves().unreached().get(0).sentence()).contains("passphrase");
        assertThat(office.search().find(planted(100), 5).notSearched())
            .singleElement()
            .asString()
            .contains("passphrase");
        assertThatThrownBy(() -> office.shelves().byId(id, 1))
            .isInstanceOf(LockedStoreException.class);
      }
    }
  }

  @Test
  void whoDoesNotAnswerIsNotAskedAgainAndWhoMistypesIs() throws Exception {
    List<Boolean> asked = new ArrayList<>();
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      String id = desk.shelf().store();
      KeyRing nobody =
          new KeyRing()
              .asking(
                  (where, wrong) -> {
                    asked.add(wrong);
                    return Optional.empty();
                  });
      desk.office().close();
      var description = Store.describedIn(base.resolve("store"));
      assertThatThrownBy(() -> nobody.keyTo(description, "there"))
          .hasMessageContaining("not known");
      assertThatThrownBy(() -> nobody.keyTo(description, "there"))
          .hasMessageContaining("not known");
      assertThat(asked).containsExactly(false);

      asked.clear();
      KeyRing somebody =
          new KeyRing()
              .asking(
                  (where, wrong) -> {
                    asked.add(wrong);
                    return Optional.of(asked.size() < 3 ? Passphrase.of("kite") : KITE);
                  });
      desk.restart(somebody);
      assertThat(asked).containsExactly(false, true, true);
      assertThat(desk.office().stores().facts(id).encrypted()).isTrue();
    }
  }

  @Test
  void thePrintedKeyOpensItAndAnotherPassphraseDoesFromThenOn() throws Exception {
    Passphrase other = Passphrase.of("webbing and brass");
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      KeyRing ring = new KeyRing();
      ring.recover(Store.describedIn(base.resolve("store")), "there", PRINTED);
      desk.restart(ring);
      desk.office()
          .stores()
          .encryption()
          .change(desk.shelf().store(), Encryption.chosen(other, Optional.empty()));

      desk.restart(new KeyRing().with(other));
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThatThrownBy(() -> desk.restart(new KeyRing().with(KITE)))
          .hasMessageContaining("not the passphrase");
      RecoveryKey wrong = RecoveryKey.random(new Random(4));
      assertThatThrownBy(
              () -> ring.recover(Store.describedIn(base.resolve("store")), "there", wrong))
          .hasMessageContaining("recovery key does not open");
      desk.restart(new KeyRing().with(other));
    }
  }

  @Test
  void aPassphraseThatIsFoundByTryingIsRefused() {
    assertThatThrownBy(() -> Encryption.chosen(Passphrase.of("kite 91"), Optional.empty()))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("fewer than 10");
  }

  @Test
  void aKeyFileOpensItsStoreUnlessOthersCanReadIt() throws Exception {
    Path file = base.resolve("key");
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      desk.office().stores().encryption().writeKey(desk.shelf().store(), file);
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
          .isEqualTo("rw-------");
      KeyRing ring = new KeyRing();
      KeyFile.read(file, ring);
      desk.restart(ring);
      desk.model().assertAgrees(desk.office(), desk.shelf());

      Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r-----"));
      assertThatThrownBy(() -> KeyFile.read(file, new KeyRing()))
          .hasMessageContaining("may be read by others");
    }
  }

  /** As where the process dies after the first file: nobody clears up. */
  private static Progress killed() {
    return new Progress() {
      @Override
      public void phase(Phase phase, long items, long bytes) {
        // Nobody looks.
      }

      @Override
      public void advanced(long items, long bytes) {
        throw new IllegalStateException("killed");
      }

      @Override
      public boolean cancelled() {
        return false;
      }
    };
  }

  private static Progress stoppedAfter(int files) {
    int[] left = {files};
    return new Progress() {
      @Override
      public void phase(Phase phase, long items, long bytes) {
        // Nobody looks.
      }

      @Override
      public void advanced(long items, long bytes) {
        left[0]--;
      }

      @Override
      public boolean cancelled() {
        return left[0] <= 0;
      }
    };
  }

  @Test
  void aPlainStoreBecomesAnEncryptedOneWithTheSameHistory() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk);
      String id = desk.shelf().store();
      List<Revision> before = desk.life(planted(1) + "/" + planted(101) + ".txt").revisions();
      Encryption encryption = desk.office().stores().encryption();
      Path to = base.resolve("sealed");
      assertThat(encryption.rehearse(id, to).bytes()).isPositive();
      assertThat(to).doesNotExist();

      // Stopped on its way it is no store, and the plain one goes on.
      assertThatThrownBy(() -> encryption.encrypt(id, to, SECRECY, stoppedAfter(1)))
          .isInstanceOf(CancelledException.class);
      assertThat(Store.liesIn(to)).isFalse();
      assertThatThrownBy(
              () ->
                  encryption.encrypt(
                      id,
                      to,
                      new Secrecy(
                          Passphrase.of("another one"), new Stretching(64, 1, 1), Optional.empty()),
                      Progress.NONE))
          .isInstanceOf(LockedStoreException.class);
      desk.write("late.txt", "in between");
      desk.capture();

      RecoveryKey told = RecoveryKey.random(new Random(5));
      encryption.encrypt(
          id, to, new Secrecy(KITE, SECRECY.cost(), Optional.of(told)), Progress.NONE);

      // The key that is told at the end is the one that opens it, not that of the first try.
      new KeyRing().recover(Store.describedIn(to), "there", told);
      assertThat(desk.office().stores().facts(id).folder()).isEqualTo(to);
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThat(desk.life(planted(1) + "/" + planted(101) + ".txt").revisions()).isEqualTo(before);
      assertThat(desk.office().stores().verify(id, VerifyDepth.CONTENT, Progress.NONE).damaged())
          .isEmpty();
      desk.write("later.txt", "and goes on");
      desk.capture();
      desk.restart(new KeyRing().with(KITE));
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThatThrownBy(
              () -> desk.office().stores().encryption().encrypt(id, to, SECRECY, Progress.NONE))
          .hasMessageContaining("encrypted already");
    }
    assertThat(found(base.resolve("sealed"), base.resolve("home"))).isEmpty();
  }

  @Test
  void whatLiesElsewhereAlreadyIsNotOverwritten() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk);
      String id = desk.shelf().store();
      Encryption encryption = desk.office().stores().encryption();
      Files.createDirectories(base.resolve("full"));
      Files.writeString(base.resolve("full/letter.txt"), "keep me");

      assertThatThrownBy(() -> encryption.encrypt(id, base.resolve("full"), SECRECY, Progress.NONE))
          .hasMessageContaining("not empty");
      assertThatThrownBy(
              () -> encryption.encrypt(id, base.resolve("store/in"), SECRECY, Progress.NONE))
          .hasMessageContaining("inside each other");
      assertThat(base.resolve("full/letter.txt")).hasContent("keep me");
    }
  }

  @Test
  void aMirrorOfItIsEncryptedTooAndBecomesTheStore() throws Exception {
    try (TestDesk desk = new TestDesk(base, SECRECY)) {
      work(desk);
      String id = desk.shelf().store();
      Mirrors mirrors = desk.office().stores().mirrors();
      var unused = mirrors.set(id, base.resolve("second"), Progress.NONE);
      assertThat(mirrors.check(id, Progress.NONE)).isZero();
      assertThat(found(base.resolve("second"))).isEmpty();

      Files.move(base.resolve("store"), base.resolve("away"));
      mirrors.become(base.resolve("second"));
      desk.model().assertAgrees(desk.office(), desk.shelf());
    }
  }
}
