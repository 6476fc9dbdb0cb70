package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.Mirrors;

/** Two desks that keep the same mirror bring it up at the same time without harming each other. */
class SharedMirrorTest {

  private static final int ROUNDS = 12;

  @TempDir Path base;
  private Path mirror;
  private List<TestDesk> desks;

  @BeforeEach
  void twoDesksWithOneStoreAndOneMirror() throws Exception {
    mirror = base.resolve("elsewhere/mirror");
    desks = List.of(new TestDesk(base), new TestDesk(base, base.resolve("store"), "second"));
    for (TestDesk desk : desks) {
      var unused = mirrors(desk).set(store(desk), mirror, Progress.NONE);
    }
  }

  @AfterEach
  void close() {
    desks.forEach(TestDesk::closeAsItIs);
  }

  private static String store(TestDesk desk) {
    return desk.shelf().store();
  }

  private static Mirrors mirrors(TestDesk desk) {
    return desk.office().stores().mirrors();
  }

  private static Void recordAndBringUp(TestDesk desk) throws Exception {
    for (int i = 0; i < ROUNDS; i++) {
      desk.write("list.csv", "of round %d".formatted(i).repeat(200 + i));
      desk.capture();
      for (int again = 0; again < 10; again++) {
        var unused = mirrors(desk).bringUp(store(desk), Progress.NONE);
      }
    }
    return null;
  }

  @Test
  void bothBringItUpAndNothingFailsOrIsLeftBehind() throws Exception {
    ExecutorService both = Executors.newFixedThreadPool(2);
    try {
      List<Future<Void>> running = new ArrayList<>();
      for (TestDesk desk : desks) {
        running.add(both.submit(() -> recordAndBringUp(desk)));
      }
      for (Future<Void> one : running) {
        one.get();
      }
    } finally {
      both.shutdownNow();
    }
    for (TestDesk desk : desks) {
      MirrorState state = mirrors(desk).bringUp(store(desk), Progress.NONE).orElseThrow();
      assertThat(state.lag()).isZero();
      assertThat(mirrors(desk).check(store(desk), Progress.NONE)).as("damaged").isZero();
    }
    try (Stream<Path> files = Files.walk(mirror)) {
      assertThat(files.filter(file -> file.toString().matches(".*\\.(part|pending)$"))).isEmpty();
    }
  }

  @Test
  void whoKnowsLessOfTheStoreDoesNotTakeTheMirrorBack() throws Exception {
    TestDesk ahead = desks.get(0);
    recordAndBringUp(ahead);
    long commits = Mirror.mark(mirror).orElseThrow().commits();
    Store from =
        Store.open(
            base.resolve("store"),
            ahead.office().settings().places().at(base.resolve("store")),
            new java.util.Random(1),
            Encrypting.ring());
    try (Mirror behind =
        Mirror.of(
            from, mirror, ahead.office().settings().places().at(mirror), new java.util.Random(2))) {
      MirrorMark mark =
          behind.bringUp(
              from, commits - 3, List.of(), sheaves -> false, ahead.clock().instant(), bytes -> {});
      assertThat(mark.commits()).isEqualTo(commits);
    } finally {
      from.close();
    }
    assertThat(Mirror.mark(mirror).orElseThrow().commits()).isEqualTo(commits);
  }
}
