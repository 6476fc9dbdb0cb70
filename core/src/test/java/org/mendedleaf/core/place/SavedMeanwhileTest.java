package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
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
 * Somebody saves while something is being put into place: that save is never lost, on a shelf or
 * off it, even if the drive's clock cannot tell it from what stood there before.
 */
class SavedMeanwhileTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Path out;

  @BeforeEach
  void aShelfAndAFolderElsewhere() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("in/list.csv", "good one");
    desk.capture();
    out = desk.files().getPath("/out");
    Files.createDirectories(out.resolve("in"));
    Files.writeString(out.resolve("in/list.csv"), "stood it");
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private Receipt recover(String run) throws IOException {
    RecoveryOrder order =
        new RecoveryOrder(
            desk.shelf(),
            List.of(new Pick.OfMoment(new InnerPath("in"), new Moment.At(desk.now()))),
            new Destination.Folder(out),
            IfThere.MAKE_ROOM,
            LaterFiles.KEEP);
    desk.recovery()
        .run(
            new Recovery.RecoveryRequest(
                order,
                Optional.of(desk.folder()),
                "maren",
                run,
                desk.files().getPath("/plan"),
                new HashSet<>()),
            Progress.NONE);
    List<Receipt> receipts = desk.recovery().receipts(run);
    return receipts.get(receipts.size() - 1);
  }

  /** Saves once, as soon as something is written aside in this folder. */
  private void saveWhileWriting(Path file, String text, Optional<FileTime> at) {
    AtomicBoolean saved = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              boolean aside = path.toString().endsWith(".part");
              if (operation == Operation.WRITE && aside && saved.compareAndSet(false, true)) {
                Files.writeString(file, text);
                if (at.isPresent()) {
                  Files.setLastModifiedTime(file, at.get());
                }
              }
            });
  }

  private ReceiptItem item(Receipt receipt) {
    return receipt.items().stream()
        .filter(item -> item.target().endsWith("list.csv"))
        .reduce((first, last) -> last)
        .orElseThrow();
  }

  private List<String> states(String name) throws IOException {
    RecordedFile file =
        desk.catalogue().files().lastAt(desk.shelf(), new InnerPath(name)).orElseThrow();
    List<String> states = new java.util.ArrayList<>();
    for (Revision revision : desk.catalogue().files().history(file.id())) {
      byte[] bytes = desk.catalogue().contents().bytes(revision.state().content().orElseThrow());
      states.add(new String(bytes, StandardCharsets.UTF_8));
    }
    return states;
  }

  @Test
  void aRecoveryElsewhereLeavesASaveThatWasMadeMeanwhile() throws Exception {
    saveWhileWriting(out.resolve("in/list.csv"), "saved just now", Optional.empty());
    Receipt receipt = recover("run");
    assertThat(out.resolve("in/list.csv")).hasContent("saved just now");
    assertThat(item(receipt).outcome()).isEqualTo(Outcome.REFUSED);
  }

  @Test
  void aRecoveryElsewhereLeavesASaveWithinTheSameTickOfTheDrive() throws Exception {
    Path file = out.resolve("in/list.csv");
    FileTime tick = FileTime.from(desk.now());
    Files.setLastModifiedTime(file, tick);
    saveWhileWriting(file, "tick two", Optional.of(tick));
    Receipt receipt = recover("run");
    assertThat(file).hasContent("tick two");
    assertThat(item(receipt).outcome()).isEqualTo(Outcome.REFUSED);
  }

  /** What stood there is in the store already, and nothing is written aside yet. */
  @Test
  void aRecoveryElsewhereLeavesASaveMadeAfterWhatStoodThereWasKept() throws Exception {
    AtomicBoolean saved = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              boolean published = path.toString().startsWith("/store/log/");
              if (operation == Operation.LINK && published && saved.compareAndSet(false, true)) {
                Files.writeString(out.resolve("in/list.csv"), "saved just now");
              }
            });
    Receipt receipt = recover("run");
    assertThat(saved).isTrue();
    assertThat(out.resolve("in/list.csv")).hasContent("saved just now");
    assertThat(item(receipt).outcome()).isEqualTo(Outcome.REFUSED);
  }

  @Test
  void takingBackElsewhereLeavesASaveMadeAfterItWasLookedAt() throws Exception {
    desk.write("in/zebra.csv", "striped");
    desk.capture();
    Receipt receipt = recover("run");
    AtomicBoolean saved = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              boolean other = path.toString().equals("/out/in/zebra.csv");
              if (operation == Operation.DELETE && other && saved.compareAndSet(false, true)) {
                Files.writeString(out.resolve("in/list.csv"), "saved just now");
              }
            });
    Receipt undone =
        desk.recovery()
            .undo(
                receipt.act().id(),
                Optional.of(desk.folder()),
                "maren",
                Optional.empty(),
                Progress.NONE);
    assertThat(saved).isTrue();
    assertThat(out.resolve("in/list.csv")).hasContent("saved just now");
    assertThat(item(undone).outcome()).isEqualTo(Outcome.REFUSED);
  }

  @Test
  void takingBackElsewhereLeavesASaveThatWasMadeMeanwhile() throws Exception {
    Receipt receipt = recover("run");
    saveWhileWriting(out.resolve("in/list.csv"), "saved just now", Optional.empty());
    assertThatThrownBy(
            () ->
                desk.recovery()
                    .undo(
                        receipt.act().id(),
                        Optional.of(desk.folder()),
                        "maren",
                        Optional.empty(),
                        Progress.NONE))
        .hasMessageContaining("saved again just now");
    assertThat(out.resolve("in/list.csv")).hasContent("saved just now");

    // It was not taken back, so that can be tried again.
    Files.writeString(out.resolve("in/list.csv"), "good one");
    desk.files().setFaults((operation, path, bytes) -> {});
    desk.recovery()
        .undo(
            receipt.act().id(),
            Optional.of(desk.folder()),
            "maren",
            Optional.empty(),
            Progress.NONE);
    assertThat(out.resolve("in/list.csv")).hasContent("stood it");
  }

  /** The capture begins, ten minutes later it reads the file, which is saved just then. */
  @Test
  void aSaveWithinOneTickOfTheReadingInALongCaptureIsRecordedBeforeItGivesWay() throws Exception {
    desk.write("in/list.csv", "read one");
    AtomicBoolean read = new AtomicBoolean();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.READ
                  && path.endsWith("list.csv")
                  && read.compareAndSet(false, true)) {
                desk.clock().forward(Duration.ofMinutes(10));
              }
            });
    FileTime tick = FileTime.from(desk.now().plus(Duration.ofMinutes(70)));
    Files.setLastModifiedTime(desk.file("in/list.csv"), tick);
    desk.capture();
    assertThat(read).isTrue();
    Files.writeString(desk.file("in/list.csv"), "save two");
    Files.setLastModifiedTime(desk.file("in/list.csv"), tick);

    RecordedFile file =
        desk.catalogue().files().lastAt(desk.shelf(), new InnerPath("in/list.csv")).orElseThrow();
    try {
      desk.mending().mend(file.id(), 0, desk.folder(), "maren");
    } catch (RefusedException e) {
      assertThat(desk.file("in/list.csv")).hasContent("save two");
      return;
    }
    assertThat(states("in/list.csv")).contains("save two");
  }
}
