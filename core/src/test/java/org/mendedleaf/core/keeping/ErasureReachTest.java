package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.Mirror;

/**
 * Where what was erased still lies is told, and each of these places is finished with in the end.
 */
class ErasureReachTest {

  @TempDir Path base;
  private Path mirror;
  private TestDesk desk;

  @BeforeEach
  void aFileWithAPlantedName() throws Exception {
    desk = new TestDesk(base);
    mirror = base.resolve("elsewhere/mirror");
    desk.write("planted name.txt", "planted word");
    desk.write("other.txt", "other");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private String id() {
    return desk.shelf().store();
  }

  private long erase() throws IOException {
    FileLife life = desk.life("planted name.txt");
    Files.delete(desk.file("planted name.txt"));
    desk.capture();
    return desk.office().erasures().erase(life.ref(), Set.of(), "planted name.txt").act();
  }

  private List<Remnant> reach(long act) throws IOException {
    return desk.office().erasureReach().of(id(), act);
  }

  /** What an hour later is done in an idle moment. */
  private void idle() throws IOException {
    desk.clock().forward(Duration.ofHours(1));
    var unused = desk.office().stores().upkeep(id());
    desk.office().stores().mirrors().catchUp(id());
  }

  @Test
  void itsOwnFilesGoAtOnceAndThoseThatCouldNotAreTold() throws Exception {
    Path sheaves = base.resolve("store/sheaves");
    Path before = base.resolve("before");
    copy(sheaves, before);
    long act = erase();
    assertThat(reach(act)).isEmpty();
    assertThat(holds(base.resolve("store"), "planted")).isFalse();
    // As where the system did not let them be deleted, or somebody has put them back.
    copy(before, sheaves);
    assertThat(reach(act)).singleElement().isInstanceOf(Remnant.InStore.class);
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path there = to.resolve(from.relativize(file).toString());
        if (Files.notExists(there)) {
          Files.copy(file, there);
        }
      }
    }
  }

  @Test
  void aMirrorKeepsItForAWeekAfterItWasBroughtUp() throws Exception {
    var unusedState = desk.office().stores().mirrors().set(id(), mirror, Progress.NONE);
    Files.move(mirror, base.resolve("unplugged"));
    long act = erase();
    idle();
    assertThat(reach(act))
        .singleElement()
        .satisfies(
            one -> {
              Remnant.InMirror in = (Remnant.InMirror) one;
              assertThat(in.isHere()).isFalse();
              assertThat(in.until()).isEmpty();
            });
    Files.move(base.resolve("unplugged"), mirror);
    idle();
    assertThat(reach(act))
        .singleElement()
        .satisfies(
            one ->
                assertThat(((Remnant.InMirror) one).until())
                    .contains(desk.clock().instant().plus(Mirror.KEEPS)));
    desk.clock().forward(Mirror.KEEPS.plusHours(1));
    desk.write("other.txt", "changed");
    desk.capture();
    assertThat(reach(act)).isEmpty();
    assertThat(holds(mirror, "planted")).isFalse();
  }

  @Test
  @Tag("plain")
  void anotherDeskForgetsItWhenItOpensTheStore() throws Exception {
    Path home = base.resolve("home-of-tjark");
    try (TestDesk other =
        new TestDesk(base, base.resolve("store"), home.getFileName().toString())) {
      other.write("theirs.txt", "theirs");
      other.capture();
      long act = erase();
      idle();
      assertThat(reach(act)).singleElement().isInstanceOf(Remnant.OnDesk.class);
      assertThat(holds(home, "planted name")).isTrue();
      other.write("theirs.txt", "theirs, changed");
      other.capture();
      assertThat(reach(act)).isEmpty();
      other.restart();
      assertThat(holds(home, "planted name")).isFalse();
    }
  }

  @Test
  void whatErasedNothingHasNoReach() {
    assertThatThrownBy(() -> reach(0))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("erased nothing");
  }

  private static boolean holds(Path tree, String word) throws IOException {
    try (Stream<Path> files = Files.walk(tree)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        if (new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1).contains(word)) {
          return true;
        }
      }
    }
    return false;
  }
}
