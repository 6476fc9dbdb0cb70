package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.StoreParameters;

/** More sheaves than are kept open, read by several threads, some of which are interrupted. */
class SheavesTest {

  @TempDir Path base;

  @Test
  void aSheafThatAnotherThreadClosesIsOpenedAgain() throws Exception {
    Random random = new Random(1);
    try (Store store =
        Store.make(
            base.resolve("store"),
            StoreParameters.STANDARD.forTrial(),
            Instant.EPOCH,
            "desk",
            LocalDurability.probe(base).unforced(),
            random)) {
      List<FinishedSheaf> sheaves = new ArrayList<>();
      for (int i = 0; i < 200; i++) {
        try (WriteSession session = store.write(id -> java.util.Optional.empty())) {
          session.metadata(new byte[] {(byte) i, 1, 2, 3});
          sheaves.addAll(session.finish());
        }
      }
      ExecutorService threads = Executors.newFixedThreadPool(8);
      List<Future<?>> running = new ArrayList<>();
      for (int t = 0; t < 8; t++) {
        int seed = t;
        running.add(
            threads.submit(
                () -> {
                  Random order = new Random(seed);
                  for (int i = 0; i < 3_000; i++) {
                    SheafId id = sheaves.get(order.nextInt(sheaves.size())).id();
                    if (seed == 0 && i % 50 == 0) {
                      interrupted(store, id);
                    } else {
                      assertThat(store.contents(id).entries()).hasSize(1);
                    }
                  }
                  return null;
                }));
      }
      for (Future<?> one : running) {
        one.get();
      }
      threads.shutdown();
    }
  }

  /** Reads as a job that is stopped just now: the system closes the file that it reads. */
  private static void interrupted(Store store, SheafId id) {
    Thread.currentThread().interrupt();
    try {
      var unused = store.contents(id).entries();
    } catch (java.io.IOException e) {
      assertThat(Thread.interrupted()).isTrue();
      return;
    }
    assertThat(Thread.interrupted()).isTrue();
  }
}
