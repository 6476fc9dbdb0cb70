package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.recover.RecoveryOrder;

/**
 * What a try had done whose receipt was never written is told by the next one, and nothing else.
 */
class ResumedTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Instant good;

  @BeforeEach
  void aFolderThatWasRuined() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("in/list.csv", "good list");
    desk.write("in/sub/gone.csv", "good gone");
    desk.capture();
    good = desk.now();
    desk.write("in/list.csv", "ruined");
    desk.write("in/later.csv", "later");
    Files.delete(desk.file("in/sub/gone.csv"));
    Files.delete(desk.file("in/sub"));
    desk.capture();
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private Recovery.RecoveryRequest request(Destination to) {
    return new Recovery.RecoveryRequest(
        new RecoveryOrder(
            desk.shelf(),
            List.of(new Pick.OfMoment(new InnerPath("in"), new Moment.At(good))),
            to,
            IfThere.MAKE_ROOM,
            LaterFiles.REMOVE),
        Optional.of(desk.folder()),
        "maren",
        "run",
        desk.files().getPath("/plan"),
        new HashSet<>());
  }

  /** As if the process died as soon as all was in place, and before anything was noted. */
  private void dieBeforeTheReceipt(Destination to, Path root) {
    AtomicBoolean placing = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.MOVE && path.startsWith(root)) {
                placing.set(true);
              }
              if (placing.get()
                  && operation == Operation.WRITE
                  && path.startsWith(desk.storeFolder())) {
                throw new IOException("the process is dead");
              }
            });
    assertThatThrownBy(() -> desk.recovery().run(request(to), Progress.NONE))
        .isInstanceOf(NotNotedException.class);
    desk.files().setFaults((operation, path, bytes) -> {});
  }

  private List<ReceiptItem> told() throws IOException {
    return desk.recovery().receipts("run").stream()
        .flatMap(receipt -> receipt.items().stream())
        .filter(ReceiptItem::changedSomething)
        .toList();
  }

  private List<String> words(List<ReceiptItem> items) {
    return items.stream()
        .map(item -> item.outcome().word() + " " + item.target().replaceFirst("^/(work|out)/", ""))
        .sorted()
        .toList();
  }

  @Test
  void everyKindOfStepOnAShelfIsTold() throws Exception {
    dieBeforeTheReceipt(new Destination.InPlace(), desk.folder());
    desk.startAgain();
    assertThat(told()).isEmpty();
    desk.recovery().run(request(new Destination.InPlace()), Progress.NONE);
    assertThat(words(told()))
        .containsExactly(
            "folder in/sub",
            "made room in/list.csv",
            "recovered in/sub/gone.csv",
            "removed in/later.csv");
    assertThat(desk.files().getPath("/plan")).doesNotExist();
    // The history has each of them, as if the first try had ended.
    try (Stream<ReceiptItem> removed =
        told().stream().filter(item -> item.outcome() == Outcome.REMOVED)) {
      long file = removed.findFirst().orElseThrow().file().orElseThrow();
      assertThat(desk.catalogue().files().file(file).orElseThrow().present()).isFalse();
    }
    desk.recovery().run(request(new Destination.InPlace()), Progress.NONE);
    assertThat(told()).as("told once").hasSize(4);
  }

  @Test
  void whatTheFirstTryHadPlannedAndNotDoneIsNotTold() throws Exception {
    dieBeforeTheReceipt(new Destination.InPlace(), desk.folder());
    desk.startAgain();
    // Somebody works on meanwhile.
    desk.write("in/list.csv", "typed by hand");
    desk.write("in/later.csv", "later again");
    Files.delete(desk.file("in/sub/gone.csv"));
    Files.delete(desk.file("in/sub"));
    AtomicBoolean settled = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              // The second try goes no further than to tell of the first.
              if (settled.get() && operation == Operation.MOVE && path.startsWith(desk.folder())) {
                throw new IOException("stop here");
              }
            });
    settled.set(true);
    desk.recovery().run(request(new Destination.InPlace()), Progress.NONE);
    assertThat(words(told())).doesNotContain("made room in/list.csv", "recovered in/sub/gone.csv");
    assertThat(desk.file("in/list.csv")).hasContent("typed by hand");
  }

  @Test
  void elsewhereWhatStoodThereIsToldWithIt() throws Exception {
    Path out = desk.files().getPath("/out");
    Files.createDirectories(out.resolve("in"));
    Files.writeString(out.resolve("in/list.csv"), "stood there");
    dieBeforeTheReceipt(new Destination.Folder(out), out);
    desk.startAgain();
    desk.recovery().run(request(new Destination.Folder(out)), Progress.NONE);
    assertThat(words(told()))
        .containsExactly("folder in/sub", "made room in/list.csv", "recovered in/sub/gone.csv");
    assertThat(told())
        .filteredOn(item -> item.outcome() == Outcome.MADE_ROOM)
        .allMatch(item -> item.before().orElseThrow().size() == "stood there".length());
  }
}
