package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;

/**
 * The drive of a store may be taken away in the middle of a capture: where it was, nothing is made,
 * since that would lie on another drive and hide the store when it is back.
 */
class DriveTakenAwayTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aStoreAndManyNewFiles() throws Exception {
    desk = new TestDesk(base);
    desk.write("first.txt", "first");
    desk.capture();
    Random random = new Random(4);
    for (int i = 0; i < 40; i++) {
      byte[] noise = new byte[5_000];
      random.nextBytes(noise);
      desk.write("in/file %02d.bin".formatted(i), noise);
    }
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private static void move(Path from, Path to) {
    try {
      Files.move(from, to);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Takes the drive away when work looks for this time whether it should stop. */
  private Progress pulling(int time) {
    AtomicInteger asked = new AtomicInteger();
    return new Progress() {
      @Override
      public void phase(Phase phase, long items, long bytes) {}

      @Override
      public void advanced(long items, long bytes) {}

      @Override
      public boolean cancelled() {
        if (asked.incrementAndGet() == time) {
          move(base.resolve("store"), base.resolve("away"));
        }
        return false;
      }
    };
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 5, 20, 40})
  void nothingIsMadeWhereItWasAndNothingIsLost(int time) throws Exception {
    assertThatThrownBy(() -> desk.office().shelves().capture(desk.shelf(), false, pulling(time)))
        .isInstanceOf(IOException.class);
    assertThat(base.resolve("store")).doesNotExist();
    move(base.resolve("away"), base.resolve("store"));
    desk.restart();
    assertThat(desk.capture().added()).isEqualTo(40);
    assertThat(desk.content(desk.life("first.txt"), 0))
        .isEqualTo("first".getBytes(StandardCharsets.UTF_8));
  }
}
