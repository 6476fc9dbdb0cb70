package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.Checkups;
import org.mendedleaf.core.stores.VerifyDepth;

/** A store is gone over a slice at a time, and when each sheaf was read is known. */
class CheckupsTest {

  private static final int SHEAVES = 10;

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void sheavesOfAboutOneSize() throws Exception {
    desk = new TestDesk(base);
    Random random = new Random(2);
    for (int i = 0; i < SHEAVES; i++) {
      byte[] noise = new byte[50_000];
      random.nextBytes(noise);
      desk.write("noise " + i + ".bin", noise);
      desk.capture();
    }
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private Checkups checkups() throws IOException {
    return desk.office().stores().checkups(desk.shelf().store());
  }

  private Checkup state() throws IOException {
    return checkups().state();
  }

  private int slice() throws IOException {
    return checkups().slice(Progress.NONE);
  }

  private List<Path> sheaves() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(file -> file.toString().endsWith(".sheaf")).sorted().toList();
    }
  }

  private static void flip(Path sheaf) throws IOException {
    byte[] bytes = Files.readAllBytes(sheaf);
    bytes[bytes.length / 2] ^= 4;
    Files.write(sheaf, bytes);
  }

  @Test
  void theWholeStoreIsReadOnceWithinAMonthAndAgainInTheNext() throws Exception {
    assertThat(state().oldest()).isEmpty();
    assertThat(state().share()).isZero();
    Instant begin = desk.clock().instant();
    int read = 0;
    int most = 0;
    for (int hour = 0; hour < 30 * 24; hour++) {
      int slice = slice();
      read += slice;
      most = Math.max(most, slice);
      desk.clock().forward(Duration.ofHours(1));
    }
    assertThat(read).as("each once").isBetween(sheaves().size(), sheaves().size() + 3);
    assertThat(most).as("a little at a time").isLessThanOrEqualTo(3);
    assertThat(state().share()).isEqualTo(1);
    assertThat(state().oldest().orElseThrow()).isAfterOrEqualTo(begin);
    for (int hour = 0; hour < 30 * 24; hour++) {
      slice();
      desk.clock().forward(Duration.ofHours(1));
    }
    assertThat(state().oldest().orElseThrow()).isAfter(begin.plus(Duration.ofDays(29)));
    assertThat(state().share()).isEqualTo(1);
  }

  @Test
  void aDeskThatWasOffCatchesUpAndAskedTwiceInAnHourDoesNothing() throws Exception {
    assertThat(slice()).isPositive();
    assertThat(slice()).isZero();
    desk.clock().forward(Duration.ofMinutes(50));
    assertThat(slice()).isZero();
    desk.restart();
    desk.clock().forward(Duration.ofDays(15));
    assertThat(slice()).as("half of it").isBetween(SHEAVES / 2 - 1, SHEAVES / 2 + 3);
    desk.clock().forward(Duration.ofDays(400));
    assertThat(slice()).isEqualTo(sheaves().size());
    assertThat(slice()).isZero();
  }

  @Test
  void howeverMuchIsDueASliceIsSmallAndTheNextGoesOn() throws Exception {
    desk.clock().forward(Duration.ofHours(1));
    slice();
    desk.clock().forward(Duration.ofDays(60));
    int read = 0;
    for (int slices = 0; slices < 30 && state().share() < 1; slices++) {
      int now = checkups().slice(60_000, Progress.NONE);
      assertThat(now).as("about 60 KB").isBetween(1, 4);
      read += now;
    }
    assertThat(read).isEqualTo(sheaves().size());
    assertThat(slice()).isZero();
  }

  @Test
  void damageThatASliceFindsIsAMatterOfTodayUntilItIsGone() throws Exception {
    Path sheaf = sheaves().get(3);
    flip(sheaf);
    assertThat(matters()).isEmpty();
    desk.clock().forward(Duration.ofDays(31));
    slice();
    desk.clock().forward(Duration.ofDays(31));
    slice();
    assertThat(state().damaged()).isEqualTo(1);
    assertThat(matters()).singleElement().extracting(Todays.StoreDamaged::sheaves).isEqualTo(1);
    desk.restart();
    assertThat(matters()).hasSize(1);

    var done = desk.office().stores().repair(desk.shelf().store()).run(Progress.NONE);
    assertThat(done.sheaves()).isEqualTo(1);
    assertThat(matters()).isEmpty();
    assertThat(state().damaged()).isZero();
  }

  private List<Todays.StoreDamaged> matters() throws IOException {
    return desk.office().todays().look().matters().stream()
        .filter(Todays.StoreDamaged.class::isInstance)
        .map(Todays.StoreDamaged.class::cast)
        .toList();
  }

  private static final class StoppedAfter implements Progress {
    private final AtomicInteger left;

    StoppedAfter(int sheaves) {
      left = new AtomicInteger(sheaves);
    }

    @Override
    public void phase(Phase phase, long items, long bytes) {}

    @Override
    public void advanced(long items, long bytes) {
      left.decrementAndGet();
    }

    @Override
    public boolean cancelled() {
      return left.get() <= 0;
    }
  }

  @Test
  void aDeepCheckThatWasStoppedGoesOnWhereItWas() throws Exception {
    String store = desk.shelf().store();
    assertThatThrownBy(
            () -> desk.office().stores().verify(store, VerifyDepth.DEEP, new StoppedAfter(4)))
        .isInstanceOf(CancelledException.class);
    assertThat(state().share()).isBetween(0.3, 0.5);
    Path unread = sheaves().get(0);
    desk.clock().forward(Duration.ofHours(2));
    var report = desk.office().stores().verifyOn(store, VerifyDepth.DEEP, Progress.NONE);
    assertThat(report.damaged()).isEmpty();
    assertThat(state().share()).isEqualTo(1);
    assertThat(state().oldest()).contains(desk.clock().instant().minus(Duration.ofHours(2)));

    flip(unread);
    assertThat(desk.office().stores().verifyOn(store, VerifyDepth.DEEP, Progress.NONE).damaged())
        .as("all was read within a day")
        .isEmpty();
    desk.clock().forward(Duration.ofDays(2));
    assertThat(desk.office().stores().verifyOn(store, VerifyDepth.DEEP, Progress.NONE).damaged())
        .isNotEmpty();
    assertThat(state().damaged()).isEqualTo(1);
  }

  @Test
  void aFileOfDatesThatCannotBeReadMeansThatEverythingIsDue() throws Exception {
    var unused =
        desk.office().stores().verify(desk.shelf().store(), VerifyDepth.DEEP, Progress.NONE);
    Path dates = base.resolve("home/checks").resolve(desk.shelf().store() + ".json");
    for (String text : List.of("", "{}", "{\"sheaves\":{\"x\":{\"at\":\"noon\"}}}", "[1")) {
      Files.writeString(dates, text);
      assertThat(state().share()).as(text).isZero();
    }
    desk.clock().forward(Duration.ofHours(1));
    assertThat(slice()).isPositive();
  }
}
