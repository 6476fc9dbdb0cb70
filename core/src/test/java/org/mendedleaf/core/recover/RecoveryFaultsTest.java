package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.capture.TemporaryNames;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.place.NotNotedException;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;

/** Recoveries on a disk that fails: the rest is recovered, and the receipt tells. */
class RecoveryFaultsTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Instant good;
  private int runs;

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
    return run(order(new Destination.InPlace()), "run " + runs++, progress);
  }

  private Receipt run(RecoveryOrder order, String run, Progress progress) throws IOException {
    desk.recovery()
        .run(
            new Recovery.RecoveryRequest(
                order,
                Optional.of(desk.folder()),
                "maren",
                run,
                desk.files().getPath("/plan"),
                new HashSet<>()),
            progress);
    List<Receipt> receipts = desk.recovery().receipts(run);
    return receipts.get(receipts.size() - 1);
  }

  private SortedMap<String, String> lying() throws IOException {
    return lying(desk.folder());
  }

  /** What lies there, apart from what was being written aside. */
  private static SortedMap<String, String> lying(Path root) throws IOException {
    SortedMap<String, String> texts = new TreeMap<>();
    try (Stream<Path> files = Files.list(root.resolve("in"))) {
      for (Path file : files.filter(one -> !one.toString().endsWith(".part")).toList()) {
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

  /** What stood there is in the store already; only the receipt found no room. */
  @Test
  void aStoreThatIsFullAtTheEndIsSaidWithWhatWasDoneAndGetsTheReceiptTheNextTime()
      throws Exception {
    AtomicBoolean placing = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.WRITE && path.startsWith(desk.folder())) {
                placing.set(true);
              }
              if (placing.get()
                  && operation == Operation.WRITE
                  && path.startsWith(desk.storeFolder())) {
                throw new IOException("No space left on device");
              }
            });
    RecoveryOrder order = order(new Destination.InPlace());
    assertThatThrownBy(() -> run(order, "full", Progress.NONE))
        .isInstanceOf(NotNotedException.class)
        .hasMessageContaining("3 more are in place")
        .hasMessageContaining("its drive is full");
    assertThat(lying().values()).allMatch(text -> text.startsWith("good"));

    desk.files().setFaults((operation, path, bytes) -> {});
    run(order, "full", Progress.NONE);
    assertThat(
            desk.recovery().receipts("full").stream()
                .flatMap(receipt -> receipt.items().stream())
                .filter(ReceiptItem::changedSomething)
                .count())
        .isEqualTo(4);
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
        run(order(new Destination.Folder(desk.files().getPath("/out"))), "stopped", stop);
    assertThat(receipt.isPartial()).isTrue();
    assertThat(receipt.items())
        .filteredOn(item -> item.outcome() == Outcome.REFUSED)
        .allMatch(item -> item.why().startsWith("Stopped"));
    // Others were being written aside already.
    try (Stream<Path> there = Files.walk(desk.files().getPath("/out"))) {
      assertThat(there.map(path -> path.getFileName().toString()))
          .isNotEmpty()
          .noneMatch(TemporaryNames::isOne);
    }
  }

  /** At every operation on the shelf, on the store and on the plan, one after another. */
  @ParameterizedTest
  @ValueSource(strings = {"in place", "elsewhere"})
  void aRecoveryThatDiesAnywhereIsResumedAndTakenBackAsOne(String where) throws Exception {
    for (long last = 0; ; last++) {
      close();
      FaultyDesk.forgetCatalogue(disk);
      goodAndRuined();
      boolean inPlace = where.equals("in place");
      Path root = inPlace ? desk.folder() : desk.files().getPath("/out");
      if (!inPlace) {
        Files.createDirectories(root.resolve("in"));
        Files.writeString(root.resolve("in/f0"), "ruined 0");
        Files.writeString(root.resolve("in/f2"), "ruined 2");
      }
      SortedMap<String, String> before = lying(root);
      RecoveryOrder order =
          order(inPlace ? new Destination.InPlace() : new Destination.Folder(root));
      desk.dieAfter(last);
      boolean died = died(order);
      desk.startAgain();
      lying(root)
          .forEach(
              (name, text) ->
                  assertThat(text)
                      .isIn("good " + name.substring(1), "ruined " + name.substring(1)));

      var unused = resume(order);
      assertThat(lying(root)).hasSize(6);
      assertThat(lying(root).values()).allMatch(text -> text.startsWith("good"));
      List<Receipt> receipts = new ArrayList<>(desk.recovery().receipts("the run"));
      Collections.reverse(receipts);
      for (Receipt receipt : receipts) {
        Receipt undone =
            desk.recovery()
                .undo(
                    receipt.act().id(),
                    Optional.of(desk.folder()),
                    "maren",
                    Optional.empty(),
                    Progress.NONE);
        assertThat(undone.isPartial()).as("dead after %d, undone", last).isFalse();
      }
      assertThat(lying(root)).as("dead after %d", last).isEqualTo(before);
      if (!died) {
        assertThat(last).as("operations that were tried").isGreaterThan(20);
        return;
      }
    }
  }

  private boolean died(RecoveryOrder order) {
    try {
      return resume(order).isPartial();
    } catch (IOException e) {
      return true;
    }
  }

  private Receipt resume(RecoveryOrder order) throws IOException {
    return run(order, "the run", Progress.NONE);
  }
}
