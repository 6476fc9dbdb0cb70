package org.mendedleaf.core.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;

/** While one shelf is captured, only what records on that shelf waits. */
@Timeout(60)
class TurnsTest {

  @TempDir Path base;
  private TestDesk desk;
  private Shelf other;
  private ExecutorService threads;
  private final CountDownLatch reading = new CountDownLatch(1);
  private final CountDownLatch goOn = new CountDownLatch(1);

  @BeforeEach
  void twoShelves() throws Exception {
    desk = new TestDesk(base);
    desk.write("slow.txt", "one");
    desk.capture();
    Path second = Files.createDirectories(base.resolve("second"));
    Files.writeString(second.resolve("quick.txt"), "one");
    other = desk.office().shelves().add(second, desk.shelf().storeFolder(), Optional.of("Second"));
    var unused = desk.office().shelves().capture(other, false, Progress.NONE);
    Files.writeString(second.resolve("quick.txt"), "two two");
    unused = desk.office().shelves().capture(other, false, Progress.NONE);
    threads = Executors.newCachedThreadPool();
  }

  @AfterEach
  void close() {
    goOn.countDown();
    threads.shutdownNow();
    desk.close();
  }

  /** A capture that has begun to read and goes on only when it is told to. */
  private Future<CaptureOutcome> slowCapture() throws Exception {
    desk.write("slow.txt", "two two");
    Progress slow =
        new Progress() {
          @Override
          public void phase(Phase phase, long items, long bytes) {
            if (phase == Phase.READING) {
              reading.countDown();
              try {
                assertThat(goOn.await(50, TimeUnit.SECONDS)).isTrue();
              } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
              }
            }
          }

          @Override
          public void advanced(long items, long bytes) {}

          @Override
          public boolean cancelled() {
            return false;
          }
        };
    Future<CaptureOutcome> capture =
        threads.submit(() -> desk.office().shelves().capture(desk.shelf(), false, slow));
    assertThat(reading.await(20, TimeUnit.SECONDS)).isTrue();
    return capture;
  }

  private <T> T promptly(java.util.concurrent.Callable<T> work) throws Exception {
    return threads.submit(work).get(20, TimeUnit.SECONDS);
  }

  @Test
  void questionsAndOtherShelvesDoNotWaitForACapture() throws Exception {
    Future<CaptureOutcome> capture = slowCapture();
    assertThat(promptly(() -> desk.office().rhythms().due())).isNotNull();
    FileLife life =
        promptly(
            () -> {
              FileRef ref =
                  desk.office().addresses().file(base.resolve("second/quick.txt").toString(), base);
              return desk.office().files().life(ref);
            });
    var mended = promptly(() -> desk.office().files().mend(life.ref(), 0));
    assertThat(base.resolve("second/quick.txt")).hasContent("one");
    promptly(() -> desk.office().files().undo(life.ref().store(), mended.act()));
    assertThat(promptly(() -> desk.office().shelves().capture(other, false, Progress.NONE)))
        .isInstanceOf(CaptureOutcome.Done.class);
    promptly(() -> desk.office().erasures().erase(life.ref(), java.util.Set.of(0), "quick.txt"));
    assertThat(capture.isDone()).isFalse();

    goOn.countDown();
    assertThat(capture.get(30, TimeUnit.SECONDS)).isInstanceOf(CaptureOutcome.Done.class);
    assertThat(desk.life("slow.txt").revisions()).hasSize(2);
    assertThat(desk.content(desk.life("slow.txt"), 1)).asString().isEqualTo("two two");
  }

  @Test
  void whatRecordsOnTheSameShelfWaits() throws Exception {
    Future<CaptureOutcome> capture = slowCapture();
    Future<?> mend =
        threads.submit(() -> desk.office().files().mend(desk.life("slow.txt").ref(), 0));
    Thread.sleep(300);
    assertThat(mend.isDone()).isFalse();
    goOn.countDown();
    assertThat(capture.get(30, TimeUnit.SECONDS)).isNotNull();
    assertThat(mend.get(30, TimeUnit.SECONDS)).isNotNull();
    assertThat(desk.file("slow.txt")).hasContent("one");
    assertThat(desk.life("slow.txt").revisions()).hasSize(3);
  }

  @Test
  void manyShelvesCapturedAtOnceLoseNothing() throws Exception {
    List<Shelf> shelves = new java.util.ArrayList<>();
    for (int i = 0; i < 6; i++) {
      Path folder = Files.createDirectories(base.resolve("many" + i));
      shelves.add(
          desk.office()
              .shelves()
              .add(folder, desk.shelf().storeFolder(), Optional.of("Many " + i)));
    }
    for (int round = 0; round < 5; round++) {
      List<Future<?>> running = new java.util.ArrayList<>();
      for (int i = 0; i < shelves.size(); i++) {
        Path folder = base.resolve("many" + i);
        for (int f = 0; f < 10; f++) {
          Files.writeString(folder.resolve("f" + f), "shared " + f + " in round " + round);
        }
        Shelf shelf = shelves.get(i);
        running.add(
            threads.submit(() -> desk.office().shelves().capture(shelf, false, Progress.NONE)));
      }
      for (Future<?> one : running) {
        assertThat(one.get(50, TimeUnit.SECONDS)).isInstanceOf(CaptureOutcome.Done.class);
      }
    }
    for (int i = 0; i < shelves.size(); i++) {
      assertThat(
              desk.office().shelves().byId(shelves.get(i).store(), shelves.get(i).id()).revisions())
          .isEqualTo(50);
    }
  }
}
