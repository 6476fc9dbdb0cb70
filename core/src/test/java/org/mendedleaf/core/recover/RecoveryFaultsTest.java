package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Moment;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;

/** Recoveries on a disk that fails: the rest is recovered, and the receipt tells. */
class RecoveryFaultsTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Instant good;

  @BeforeEach
  void goodAndRuined() throws Exception {
    desk = new FaultyDesk(disk);
    for (int i = 0; i < 6; i++) {
      desk.write("in/f" + i, "good " + i);
    }
    desk.capture();
    good = desk.now();
    for (int i = 0; i < 6; i += 2) {
      desk.write("in/f" + i, "ruined " + i);
    }
    Files.delete(desk.file("in/f5"));
    desk.capture();
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private RecoveryOrder order(Destination destination) {
    return new RecoveryOrder(
        desk.shelf(),
        List.of(new Pick.OfMoment(new InnerPath("in"), new Moment.At(good))),
        destination,
        IfThere.MAKE_ROOM,
        LaterFiles.KEEP);
  }

  private Receipt inPlace(Progress progress) throws IOException {
    return desk.recovery()
        .run(order(new Destination.InPlace()), Optional.of(desk.folder()), "maren", progress);
  }

  private SortedMap<String, String> lying() throws IOException {
    SortedMap<String, String> texts = new TreeMap<>();
    try (Stream<Path> files = Files.list(desk.file("in"))) {
      for (Path file : files.toList()) {
        texts.put(file.getFileName().toString(), Files.readString(file, StandardCharsets.UTF_8));
      }
    }
    return texts;
  }

  private static ReceiptItem item(Receipt receipt, String name) {
    return receipt.items().stream()
        .filter(item -> item.target().endsWith("/" + name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aTargetThatCannotBeWrittenLeavesTheRestRecovered() throws Exception {
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.MOVE && path.endsWith("f2")) {
                throw new AccessDeniedException(path.toString());
              }
            });

    Receipt receipt = inPlace(Progress.NONE);

    assertThat(receipt.isPartial()).isTrue();
    assertThat(item(receipt, "f2").outcome()).isEqualTo(Outcome.REFUSED);
    assertThat(item(receipt, "f4").outcome()).isEqualTo(Outcome.MADE_ROOM);
    assertThat(item(receipt, "f5").outcome()).isEqualTo(Outcome.RECOVERED);
    assertThat(item(receipt, "f1").outcome()).isEqualTo(Outcome.SAME);
    assertThat(lying()).containsEntry("f2", "ruined 2").containsEntry("f4", "good 4").hasSize(6);
  }

  @Test
  void aFullDriveLeavesEachTargetAsItWasOrComplete() throws Exception {
    AtomicLong room = new AtomicLong(8);
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.WRITE
                  && path.startsWith(desk.folder())
                  && room.addAndGet(-bytes) < 0) {
                throw new IOException("No space left on device");
              }
            });
    Receipt receipt = inPlace(Progress.NONE);
    assertThat(receipt.items())
        .filteredOn(item -> item.outcome() == Outcome.REFUSED)
        .isNotEmpty()
        .allMatch(item -> item.why().contains("No space left"));
    lying()
        .forEach(
            (name, text) ->
                assertThat(text).isIn("good " + name.substring(1), "ruined " + name.substring(1)));

    desk.files().setFaults((operation, path, bytes) -> {});
    assertThat(inPlace(Progress.NONE).isPartial()).isFalse();
    assertThat(lying().values()).allMatch(text -> text.startsWith("good"));
  }

  @Test
  void stoppingLeavesTheRestForLater() throws Exception {
    AtomicLong done = new AtomicLong();
    Progress stop =
        new Progress() {
          @Override
          public void phase(Phase phase, long items, long bytes) {}

          @Override
          public void advanced(long items, long bytes) {
            done.incrementAndGet();
          }

          @Override
          public boolean cancelled() {
            return done.get() >= 2;
          }
        };
    Receipt receipt =
        desk.recovery()
            .run(
                order(new Destination.Folder(desk.files().getPath("/out"))),
                Optional.empty(),
                "maren",
                stop);
    assertThat(receipt.isPartial()).isTrue();
    assertThat(receipt.items())
        .filteredOn(item -> item.outcome() == Outcome.REFUSED)
        .allMatch(item -> item.why().startsWith("Stopped"));
  }

  /** At every operation on the shelf and on the store, one after another. */
  @Test
  void aRecoveryThatDiesAnywhereLeavesEachTargetOldOrNewAndTheNextRunCompletesIt()
      throws Exception {
    for (long last = 0; ; last++) {
      close();
      Files.deleteIfExists(disk.resolve("catalogue.sqlite"));
      goodAndRuined();
      AtomicLong left = new AtomicLong(last);
      desk.files()
          .setFaults(
              (operation, path, bytes) -> {
                boolean lasting =
                    operation == Operation.WRITE
                        || operation == Operation.MOVE
                        || operation == Operation.LINK
                        || operation == Operation.DELETE;
                if (lasting && left.decrementAndGet() < 0) {
                  throw new IOException("the process is dead");
                }
              });
      boolean died = died();
      desk.files().setFaults((operation, path, bytes) -> {});
      desk.closeStore();
      desk.open();
      for (var file : lying().entrySet()) {
        if (!file.getKey().endsWith(".part")) {
          String number = file.getKey().substring(1);
          assertThat(file.getValue()).isIn("good " + number, "ruined " + number);
        }
      }
      assertThat(inPlace(Progress.NONE).isPartial()).isFalse();
      assertThat(lying().entrySet())
          .filteredOn(file -> !file.getKey().endsWith(".part"))
          .hasSize(6)
          .allMatch(file -> file.getValue().startsWith("good"));
      if (!died) {
        assertThat(last).as("operations that were tried").isGreaterThan(20);
        return;
      }
    }
  }

  private boolean died() {
    try {
      return inPlace(Progress.NONE).isPartial();
    } catch (IOException e) {
      return true;
    }
  }
}
