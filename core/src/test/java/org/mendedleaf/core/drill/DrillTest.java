package org.mendedleaf.core.drill;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drill.DrillCertificate.DrillProof;
import org.mendedleaf.core.drill.Drills.DrillOrder;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;

/** A drill proves what it says, and says what it cannot prove. */
class DrillTest {

  @TempDir Path base;
  private TestDesk desk;
  private boolean hurt;

  @BeforeEach
  void someYearsOfWork() throws Exception {
    desk = new TestDesk(base);
    Random random = new Random(11);
    byte[] plot = new byte[3_000_000];
    random.nextBytes(plot);
    desk.write("plots/loft.bin", plot);
    Files.createSymbolicLink(desk.file("newest"), Path.of("lists/prices.csv"));
    for (int i = 0; i < 6; i++) {
      desk.write("lists/prices.csv", "article;price\n" + "jib;41%d\n".formatted(i).repeat(i + 1));
      desk.write("letters/letter %d.txt".formatted(i), "Dear sailmaker,\nit is torn.\n");
      desk.capture();
    }
  }

  @AfterEach
  void close() {
    if (hurt) {
      desk.closeAsItIs();
    } else {
      desk.close();
    }
  }

  private Drills drills() {
    return desk.office().drills();
  }

  private DrillCertificate drill() throws IOException {
    return drills().run(DrillOrder.ofStore(desk.shelf().store()), Progress.NONE);
  }

  private DrillOrder everything() {
    return new DrillOrder(
        desk.shelf().store(), OptionalLong.empty(), Drills.HowMuch.ALL, Optional.empty());
  }

  private static List<String> left() throws IOException {
    Path temporary = Path.of(System.getProperty("java.io.tmpdir"));
    try (Stream<Path> there = Files.list(temporary)) {
      return there
          .map(path -> path.getFileName().toString())
          .filter(name -> name.startsWith("mended-leaf-drill-"))
          .toList();
    }
  }

  @Test
  void whatComesBackIsProvenOpenedAndInTheLedger() throws Exception {
    DrillCertificate certificate = drill();
    assertThat(certificate.failed()).isEmpty();
    assertThat(certificate.figures().of()).isEqualTo(14);
    assertThat(certificate.whole()).isEqualTo(certificate.proofs().size()).isBetween(9, 14);
    assertThat(certificate.fullRecovery()).isPositive();
    assertThat(certificate.figures().bytes()).isGreaterThan(3_000_000);

    // The oldest, the largest, a link and each kind are always among them.
    assertThat(certificate.proofs())
        .extracting(DrillProof::where)
        .anyMatch(where -> where.endsWith("plots/loft.bin"))
        .anyMatch(where -> where.endsWith(": newest"))
        .anyMatch(where -> where.endsWith(".csv"))
        .anyMatch(where -> where.endsWith(".txt"));
    assertThat(certificate.proofs()).anyMatch(proof -> proof.revision().orElseThrow() == 0);
    DrillProof letter =
        certificate.proofs().stream()
            .filter(proof -> proof.where().endsWith(".txt"))
            .findFirst()
            .orElseThrow();
    assertThat(letter.found()).contains("2 lines");
    assertThat(letter.content()).hasSize(64);
    assertThat(certificate.proofs())
        .filteredOn(proof -> proof.where().endsWith("loft.bin"))
        .allMatch(proof -> proof.whole() && proof.found().isEmpty());

    // Another process reads the same out of the ledger.
    desk.restart();
    assertThat(drills().last(desk.shelf().store())).contains(certificate);
    assertThat(certificate.act().orElseThrow().act()).isEqualTo(Act.DRILL);
    assertThat(desk.office().stores().chain(desk.shelf().store())).isEmpty();
    assertThat(desk.office().todays().look().matters())
        .noneMatch(Todays.DrillFailed.class::isInstance);
  }

