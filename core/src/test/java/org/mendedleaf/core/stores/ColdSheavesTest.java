package org.mendedleaf.core.stores;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Comparator;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;

/** What lies in a store for long is pressed: it becomes smaller and says what it said. */
class ColdSheavesTest {

  @TempDir Path base;

  /** Orders as an office has them: alike, and never the same. */
  private static String orders(int seed, int lines) {
    Random random = new Random(seed);
    StringBuilder text = new StringBuilder("order;customer;sail;cloth;square metres;price\n");
    String[] sails = {"mainsail", "genoa", "spinnaker", "staysail", "storm jib"};
    for (int i = 0; i < lines; i++) {
      text.append(
          "%05d;Boatyard %d;%s;cloth %d g;%.1f;%d.00\n"
              .formatted(
                  i,
                  random.nextInt(40),
                  sails[random.nextInt(sails.length)],
                  200 + 10 * random.nextInt(20),
                  10 + random.nextInt(900) / 10.0,
                  500 + random.nextInt(9000)));
    }
    return text.toString();
  }

  private static void work(TestDesk desk) throws Exception {
    byte[] photo = new byte[30_000];
    new Random(4).nextBytes(photo);
    desk.write("hull.jpg", photo);
    for (int i = 0; i < 4; i++) {
      desk.write("orders.csv", orders(1, 4000) + orders(2 + i, 100 * i));
      desk.write("letters/offer " + i + ".txt", orders(20 + i, 300));
      desk.capture();
    }
  }

  private static long press(TestDesk desk) throws IOException {
    return desk.office()
        .stores()
        .coldSheaves()
        .press(desk.shelf().store(), ColdSheaves.COLD, Progress.NONE);
  }

  private long bytes() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  private static void assertEverythingIsThere(TestDesk desk) throws Exception {
    String store = desk.shelf().store();
    desk.model().assertAgrees(desk.office(), desk.shelf());
    VerifyReport found = desk.office().stores().verify(store, VerifyDepth.CONTENT, Progress.NONE);
    assertThat(found.damaged()).isEmpty();
    desk.office().stores().rebuild(store);
    desk.model().assertAgrees(desk.office(), desk.shelf());
  }

  private void pressAll(TestDesk desk) throws Exception {
    work(desk);
    assertThat(press(desk)).as("nothing is cold yet").isZero();
    desk.clock().forward(Duration.ofDays(8));
    long before = bytes();
    long freed = 0;
    for (int i = 0; i < 12; i++) {
      freed += press(desk);
    }
    assertThat(freed).isGreaterThan(before / 20);
    assertThat(press(desk)).as("each is tried once").isZero();
    assertEverythingIsThere(desk);
    desk.clock().forward(Duration.ofMinutes(11));
    var unused = desk.office().stores().upkeep(desk.shelf().store());
    assertThat(bytes()).isEqualTo(before - freed);
    assertEverythingIsThere(desk);
    // What comes later leans on what was pressed.
    desk.write("orders.csv", orders(1, 4000) + orders(9, 50));
    desk.capture();
    assertEverythingIsThere(desk);
  }

  @Test
  void whatLiesLongBecomesSmallerAndSaysWhatItSaid() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      pressAll(desk);
    }
  }

  @Test
  void anEncryptedStoreLikewise() throws Exception {
    Secrecy secrecy =
        new Secrecy(Passphrase.of("kite cloth 91"), new Stretching(64, 1, 1), Optional.empty());
    try (TestDesk desk = new TestDesk(base, secrecy)) {
      pressAll(desk);
    }
  }

  @Test
  void anotherDeskReadsTheOldPlaceAndThenTheNewOne() throws Exception {
    try (TestDesk desk = new TestDesk(base);
        TestDesk other = new TestDesk(base, base.resolve("store"), "other")) {
      work(desk);
      var known = other.office().shelves().byId(desk.shelf().store(), desk.shelf().id());
      desk.model().assertAgrees(other.office(), known);
      desk.clock().forward(Duration.ofDays(8));
      assertThat(press(desk)).isPositive();
      desk.model().assertAgrees(other.office(), known);
      desk.clock().forward(Duration.ofMinutes(11));
      var unused = desk.office().stores().upkeep(desk.shelf().store());
      desk.model().assertAgrees(other.office(), known);
    }
  }

  @Test
  void oneThatIsDamagedStaysAsItIsAndKeepsNoOtherFromBeingPressed() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk);
      desk.clock().forward(Duration.ofDays(8));
      Path largest;
      try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
        largest =
            files
                .filter(Files::isRegularFile)
                .max(Comparator.comparingLong(file -> file.toFile().length()))
                .orElseThrow();
      }
      byte[] sheaf = Files.readAllBytes(largest);
      sheaf[sheaf.length / 2] ^= 1;
      Files.write(largest, sheaf);
      for (int i = 0; i < 12; i++) {
        press(desk);
      }
      assertThat(largest).hasBinaryContent(sheaf);
      assertThat(desk.office().stores().ledger(desk.shelf().store()))
          .filteredOn(entry -> entry.act() == Act.PACK)
          .isNotEmpty();
      desk.closeAsItIs();
    }
  }

  @Test
  void wherePhotographsLieNothingIsWritten() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      byte[] photo = new byte[400_000];
      new Random(4).nextBytes(photo);
      desk.write("hull.jpg", photo);
      desk.write("note.txt", "keel at 3.40");
      desk.capture();
      desk.clock().forward(Duration.ofDays(8));
      assertThat(press(desk)).isZero();
      assertThat(desk.office().stores().ledger(desk.shelf().store()))
          .noneMatch(entry -> entry.act() == Act.PACK);
    }
  }

  @Test
  void whereTheListOfThoseTriedIsHurtTheyAreTriedAgain() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk);
      desk.clock().forward(Duration.ofDays(8));
      Path list =
          desk.office()
              .settings()
              .home()
              .resolve("pressed")
              .resolve(desk.shelf().store() + ".json");
      for (String hurt : new String[] {"{}", "{\"sheaves\":[\"../away\"]}", "[", "null", ""}) {
        Files.createDirectories(list.getParent());
        Files.writeString(list, hurt);
        assertThatCode(() -> press(desk)).as(hurt).doesNotThrowAnyException();
      }
      assertEverythingIsThere(desk);
    }
  }

  @Test
  void stoppedInBetweenItLeavesNothingBehind() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      work(desk);
      desk.clock().forward(Duration.ofDays(8));
      long before = bytes();
      int[] asked = {0};
      Progress stopping =
          new Progress() {
            @Override
            public void phase(Phase phase, long items, long bytes) {}

            @Override
            public void advanced(long items, long bytes) {}

            @Override
            public boolean cancelled() {
              return ++asked[0] > 1;
            }
          };
      assertThatThrownBy(
              () ->
                  desk.office()
                      .stores()
                      .coldSheaves()
                      .press(desk.shelf().store(), ColdSheaves.COLD, stopping))
          .isInstanceOf(CancelledException.class);
      assertThat(bytes()).isEqualTo(before);
      assertThat(press(desk)).isPositive();
      assertEverythingIsThere(desk);
    }
  }
}
