package org.mendedleaf.core.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One process owns a desk, and one keeps watch on it. */
class DeskLockTest {

  @TempDir Path base;

  @Test
  void itIsTakenOnceAndGivenBack() throws Exception {
    Path home = base.resolve("home");
    try (DeskLock taken = DeskLock.tryTake(home).orElseThrow()) {
      assertThat(taken).isNotNull();
      assertThat(DeskLock.tryTake(home)).isEmpty();
    }
    Optional<DeskLock> again = DeskLock.tryTake(home);
    assertThat(again).isPresent();
    again.get().close();
    assertThat(Files.isRegularFile(home.resolve("owner.lock"))).isTrue();
  }

  @Test
  void whoKeepsWatchIsTheOneThingThatIsAsked() throws Exception {
    assertThat(DeskLock.isWatchKept(base)).isFalse();
    try (DeskLock owner = DeskLock.tryTake(base).orElseThrow()) {
      assertThat(DeskLock.isWatchKept(base)).as("owning %s is not watching", owner).isFalse();
      try (DeskLock watch = DeskLock.tryTakeWatch(base).orElseThrow()) {
        assertThat(DeskLock.isWatchKept(base)).as("kept by %s", watch).isTrue();
        assertThat(DeskLock.tryTakeWatch(base)).isEmpty();
      }
    }
    assertThat(DeskLock.isWatchKept(base)).isFalse();
  }

  @Test
  void givingItBackLetsAnotherChannelLockTheFile() throws Exception {
    DeskLock.tryTake(base).orElseThrow().close();
    try (FileChannel other =
            FileChannel.open(base.resolve("owner.lock"), StandardOpenOption.WRITE);
        FileLock lock = other.tryLock()) {
      assertThat(lock).isNotNull();
      assertThat(DeskLock.tryTake(base)).isEmpty();
    }
  }
}