  @Test
  void whatWasRecoveredIsGoneAfterwardsUnlessSomebodyWantsIt() throws Exception {
    List<String> before = left();
    var unused = drill();
    assertThat(left()).isEqualTo(before);
    Path to = base.resolve("to look at");
    DrillOrder kept =
        new DrillOrder(
            desk.shelf().store(),
            OptionalLong.of(desk.shelf().id()),
            Drills.HowMuch.SAMPLE,
            Optional.of(to));
    DrillCertificate certificate = drills().run(kept, Progress.NONE);
    try (Stream<Path> there = Files.list(to)) {
      assertThat(there.count()).isEqualTo(certificate.figures().sampled());
    }
    assertThat(certificate.act().orElseThrow().shelf()).hasValue(desk.shelf().id());
    assertThatThrownBy(() -> drills().run(kept, Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("is not empty");
  }

  @Test
  void whatAKilledDrillLeftGoesWithTheNext() throws Exception {
    Path left = Files.createTempDirectory("mended-leaf-drill-");
    Files.writeString(left.resolve("00001 prices.csv"), "x");
    Path home = base.resolve("home");
    org.mendedleaf.core.desk.DeskFile.at(home.resolve("drill-scratch.txt")).write(left.toString());
    var unused = drill();
    assertThat(left).doesNotExist();
    // Whatever a note says, nothing but our own folders is taken away.
    Path other = Files.createDirectory(base.resolve("somebody's"));
    org.mendedleaf.core.desk.DeskFile.at(home.resolve("drill-scratch.txt")).write(other.toString());
    unused = drill();
    assertThat(other).exists();
  }

  @Test
  void everyRevisionIsTriedIfThatIsWanted() throws Exception {
    DrillCertificate certificate = drills().run(everything(), Progress.NONE);
    assertThat(certificate.figures().sampled()).isEqualTo(14);
    assertThat(certificate.proofs()).hasSize(14);
    assertThat(certificate.figures().opened()).isEqualTo(12);
  }

  /** One flipped bit in the sampled content. */
  @Tag("plain")
  @Test
  void aFlippedBitFailsItAndTheFileIsTheFirstThingThatTodaySays() throws Exception {
    flipIn("loft.bin");
    DrillCertificate certificate = drill();
    assertThat(certificate.failed())
        .singleElement()
        .satisfies(
            proof -> {
              assertThat(proof.where()).isEqualTo("Desk of home: plots/loft.bin");
              assertThat(proof.why()).isNotBlank();
            });
    assertThat(certificate.proofs().get(0).whole()).isFalse();
    assertThat(certificate.whole()).isEqualTo(certificate.figures().sampled() - 1);
    assertThat(desk.office().todays().look().matters().get(0))
        .isInstanceOfSatisfying(
            Todays.DrillFailed.class,
            matter -> {
              assertThat(matter.first()).isEqualTo("Desk of home: plots/loft.bin");
              assertThat(matter.failed()).isEqualTo(1);
              assertThat(matter.act()).isEqualTo(certificate.act().orElseThrow().id());
            });
    Report report = CertificateReport.of(certificate, ZoneOffset.UTC);
    assertThat(report.rows().get(0)).contains("failed", "Desk of home: plots/loft.bin");
    assertThat(String.join(" ", report.said())).contains("1 failed").contains("Done by maren");
  }

  private void flipIn(String name) throws Exception {
    hurt = true;
    FileLife life = desk.life("plots/" + name);
    byte[] content = desk.content(life, 0);
    desk.office().close();
    byte[] part = new byte[64];
    System.arraycopy(content, 1_000_000, part, 0, part.length);
    String wanted = new String(part, StandardCharsets.ISO_8859_1);
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      for (Path sheaf : files.filter(file -> file.toString().endsWith(".sheaf")).toList()) {
        byte[] bytes = Files.readAllBytes(sheaf);
        int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf(wanted);
        if (at >= 0) {
          bytes[at + 7] ^= 4;
          Files.write(sheaf, bytes);
          desk.restart();
          return;
        }
      }
    }
    throw new AssertionError("noise is stored as it is");
  }

  @Test
  void whatOpensOtherwiseThanItOnceDidDoesNotCountAsOpened() throws Exception {
    desk.close();
    Path home = base.resolve("home");
    var settings = desk.office().settings();
    try (OpenDesk open = new OpenDesk(settings, Desk.load(home, settings.random()))) {
      OpenStore store = open.store(desk.shelf().store());
      Map<Long, RecordedShelf> shelves =
          Map.of(desk.shelf().id(), store.catalogue().shelves().all().get(0));
      List<Revision> letters =
          store.catalogue().files().allOf(desk.shelf().id()).stream()
              .filter(one -> one.state().path().name().endsWith(".txt"))
              .toList();
      Path folder = Files.createDirectory(base.resolve("scratch"));
      DrillRun run =
          new DrillRun(
              store,
              open.insides(),
              folder,
              false,
              shelves,
              Map.of(letters.get(0).file(), Map.of(letters.get(0).number(), "3 lines")));
      run.run(letters, Progress.NONE);
      assertThat(run.proven().get(0).why())
          .isEqualTo("a reader found 3 lines in it once and finds 2 lines now");
      assertThat(run.proven()).allMatch(item -> item.outcome() == Outcome.RECOVERED);
      assertThat(run.opened()).isEqualTo(letters.size() - 1);
      assertThat(folder).isEmptyDirectory();
      assertThat(run.forecast(600, 1, 0)).isGreaterThan(run.forecast(6, 1, 0));
    }
    desk.restart();
  }

  @Test
  void itIsDueAMonthAfterTheLastAndNeverIfSomebodySaysSo() throws Exception {
    String store = desk.shelf().store();
    assertThat(drills().isDue(store)).isFalse();
    desk.clock().forward(Duration.ofDays(31));
    assertThat(drills().isDue(store)).isTrue();
    assertThat(drills().runIfDue(store, Progress.NONE)).isTrue();
    assertThat(drills().runIfDue(store, Progress.NONE)).isFalse();
    drills().setRhythm(store, Optional.of(Duration.ofDays(7)));
    desk.clock().forward(Duration.ofDays(8));
    assertThat(drills().isDue(store)).isTrue();
    drills().setRhythm(store, Optional.empty());
    desk.restart();
    assertThat(drills().rhythm(store)).isEmpty();
    assertThat(drills().isDue(store)).isFalse();
  }

  @Test
  void whatIsDueInAnEmptyStoreIsLeftAloneWithoutAWord() throws Exception {
    String empty = desk.office().stores().make(base.resolve("empty store")).id();
    desk.clock().forward(Duration.ofDays(40));
    assertThat(drills().isDue(empty)).isTrue();
    assertThat(drills().runIfDue(empty, Progress.NONE)).isFalse();
  }

  @Test
  void whileOneRunsAnotherSaysSoAndLeavesItsScratchPlaceAlone() throws Exception {
    AtomicReference<Throwable> refused = new AtomicReference<>();
    Progress meddling =
        new Progress() {
          @Override
          public void phase(Phase phase, long items, long bytes) {
            Thread other =
                new Thread(
                    () -> refused.set(catchThrowable(DrillTest.this::drill)), "another drill");
            other.start();
            try {
              other.join();
            } catch (InterruptedException e) {
              throw new AssertionError(e);
            }
          }

          @Override
          public void advanced(long items, long bytes) {}

          @Override
          public boolean cancelled() {
            return false;
          }
        };
    assertThat(drills().run(everything(), meddling).failed()).isEmpty();
    assertThat(refused.get())
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("A drill is running already");
  }

  @Test
  void aStoppedDrillIsNoDrill() throws Exception {
    Progress stop =
        new Progress() {
          private long done;

          @Override
          public void phase(Phase phase, long items, long bytes) {}

          @Override
          public void advanced(long items, long bytes) {
            done += items;
          }

          @Override
          public boolean cancelled() {
            return done >= 2;
          }
        };
    List<String> before = left();
    assertThatThrownBy(() -> drills().run(everything(), stop))
        .isInstanceOf(CancelledException.class);
    assertThat(drills().last(desk.shelf().store())).isEmpty();
    assertThat(left()).isEqualTo(before);
  }

  @Test
  void whatIsErasedIsNoLongerOnTheCertificate() throws Exception {
    DrillCertificate certificate = drills().run(everything(), Progress.NONE);
    FileLife letter = desk.life("letters/letter 3.txt");
    Files.delete(desk.file("letters/letter 3.txt"));
    desk.capture();
    desk.office().erasures().erase(letter.ref(), Set.of(), "letter 3.txt");
    DrillCertificate after =
        drills().certificate(desk.shelf().store(), certificate.act().orElseThrow().id());
    assertThat(after.proofs()).hasSize(13).noneMatch(proof -> proof.where().contains("letter 3"));
    assertThat(after.figures()).isEqualTo(certificate.figures());
  }

  @Test
  void whereNothingIsRecordedThereIsNothingToTry() throws Exception {
    Path other = base.resolve("empty store");
    String store = desk.office().stores().make(other).id();
    assertThatThrownBy(() -> drills().run(DrillOrder.ofStore(store), Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("Nothing is recorded yet");
    assertThatThrownBy(() -> drills().certificate(store, 0))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("is no drill");
  }
}
