package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drive.ReadOnlyStoreException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.Mirrors;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * A second copy of a store: it follows, catches up, takes no damage over, and can take its place.
 */
class MirrorTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path store;
  private Path mirror;
  private final Random random = new Random(6);

  @BeforeEach
  void aStoreWithAMirror() throws Exception {
    desk = new TestDesk(base);
    store = base.resolve("store");
    mirror = base.resolve("elsewhere/mirror");
    work(3);
    MirrorState state = mirrors().set(id(), mirror, Progress.NONE);
    assertThat(state.lag()).isZero();
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private String id() {
    return desk.shelf().store();
  }

  private Mirrors mirrors() {
    return desk.office().stores().mirrors();
  }

  private MirrorState state() throws IOException {
    return mirrors().of(id()).orElseThrow();
  }

  private void work(int rounds) throws Exception {
    for (int i = 0; i < rounds; i++) {
      byte[] noise = new byte[20_000];
      random.nextBytes(noise);
      desk.write("noise.bin", noise);
      desk.write("list.csv", "list " + random.nextInt());
      desk.capture();
    }
  }

  private static Map<String, byte[]> files(Path root, String... endings) throws IOException {
    Map<String, byte[]> all = new HashMap<>();
    try (Stream<Path> files = Files.walk(root)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        if (Stream.of(endings).anyMatch(file.toString()::endsWith)) {
          all.put(root.relativize(file).toString(), Files.readAllBytes(file));
        }
      }
    }
    return all;
  }

  private void assertSameFiles() throws IOException {
    Map<String, byte[]> ours = files(store, ".sheaf", ".seg", ".fold");
    Map<String, byte[]> theirs = files(mirror, ".sheaf", ".seg", ".fold");
    assertThat(theirs.keySet()).containsExactlyInAnyOrderElementsOf(ours.keySet());
    theirs.forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(ours.get(name)));
  }

  /** All revisions of the two files, by a desk that has only this folder. */
  private Map<String, byte[]> readBy(Path folder) throws IOException {
    Path home = base.resolve("home of a fresh desk " + random.nextInt());
    try (Office office = Office.open(Encrypting.ofThisMachine(home).withPerson("maren"))) {
      var unused = office.stores().open(folder);
      Map<String, byte[]> read = new HashMap<>();
      for (String name : List.of("noise.bin", "list.csv")) {
        FileLife life = office.files().life(desk.life(name).ref());
        for (Revision revision : life.revisions()) {
          read.put(
              name + revision.number(),
              office.files().contents(id()).bytes(revision.state().content().orElseThrow()));
        }
      }
      return read;
    }
  }

  private static void flip(Path file, int at) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    bytes[at] ^= 2;
    Files.write(file, bytes);
  }

  private Path sheaf(Path root, int number) throws IOException {
    List<String> names = files(root, ".sheaf").keySet().stream().sorted().toList();
    return root.resolve(names.get(number));
  }

  @Test
  void itFollowsEachCaptureAndHasEveryByte() throws Exception {
    assertSameFiles();
    work(4);
    assertThat(state().lag()).isZero();
    assertThat(state().at()).contains(desk.clock().instant());
    assertSameFiles();
    assertThat(readBy(mirror)).hasSize(14);
  }

  @Test
  void whileItIsAwayWorkGoesOnAndItCatchesUp() throws Exception {
    Path away = Files.move(mirror, base.resolve("pulled out"));
    work(5);
    assertThat(state().here()).isFalse();
    assertThat(state().lag()).isEqualTo(5);
    assertThatThrownBy(() -> mirrors().bringUp(id(), Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("catches up when it is back");
    desk.restart();
    assertThat(state().lag()).as("known without it").isEqualTo(5);
    Files.move(away, mirror);
    work(1);
    assertThat(state().lag()).isZero();
    assertSameFiles();
  }

  @Test
  void foldedAndPackedStoresAreFollowedAndWhatIsGivenUpStaysForAWeek() throws Exception {
    work(30);
    var unused = desk.office().stores().upkeep(id());
    desk.clock().forward(Duration.ofMinutes(11));
    var unusedToo = desk.office().stores().upkeep(id());
    work(1);
    assertThat(files(mirror, ".sheaf").size()).isGreaterThan(files(store, ".sheaf").size());
    desk.clock().forward(Duration.ofDays(8));
    work(1);
    work(1);
    Set<String> theirs = files(mirror, ".sheaf").keySet();
    assertThat(theirs).isEqualTo(files(store, ".sheaf").keySet());
    assertThat(readBy(mirror)).hasSize(72);
  }

  /** It may be pulled out between any two files, or in the middle of one. */
  @Test
  void pulledOutAtAnyMomentItCatchesUp() throws Exception {
    for (int files = 0; files < 8; files++) {
      Path away = Files.move(mirror, base.resolve("away"));
      work(2);
      Files.move(away, mirror);
      Progress stopping = new StoppedAfter(files);
      Throwable stopped = catchThrowable(() -> mirrors().bringUp(id(), stopping));
      if (stopped != null) {
        assertThat(stopped).isInstanceOf(CancelledException.class);
      }
      Path cut = sheaf(mirror, random.nextInt(files(mirror, ".sheaf").size()));
      Files.write(cut, Arrays.copyOf(Files.readAllBytes(cut), 50));
      var unused = mirrors().bringUp(id(), Progress.NONE);
      assertSameFiles();
    }
    assertThat(readBy(mirror)).hasSize(38);
  }

  private record StoppedAfter(int[] left) implements Progress {
    StoppedAfter(int files) {
      this(new int[] {files});
    }

    @Override
    public void phase(Phase phase, long items, long bytes) {}

    @Override
    public void advanced(long items, long bytes) {
      left[0]--;
    }

    @Override
    public boolean cancelled() {
      return left[0] <= 0;
    }
  }

  @Test
  void noDamageIsTakenOverAndEveryByteComesBack() throws Exception {
    Map<String, byte[]> before = files(store, ".sheaf", ".seg");
    for (String name : before.keySet().stream().sorted().toList()) {
      Path file = store.resolve(name);
      file.toFile().setWritable(true);
      if (name.endsWith(".sheaf")) {
        flip(file, (int) (Files.size(file) / 2));
      }
    }
    var unusedBefore = mirrors().bringUp(id(), Progress.NONE);
    assertThat(files(mirror, ".sheaf").keySet()).hasSize(files(store, ".sheaf").size());

    RepairReport would = desk.office().stores().repair(id()).rehearse(Progress.NONE);
    assertThat(would.mended()).isEqualTo(files(store, ".sheaf").size());
    assertThat(would.lost()).isEmpty();
    RepairReport done = desk.office().stores().repair(id()).run(Progress.NONE);
    assertThat(done.lost()).isEmpty();
    assertThat(done.pieces()).isZero();
    files(store, ".sheaf", ".seg")
        .forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(before.get(name)));
    assertThat(desk.office().stores().verify(id(), VerifyDepth.CONTENT, Progress.NONE).damaged())
        .isEmpty();
  }

  /** 30 places in a check, 300 in the nightly run; on the desk that has the store open. */
  @Test
  void whateverHappensToAFileOfTheStoreEveryByteComesBack() throws Exception {
    work(2);
    Map<String, byte[]> before = files(store, ".sheaf", ".seg", "store.json");
    List<String> names = before.keySet().stream().sorted().toList();
    int places = "all".equals(System.getProperty("attacks")) ? 300 : 30;
    for (int i = 0; i < places; i++) {
      String name = names.get(random.nextInt(names.size()));
      String done = harm(store.resolve(name), names.get(random.nextInt(names.size())));
      if (i % 5 == 4) {
        // A desk that was closed meanwhile, and knows the store from before.
        desk.restart();
      }
      RepairReport repaired = desk.office().stores().repair(id()).run(Progress.NONE);
      assertThat(repaired.lost()).as("%s, %s", done, name).isEmpty();
      Map<String, byte[]> after = files(store, ".sheaf", ".seg", "store.json");
      assertThat(after.keySet()).as("%s, %s", done, name).isEqualTo(before.keySet());
      after.forEach(
          (one, bytes) ->
              assertThat(bytes).as("%s, %s: %s", done, name, one).isEqualTo(before.get(one)));
    }
    assertThat(desk.office().stores().verify(id(), VerifyDepth.CONTENT, Progress.NONE).damaged())
        .isEmpty();
  }

  private String harm(Path file, String other) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    file.toFile().setWritable(true);
    switch (random.nextInt(5)) {
      case 0 -> {
        flip(file, random.nextInt(bytes.length));
        return "a flipped bit";
      }
      case 1 -> {
        Files.write(file, Arrays.copyOf(bytes, random.nextInt(bytes.length)));
        return "cut off";
      }
      case 2 -> {
        Files.write(file, new byte[bytes.length]);
        return "full of zeros";
      }
      case 3 -> {
        Files.delete(file);
        return "gone";
      }
      default -> {
        Files.write(file, Files.readAllBytes(store.resolve(other)));
        return "in place of " + other;
      }
    }
  }

  @Test
  void commitsThatTheStoreHasLostComeBackFromIt() throws Exception {
    Map<String, byte[]> before = files(store, ".seg");
    for (String name : before.keySet().stream().sorted().toList()) {
      int number = Integer.parseInt(name.replaceAll("\\D", ""));
      if (number >= before.size() / 2 - 2) {
        Files.delete(store.resolve(name));
      }
    }
    desk.restart();
    assertThatThrownBy(() -> work(1)).isInstanceOf(IOException.class);
    RepairReport done = desk.office().stores().repair(id()).run(Progress.NONE);
    assertThat(done.mended()).isPositive();
    desk.restart();
    work(1);
    assertThat(files(store, ".seg").keySet()).containsAll(before.keySet());
    assertThat(state().lag()).isZero();
    // What the refused capture wrote is mentioned by no commit.
    Map<String, byte[]> ours = files(store, ".sheaf", ".seg");
    files(mirror, ".sheaf", ".seg")
        .forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(ours.get(name)));
    assertThat(files(mirror, ".seg")).hasSameSizeAs(files(store, ".seg"));
  }

  @Test
  void aMirrorThatIsAwayForLongIsAMatterOfToday() throws Exception {
    Path away = Files.move(mirror, base.resolve("with the bookkeeper"));
    work(1);
    assertThat(behind()).as("for an hour").isEmpty();
    desk.clock().forward(Duration.ofDays(9));
    assertThat(behind()).containsExactly(1L);
    Files.move(away, mirror);
    assertThat(behind()).as("it is back, and nothing was captured since").containsExactly(1L);
    var unused = mirrors().bringUp(id(), Progress.NONE);
    assertThat(behind()).isEmpty();
  }

  private List<Long> behind() throws IOException {
    return desk.office().todays().look().matters().stream()
        .filter(Todays.MirrorBehind.class::isInstance)
        .map(matter -> ((Todays.MirrorBehind) matter).mirror().lag())
        .toList();
  }

  @Test
  void aMarkThatIsDamagedHidesNothingAndIsMadeAnew() throws Exception {
    for (String text : List.of("", "{}", "{\"format\":1,\"store\":\"x\"}", "[1")) {
      Files.writeString(mirror.resolve("mirror.json"), text);
      assertThat(state().lag()).as(text).isPositive();
      assertThat(desk.office().todays().look().matters()).as(text).isNotNull();
      work(1);
      assertThat(state().lag()).as(text).isZero();
      assertSameFiles();
    }
    for (Path file : List.of(sheaf(mirror, 0), mirror.resolve("mirror.json"))) {
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
          .as("as private as the store: %s", file)
          .isEqualTo("rw-------");
    }
  }

  @Test
  void damageInTheMirrorIsFoundAndTakenOverAnew() throws Exception {
    assertThat(mirrors().check(id(), Progress.NONE)).isZero();
    Path hurt = sheaf(mirror, 2);
    flip(hurt, (int) Files.size(hurt) / 2);
    assertThat(mirrors().check(id(), Progress.NONE)).isEqualTo(1);
    assertThat(mirrors().check(id(), Progress.NONE)).isZero();
    assertSameFiles();
  }

  @Test
  void nobodyRecordsIntoAMirror() throws Exception {
    Path home = base.resolve("home of somebody");
    try (Office office = Office.open(Encrypting.ofThisMachine(home).withPerson("maren"))) {
      var unused = office.stores().open(mirror);
      Path work = Files.createDirectories(base.resolve("their work"));
      assertThatThrownBy(() -> office.shelves().add(work, mirror, Optional.of("Theirs")))
          .isInstanceOf(ReadOnlyStoreException.class);
    }
    assertThatThrownBy(() -> mirrors().set(id(), store.resolve("inside"), Progress.NONE))
        .isInstanceOf(SentenceException.class);
    assertThatThrownBy(() -> mirrors().set(id(), desk.folder().resolve("in"), Progress.NONE))
        .isInstanceOf(SentenceException.class);
    Path used = Files.createDirectories(base.resolve("used"));
    Files.writeString(used.resolve("letter.txt"), "mine");
    assertThatThrownBy(() -> mirrors().set(id(), used, Progress.NONE))
        .hasMessageContaining("is not empty");
    assertThat(used.resolve("letter.txt")).hasContent("mine");
  }

  @Test
  void whereTheStoreIsGoneItsMirrorTakesItsPlaceInOneAct() throws Exception {
    assertThatThrownBy(() -> mirrors().become(mirror)).hasMessageContaining("can be reached");
    Path away = Files.move(mirror, base.resolve("away"));
    work(2);
    Files.move(away, mirror);
    Files.move(store, base.resolve("dead"));

    mirrors().become(mirror);
    assertThat(mirrors().of(id())).isEmpty();
    FileLife life = desk.life("noise.bin");
    assertThat(life.revisions()).as("two captures were only in the dead store").hasSize(3);
    work(1);
    assertThat(desk.life("noise.bin").revisions()).hasSize(4);
    assertThat(desk.office().stores().verify(id(), VerifyDepth.CONTENT, Progress.NONE).damaged())
        .isEmpty();
    assertThat(readBy(mirror)).hasSize(8);
  }

  @Test
  void aMirrorThatIsNotWantedStaysAsItIs() throws Exception {
    mirrors().off(id());
    int before = files(mirror, ".sheaf").size();
    work(2);
    assertThat(mirrors().of(id())).isEmpty();
    assertThat(files(mirror, ".sheaf")).hasSize(before);
    assertThat(mirrors().set(id(), mirror, Progress.NONE).lag()).isZero();
    assertSameFiles();
  }
}
