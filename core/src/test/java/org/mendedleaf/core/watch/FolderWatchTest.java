package org.mendedleaf.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.LeftOut;

/** Watches real folders; only the clock is made up. */
class FolderWatchTest {

  private static final Instant START = Instant.parse("2026-03-12T09:00:00Z");
  private static final Duration PATIENCE = Duration.ofSeconds(20);

  @TempDir Path temp;
  private FolderWatch watch;
  private Instant now = START;

  @AfterEach
  void close() throws IOException {
    watch.close();
  }

  private Path begin(FolderWatch.Registering registering, String... leftOut) throws IOException {
    Path root = Files.createDirectories(temp.resolve("Orders"));
    LeftOut patterns =
        new LeftOut(
            List.of(leftOut).stream().map(pattern -> new LeftOut.Rule(pattern, START)).toList());
    watch = new FolderWatch(root, patterns, registering);
    watch.look(now);
    recorded();
    return root;
  }

  private Path begin(String... leftOut) throws IOException {
    return begin(Path::register, leftOut);
  }

  private void recorded() {
    watch.begun();
    watch.ended(now, Duration.ZERO);
  }

  /** Whether anything is told within some real seconds; a minute of the made-up clock is quiet. */
  private boolean isNoticed(Duration patience) throws Exception {
    long end = System.nanoTime() + patience.toNanos();
    do {
      watch.look(now);
      if (watch.isDue(now.plus(Settling.QUIET))) {
        now = now.plusSeconds(60);
        // What the system tells late belongs to it.
        Thread.sleep(300);
        watch.look(now);
        recorded();
        now = now.plusSeconds(60);
        return true;
      }
      Thread.sleep(20);
    } while (System.nanoTime() < end);
    return false;
  }

  @Test
  void aSaveAnywhereIsNoticed() throws Exception {
    Path root = begin();
    Files.writeString(root.resolve("price list.csv"), "jib,410");
    assertThat(isNoticed(PATIENCE)).isTrue();
    Path deep = Files.createDirectories(root.resolve("2026/spring/Kestrel"));
    assertThat(isNoticed(PATIENCE)).as("folders").isTrue();
    Files.writeString(deep.resolve("order.txt"), "two jibs");
    assertThat(isNoticed(PATIENCE)).as("in folders made since").isTrue();
    Files.delete(deep.resolve("order.txt"));
    assertThat(isNoticed(PATIENCE)).as("a removal").isTrue();
  }

  @Test
  void aSaveWhoseRecordingCameToNothingIsStillDue() throws Exception {
    begin();
    watch.begun();
    watch.missed(now);
    watch.ended(now, Duration.ZERO);
    assertThat(watch.isDue(now.plus(Settling.QUIET))).isTrue();
  }

  @Test
  void whatIsLeftOutIsNoSign() throws Exception {
    Path root = begin("*.tmp", "scratch");
    Files.createDirectories(root.resolve("scratch"));
    Files.writeString(root.resolve("scratch/one.csv"), "1");
    Files.writeString(root.resolve("order.tmp"), "1");
    assertThat(isNoticed(Duration.ofSeconds(1))).isFalse();
    Files.writeString(root.resolve("order.csv"), "1");
    assertThat(isNoticed(PATIENCE)).isTrue();
  }

  @Test
  void aFolderThatDisappearsIsWaitedFor() throws Exception {
    Path root = begin();
    Files.move(root, temp.resolve("away"));
    watch.look(now);
    assertThat(watch.state()).isEqualTo(new WatchState.Away());
    assertThat(watch.isDue(now.plusSeconds(600))).as("nothing to record").isFalse();
    Files.createDirectories(root.resolve("2026"));
    assertThat(isNoticed(PATIENCE)).as("it came back").isTrue();
    Files.writeString(root.resolve("2026/order.csv"), "1");
    assertThat(isNoticed(PATIENCE)).as("and is watched").isTrue();
    assertThat(watch.state()).isEqualTo(new WatchState.Watching(2));
  }

  @Test
  void whereTheSystemWatchesNoMoreAllIsLookedThroughNowAndThen() throws Exception {
    Files.createDirectories(temp.resolve("Orders/2025"));
    begin(
        (folder, service, kinds) -> {
          if (folder.endsWith("2025")) {
            throw new IOException("User limit of inotify watches reached");
          }
          return folder.register(service, kinds);
        });
    assertThat(watch.state())
        .isEqualTo(new WatchState.LookingThrough("User limit of inotify watches reached"));
    Files.writeString(temp.resolve("Orders/2025/order.csv"), "nobody tells of it");
    now = now.plus(FolderWatch.LOOK_THROUGH);
    watch.look(now);
    assertThat(watch.isDue(now.plus(Settling.QUIET))).isTrue();
  }

  @Test
  void fiftyThousandFilesComeAndGo() throws Exception {
    Path root = begin();
    for (int folder = 0; folder < 50; folder++) {
      Path made = Files.createDirectories(root.resolve("part " + folder));
      for (int i = 0; i < 1000; i++) {
        Files.writeString(made.resolve("f" + i), "");
      }
      watch.look(now);
      for (int i = 0; i < 1000; i++) {
        Files.delete(made.resolve("f" + i));
      }
      now = now.plusMillis(1200);
    }
    assertThat(isNoticed(PATIENCE)).isTrue();
    for (int folder = 0; folder < 50; folder += 7) {
      Files.writeString(root.resolve("part " + folder).resolve("kept"), "1");
      assertThat(isNoticed(PATIENCE)).as("in part " + folder).isTrue();
    }
  }

  @Test
  void aDisappearanceIsHeldBackForOneSettlingTime() throws Exception {
    begin();
    Settling settling = new Settling();
    for (int second = 0; second <= 59; second++) {
      settling.sign(START.plusSeconds(second), false);
      assertThat(settling.isDue(START.plusSeconds(second))).isFalse();
    }
    settling.sign(START.plusSeconds(60), true);
    assertThat(settling.isDue(START.plusSeconds(60))).as("perhaps it is being saved").isFalse();
    settling.sign(START.plusSeconds(61), false);
    assertThat(settling.isDue(START.plusSeconds(64))).as("though there is no quiet").isTrue();
    settling.begun();
    settling.ended(START.plusSeconds(70), Duration.ofSeconds(6));
    settling.sign(START.plusSeconds(71), false);
    assertThat(settling.isDue(START.plusSeconds(80))).as("recording rests").isFalse();
    assertThat(settling.isDue(START.plusSeconds(124))).isTrue();
  }
}
