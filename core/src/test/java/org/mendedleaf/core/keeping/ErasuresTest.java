package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Copies;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.stores.VerifyDepth;

/** What was erased is nowhere any more, and everything else is as it was. */
class ErasuresTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  /** Bytes that no compression hides. */
  private static byte[] noise(int seed, int length) {
    byte[] bytes = new byte[length];
    new Random(seed).nextBytes(bytes);
    return bytes;
  }

  private static byte[] withNoise(String text, byte[] noise) {
    byte[] head = text.getBytes(StandardCharsets.UTF_8);
    byte[] all = java.util.Arrays.copyOf(head, head.length + noise.length);
    System.arraycopy(noise, 0, all, head.length, noise.length);
    return all;
  }

  /** Files of the store and of the desk in which these bytes stand as they are. */
  private List<Path> filesWith(byte[] marker) throws IOException {
    try (Stream<Path> store = Files.walk(base.resolve("store"));
        Stream<Path> home = Files.walk(base.resolve("home"))) {
      return Stream.concat(store, home)
          .filter(Files::isRegularFile)
          .filter(file -> holds(file, marker))
          .toList();
    }
  }

  private static boolean holds(Path file, byte[] marker) {
    try {
      String all = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
      return all.contains(new String(marker, StandardCharsets.ISO_8859_1));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** Everything that the store holds, decoded. */
  private String metadata() throws IOException {
    return org.mendedleaf.core.store.StoredText.of(base.resolve("store"));
  }

  private boolean hasPacked() throws IOException {
    return desk.office().stores().ledger(desk.shelf().store()).stream()
        .anyMatch(entry -> entry.act() == Act.PACK);
  }

  private void assertIntact() throws Exception {
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(
            desk.office()
                .stores()
                .verify(desk.shelf().store(), VerifyDepth.DEEP, Progress.NONE)
                .damaged())
        .isEmpty();
  }

  @Tag("plain")
  @Test
  void oneRevisionGoesAndThoseThatLeanOnItStay() throws Exception {
    byte[] secret = noise(7, 3000);
    String lines = "the same line of the list\n".repeat(400);
    for (int i = 0; i < 6; i++) {
      desk.write(
          "list.csv", i == 2 ? withNoise(lines, secret) : withNoise(lines + i, noise(i, 50)));
      desk.write("other.txt", "beside " + i + lines);
      desk.capture();
    }
    FileLife before = desk.life("list.csv");
    desk.office().sayings().note(before.ref(), 2, "the one with SECRETWORD in it");
    byte[] third = desk.content(before, 3);
    assertThat(filesWith(java.util.Arrays.copyOf(secret, 200))).isNotEmpty();

    Erasures.Consequences told = desk.office().erasures().rehearse(before.ref(), Set.of(2));
    long size = sheafBytes();
    Erasures.ErasureDone erased =
        desk.office().erasures().erase(before.ref(), Set.of(2), "list.csv");

    assertThat(erased.freed()).isEqualTo(told.freed()).isEqualTo(size - sheafBytes());
    assertThat(told.current().orElseThrow().number()).isEqualTo(5);
    FileLife after = desk.life("list.csv");
    assertThat(after.revisions()).extracting(r -> r.number()).containsExactly(0, 1, 3, 4, 5);
    assertThat(desk.content(after, 3)).isEqualTo(third);
    assertThat(filesWith(java.util.Arrays.copyOf(secret, 200))).isEmpty();
    assertThat(metadata()).doesNotContain("SECRETWORD");
    assertThat(filesWith("SECRETWORD".getBytes(StandardCharsets.UTF_8))).isEmpty();
    assertIntact();
    assertThat(desk.life("list.csv").revisions()).isEqualTo(after.revisions());
    desk.write("list.csv", "goes on");
    desk.capture();
    assertThat(desk.life("list.csv").newest().number()).isEqualTo(6);
  }

  private long sheafBytes() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  @Test
  void whatADeadWriterLeftGoesAndWhatALivingOneWritesStays() throws Exception {
    byte[] secret = noise(3, 4000);
    desk.write("list.csv", withNoise("", secret));
    desk.capture();
    Path folder = Files.createDirectories(base.resolve("store/sheaves/aa"));
    Path dead = Files.write(folder.resolve("aabbccddeeffgghhiijjkkllmm.pending"), secret);
    Files.setLastModifiedTime(
        dead, java.nio.file.attribute.FileTime.from(Instant.now().minusSeconds(7200)));
    Path alive = Files.writeString(base.resolve("store/log/000000000999-ab.pending"), "begun");
    FileRef list = desk.life("list.csv").ref();
    long told = desk.office().erasures().rehearse(list, Set.of()).freed();
    long size = sheafBytes();

    Erasures.ErasureDone erased = desk.office().erasures().erase(list, Set.of(), "list.csv");

    assertThat(erased.freed()).isEqualTo(told).isEqualTo(size - sheafBytes());
    assertThat(filesWith(java.util.Arrays.copyOf(secret, 200))).isEmpty();
    assertThat(alive).exists();
  }

  @Test
  void whatPackingHasPutAsideAMomentBeforeGoesWithIt() throws Exception {
    byte[] secret = noise(11, 3000);
    for (int i = 0; !hasPacked(); i++) {
      assertThat(i).isLessThan(100);
      desk.write("list.csv", i == 3 ? withNoise("list", secret) : noise(100 + i, 300));
      desk.capture();
    }
    // Other desks may read for ten minutes yet what was packed; not what was erased since.
    desk.clock().forward(Duration.ofMinutes(1));
    FileLife life = desk.life("list.csv");
    Erasures.Consequences told = desk.office().erasures().rehearse(life.ref(), Set.of(3));
    long size = sheafBytes();

    Erasures.ErasureDone erased = desk.office().erasures().erase(life.ref(), Set.of(3), "list.csv");

    assertThat(erased.freed()).isEqualTo(told.freed()).isEqualTo(size - sheafBytes());
    assertThat(filesWith(java.util.Arrays.copyOf(secret, 200))).isEmpty();
    assertIntact();
    assertThat(sheafBytes()).isEqualTo(size - erased.freed());
  }

  @Tag("plain")
  @Test
  void aFileGoesWithItsNamesNotesAndReceipts() throws Exception {
    byte[] secret = noise(9, 5000);
    desk.write("keep.txt", "stays");
    desk.write("PLOVERCASE divorce.txt", withNoise("one", secret));
    desk.capture();
    Files.move(desk.file("PLOVERCASE divorce.txt"), desk.file("QUAILCASE.txt"));
    desk.capture();
    desk.write("QUAILCASE.txt", withNoise("two", secret));
    desk.capture();
    FileLife life = desk.life("QUAILCASE.txt");
    desk.office().sayings().note(life.ref(), 1, "SECRETWORD");
    var unused =
        desk.office()
            .recoveries()
            .run(
                desk.tray(Handling.IN_PLACE, new Pick.OfRevision(life.file().id(), 0)),
                Progress.NONE);
    Files.delete(desk.file("QUAILCASE.txt"));
    desk.capture();

    Erasures.ErasureDone erased =
        desk.office().erasures().erase(life.ref(), Set.of(), "QUAILCASE.txt");

    assertThat(erased.everything()).isTrue();
    for (String word : List.of("PLOVERCASE", "QUAILCASE", "SECRETWORD")) {
      assertThat(metadata()).doesNotContain(word);
      assertThat(filesWith(word.getBytes(StandardCharsets.UTF_8))).as(word).isEmpty();
    }
    assertThat(filesWith(java.util.Arrays.copyOf(secret, 200))).isEmpty();
    assertThatThrownBy(() -> desk.office().files().life(life.ref()))
        .isInstanceOf(IOException.class);
    assertIntact();
    desk.write("new.txt", "a new file");
    desk.capture();
    assertThat(desk.life("new.txt").file().id()).isGreaterThan(life.file().id());
    assertThat(desk.content(desk.life("keep.txt"), 0))
        .isEqualTo("stays".getBytes(StandardCharsets.UTF_8));
    assertThat(
            desk.office()
                .moments()
                .tree(
                    desk.shelf(),
                    InnerPath.ROOT,
                    new org.mendedleaf.core.history.Moment.At(desk.clock().instant())))
        .hasSize(2);
  }

  private void assertNowhere(String word, byte[] content) throws Exception {
    assertThat(metadata()).doesNotContain(word);
    assertThat(filesWith(word.getBytes(StandardCharsets.UTF_8))).as(word).isEmpty();
    assertThat(filesWith(java.util.Arrays.copyOf(content, 200))).isEmpty();
  }

  @Tag("plain")
  @Test
  void whatWasBroughtInGoesWithWhatSaidWhereItCameFrom() throws Exception {
    desk.write("guide.txt", "the guide");
    desk.capture();
    byte[] edition = noise(4, 5000);
    Path mail = Files.createDirectories(base.resolve("mail"));
    Path arrival = Files.write(mail.resolve("ARRIVALCASE.txt"), edition);
    FileRef guide = desk.life("guide.txt").ref();
    Intake.TakenIn onto = desk.office().intake().bringIn(arrival, guide, "", true);
    desk.write("guide.txt", "the guide, another");
    desk.capture();
    desk.office().erasures().erase(guide, Set.of(onto.brought().revision()), "guide.txt");
    assertNowhere("ARRIVALCASE", edition);

    byte[] fresh = noise(5, 5000);
    Path other = Files.write(mail.resolve("FRESHCASE.txt"), fresh);
    Intake.TakenIn made =
        desk.office()
            .intake()
            .bringInNew(other, desk.shelf(), new InnerPath("NEWCASE.txt"), "", true);
    Files.delete(desk.file("NEWCASE.txt"));
    desk.capture();
    desk.office().erasures().erase(made.file(), Set.of(), "NEWCASE.txt");
    assertNowhere("FRESHCASE", fresh);
    assertNowhere("NEWCASE", fresh);
    assertIntact();
  }

  @Test
  void theLedgerKeepsTheNameWhereThatIsWanted() throws Exception {
    desk.write("stays.txt", "stays");
    desk.write("contract with Lund.txt", "secret");
    desk.capture();
    FileRef contract = desk.life("contract with Lund.txt").ref();
    Files.delete(desk.file("contract with Lund.txt"));
    desk.capture();
    Erasures.ErasureDone erased =
        desk.office().erasures().erase(contract, Set.of(), "contract with Lund.txt", true);
    assertIntact();
    assertThat(desk.office().stores().ledger(desk.shelf().store()))
        .filteredOn(entry -> entry.id() == erased.act())
        .singleElement()
        .satisfies(entry -> assertThat(entry.about()).contains("contract with Lund.txt"));
  }

  @Tag("plain")
  @Test
  void gatheredCopiesGoWithTheNamesThatTheyHad() throws Exception {
    byte[] secret = noise(6, 5000);
    desk.write("stays.txt", "stays");
    for (int i = 1; i < 4; i++) {
      desk.write("COPYCASE v%d.txt".formatted(i), withNoise("edition " + i, secret));
    }
    desk.capture();
    List<InnerPath> copies =
        List.of(new InnerPath("COPYCASE v1.txt"), new InnerPath("COPYCASE v2.txt"));
    desk.office()
        .gatherings()
        .gather(
            desk.shelf(), List.of(new Copies(new InnerPath("ONECASE.txt"), copies)), Progress.NONE);
    FileRef one = desk.life("ONECASE.txt").ref();
    FileRef first = desk.life("COPYCASE v1.txt").ref();
    FileRef second = desk.life("COPYCASE v2.txt").ref();
    FileRef third = desk.life("COPYCASE v3.txt").ref();
    for (String name : List.of("ONECASE.txt", "COPYCASE v3.txt")) {
      Files.delete(desk.file(name));
    }
    desk.capture();
    desk.office().erasures().erase(one, Set.of(), "ONECASE.txt");
    assertThat(metadata()).doesNotContain("ONECASE");
    desk.office().erasures().erase(first, Set.of(), "COPYCASE v1.txt");
    desk.office().erasures().erase(second, Set.of(), "COPYCASE v2.txt");
    desk.office().erasures().erase(third, Set.of(), "COPYCASE v3.txt");
    assertNowhere("COPYCASE", secret);
    assertIntact();
  }

  @Test
  void sharedContentStaysWhereItIsNeeded() throws Exception {
    desk.write("a.txt", "the same in both, and long enough to be worth a record\n");
    desk.write("b.txt", "the same in both, and long enough to be worth a record\n");
    desk.capture();
    FileLife a = desk.life("a.txt");
    assertThat(desk.office().erasures().rehearse(a.ref(), Set.of()).elsewhere())
        .containsExactly("b.txt");
    var unused = desk.office().erasures().erase(a.ref(), Set.of(), "a.txt");
    assertThat(desk.content(desk.life("b.txt"), 0)).isNotEmpty();
    assertIntact();
  }

  @Test
  void aHeldRevisionAnotherNameAndAWrongNumberAreRefused() throws Exception {
    desk.write("a.txt", "one");
    desk.capture();
    desk.write("a.txt", "two");
    desk.capture();
    FileRef file = desk.life("a.txt").ref();
    desk.office().sayings().hold(file, 0, "the lawyer asked for it");
    Erasures erasures = desk.office().erasures();
    assertThatThrownBy(() -> erasures.erase(file, Set.of(), "a.txt"))
        .hasMessageContaining("is held (the lawyer asked for it)");
    assertThatThrownBy(() -> erasures.erase(file, Set.of(1), "b.txt"))
        .hasMessageContaining("is called “a.txt”");
    assertThatThrownBy(() -> erasures.erase(file, Set.of(9), "a.txt"))
        .hasMessageContaining("no revision r9");
    assertThat(erasures.rehearse(file, Set.of(1)).liesThere()).isTrue();
    assertThat(desk.life("a.txt").revisions()).hasSize(2);
  }

  @Test
  void anotherDeskThatRecordsMeanwhileLosesNothing() throws Exception {
    try (TestDesk other = new TestDesk(base, base.resolve("store"), "other")) {
      byte[] shared = noise(3, 4000);
      desk.write("a.txt", shared);
      desk.capture();
      FileRef file = desk.life("a.txt").ref();
      other.office().shelves().all();
      var unused = desk.office().erasures().erase(file, Set.of(), "a.txt");
      // This desk still knew the content as stored when it began.
      other.write("copy.txt", shared);
      other.capture();
      assertThat(other.content(other.life("copy.txt"), 0)).isEqualTo(shared);
      desk.office().shelves().all();
      assertIntact();
    }
  }

  @Test
  void partsOfLargeFilesStayWhereAnotherRevisionNeedsThem() throws Exception {
    byte[] large = noise(5, 900_000);
    byte[] changed = large.clone();
    byte[] secret = noise(6, 3000);
    System.arraycopy(secret, 0, changed, 400_000, secret.length);
    desk.write("plan.bin", large);
    desk.capture();
    desk.write("plan.bin", changed);
    desk.capture();
    desk.write("plan.bin", large);
    desk.write("second.bin", java.util.Arrays.copyOf(large, 850_000));
    desk.capture();
    FileLife life = desk.life("plan.bin");

    Erasures.ErasureDone erased = desk.office().erasures().erase(life.ref(), Set.of(1), "plan.bin");

    assertThat(erased.freed()).isBetween((long) secret.length, 600_000L);
    assertThat(filesWith(java.util.Arrays.copyOf(secret, 200))).isEmpty();
    assertThat(desk.content(desk.life("plan.bin"), 0)).isEqualTo(large);
    assertThat(desk.content(desk.life("second.bin"), 1)).hasSize(850_000);
    assertIntact();
  }

  @Test
  void whatIsErasedWhileAnotherDeskReliesOnItIsRecordedByThatDesk() throws Exception {
    byte[] shared = noise(4, 4000);
    desk.write("a.txt", shared);
    desk.capture();
    FileRef file = desk.life("a.txt").ref();
    try (TestDesk other = new TestDesk(base, base.resolve("store"), "other")) {
      other.write("copy.txt", shared);
      AtomicBoolean begun = new AtomicBoolean();
      CaptureOutcome outcome =
          other
              .office()
              .shelves()
              .capture(
                  other.shelf(),
                  false,
                  new Advanced(
                      () -> {
                        if (begun.compareAndSet(false, true)) {
                          eraseAll(file);
                        }
                      }));
      assertThat(outcome).isInstanceOf(CaptureOutcome.Done.class);
      assertThat(begun).isTrue();
      assertThat(other.content(other.life("copy.txt"), 0)).isEqualTo(shared);
    }
  }

  private void eraseAll(FileRef file) {
    try {
      var unused = desk.office().erasures().erase(file, Set.of(), "a.txt");
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** Does something whenever a file has been read. */
  private record Advanced(Runnable act) implements Progress {
    @Override
    public void phase(Phase phase, long items, long bytes) {}

    @Override
    public void advanced(long items, long bytes) {
      act.run();
    }

    @Override
    public boolean cancelled() {
      return false;
    }
  }

  /** Without a restart: the file lies there, and nothing is recorded of it any more. */
  @Test
  void aFileThatWasErasedAndStillLiesThereIsRecordedAnewByTheNextCapture() throws Exception {
    desk.write("kept on.txt", "it lies there still");
    desk.capture();
    desk.office().erasures().erase(desk.life("kept on.txt").ref(), Set.of(), "kept on.txt");
    desk.capture();
    assertThat(desk.life("kept on.txt").revisions()).hasSize(1);
    assertThat(desk.content(desk.life("kept on.txt"), desk.life("kept on.txt").newest().number()))
        .asString()
        .isEqualTo("it lies there still");
  }
}
