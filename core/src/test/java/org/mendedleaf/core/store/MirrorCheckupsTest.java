package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.MirrorCheckups;

/** A mirror is read little by little, and what is hurt in it is taken over anew. */
class MirrorCheckupsTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path mirror;

  @BeforeEach
  void aMirrorOfSeveralSheaves() throws Exception {
    desk = new TestDesk(base);
    mirror = base.resolve("elsewhere/mirror");
    Random random = new Random(9);
    for (int i = 0; i < 6; i++) {
      byte[] noise = new byte[30_000];
      random.nextBytes(noise);
      desk.write("noise.bin", noise);
      desk.capture();
    }
    var unused = desk.office().stores().mirrors().set(store(), mirror, Progress.NONE);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private String store() {
    return desk.shelf().store();
  }

  private MirrorCheckups checkups() {
    return desk.office().stores().mirrorCheckups();
  }

  private Checkup state() throws IOException {
    return checkups().state(store()).orElseThrow();
  }

  private List<Path> sheaves() throws IOException {
    try (Stream<Path> files = Files.walk(mirror.resolve("sheaves"))) {
      return files.filter(file -> file.toString().endsWith(".sheaf")).sorted().toList();
    }
  }

  private void readAll() throws IOException {
    for (int day = 0; day < 31; day++) {
      desk.clock().forward(Duration.ofDays(1));
      var unused = checkups().slice(store(), Progress.NONE);
    }
  }

  @Test
  void allOfItIsReadWithinTheTimeAndNotAtOnce() throws Exception {
    assertThat(state().share()).isZero();
    assertThat(checkups().slice(store(), 1, Progress.NONE)).as("a slice").isEqualTo(1);
    assertThat(state().share()).isGreaterThan(0).isLessThan(0.5);
    assertThat(checkups().slice(store(), Progress.NONE)).as("nothing more is due yet").isZero();
    readAll();
    assertThat(state().share()).isEqualTo(1);
    assertThat(state().damaged()).isZero();
  }

  @Test
  void whatIsDamagedOrMissingIsTakenOverAnew() throws Exception {
    Path damaged = sheaves().get(1);
    byte[] whole = Files.readAllBytes(damaged);
    byte[] hurt = whole.clone();
    hurt[hurt.length / 2] ^= 1;
    Files.write(damaged, hurt);
    Path missing = sheaves().get(3);
    Files.delete(missing);
    readAll();
    assertThat(damaged).hasBinaryContent(whole);
    assertThat(missing).exists();
    assertThat(state().damaged()).isZero();
    assertThat(desk.office().stores().mirrors().check(store(), Progress.NONE)).isZero();
  }

  @Test
  void whatTheStoreCannotGiveEitherCountsAsDamaged() throws Exception {
    Path damaged = sheaves().get(1);
    for (Path copy :
        List.of(damaged, base.resolve("store").resolve(mirror.relativize(damaged).toString()))) {
      byte[] hurt = Files.readAllBytes(copy);
      hurt[hurt.length / 2] ^= 1;
      Files.write(copy, hurt);
    }
    readAll();
    assertThat(state().damaged()).isEqualTo(1);
    desk.closeAsItIs();
    desk = new TestDesk(base.resolve("second"));
  }

  /** Takes the drive away when work looks for the third time whether it should stop. */
  private Progress pulling(Path away) {
    AtomicInteger asked = new AtomicInteger();
    return new Progress() {
      @Override
      public void phase(Phase phase, long items, long bytes) {}

      @Override
      public void advanced(long items, long bytes) {}

      @Override
      public boolean cancelled() {
        if (asked.incrementAndGet() == 3) {
          move(mirror, away);
        }
        return false;
      }
    };
  }

  @Test
  void aDriveThatIsTakenAwayInTheMiddleSaysNothingOfItsFiles() throws Exception {
    assertThat(checkups().slice(store(), 1, Progress.NONE)).isEqualTo(1);
    desk.clock().forward(Duration.ofDays(31));
    Path away = base.resolve("away");
    assertThat(checkups().slice(store(), pulling(away))).isZero();
    assertThat(mirror).as("nothing is put in its place").doesNotExist();
    assertThat(checkups().state(store())).isEmpty();
    move(away, mirror);
    assertThat(state().damaged()).isZero();
    readAll();
    assertThat(state().share()).isEqualTo(1);
  }

  @Test
  void aDriveThatIsTakenAwayWhileTheMirrorIsBroughtUpHasNothingPutInItsPlace() throws Exception {
    for (Path sheaf : sheaves()) {
      Files.delete(sheaf);
    }
    Path away = base.resolve("away");
    assertThatThrownBy(() -> desk.office().stores().mirrors().bringUp(store(), pulling(away)))
        .isInstanceOf(IOException.class);
    assertThat(mirror).doesNotExist();
    move(away, mirror);
    var unused = desk.office().stores().mirrors().bringUp(store(), Progress.NONE);
    assertThat(desk.office().stores().mirrors().check(store(), Progress.NONE)).isZero();
  }

  private static void move(Path from, Path to) {
    try {
      Files.move(from, to);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Test
  void whereThereIsNoMirrorNothingIsRead() throws Exception {
    desk.office().stores().mirrors().off(store());
    assertThat(checkups().slice(store(), Progress.NONE)).isZero();
    assertThat(checkups().state(store())).isEmpty();
  }
}
