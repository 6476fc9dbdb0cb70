package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.OtherDeskException;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.StoreParameters;

/** What a capture and a mending do when the disk does not do what it should. */
class CaptureFaultsTest {

  @TempDir Path disk;
  private FaultyDesk desk;

  @BeforeEach
  void open() throws Exception {
    desk = new FaultyDesk(disk);
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private CaptureReport capture() throws IOException {
    return ((CaptureOutcome.Done) desk.capture()).report();
  }

  private RecordedFile recorded(String path) throws IOException {
    return desk.catalogue().files().lastAt(desk.shelf(), new InnerPath(path)).orElseThrow();
  }

  private String content(String path) throws IOException {
    var revision = desk.catalogue().files().current(recorded(path).id()).orElseThrow();
    return new String(
        desk.catalogue().contents().bytes(revision.state().content().orElseThrow()),
        java.nio.charset.StandardCharsets.UTF_8);
  }

  @Test
  void anUnreadableFileIsReportedAndTheRestCaptured() throws Exception {
    desk.write("good.txt", "good");
    desk.write("locked.txt", "locked");
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.READ && path.endsWith("locked.txt")) {
                throw new AccessDeniedException(path.toString());
              }
            });

    CaptureReport report = capture();

    assertThat(report.added()).isEqualTo(1);
    assertThat(report.problems())
        .containsExactly(
            new Problem(
                new InnerPath("locked.txt"),
                Problem.ProblemKind.UNREADABLE,
                "no permission to read it"));
    assertThat(content("good.txt")).isEqualTo("good");
  }

  @Test
  void aFolderThatCannotBeListedIsNotTakenAsEmptied() throws Exception {
    desk.write("in/a.txt", "a");
    desk.write("b.txt", "b");
    capture();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.LIST && path.endsWith("in")) {
                throw new AccessDeniedException(path.toString());
              }
            });

    CaptureReport report = capture();

    assertThat(report.removed()).isZero();
    assertThat(recorded("in/a.txt").present()).isTrue();
    assertThat(report.problems()).extracting(Problem::path).containsExactly(new InnerPath("in"));
  }

  @Test
  void aFileThatKeepsChangingIsReportedAsBeingWritten() throws Exception {
    desk.write("log.txt", "start");
    AtomicInteger saves = new AtomicInteger();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.READ && path.endsWith("log.txt") && bytes == 0) {
                // somebody writes to it between the look and the read, every time
                desk.write("log.txt", "start" + "x".repeat(saves.incrementAndGet()));
              }
            });

    CaptureReport report = capture();

    assertThat(report.problems())
        .extracting(Problem::kind)
        .containsExactly(Problem.ProblemKind.BEING_WRITTEN);
    assertThat(saves.get()).as("it is tried three times").isEqualTo(3);
  }

  @Test
  void aFileThatChangedOnceWhileItWasReadIsRecordedWhole() throws Exception {
    desk.write("report.txt", "first half");
    AtomicInteger saves = new AtomicInteger();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.READ
                  && path.endsWith("report.txt")
                  && bytes == 0
                  && saves.getAndIncrement() == 0) {
                desk.write("report.txt", "first half and second half");
              }
            });

    assertThat(capture().problems()).isEmpty();
    assertThat(content("report.txt")).isEqualTo("first half and second half");
  }

  @Test
  void aFullStoreLosesNothingAndTheNextCaptureGoesOn() throws Exception {
    desk.write("a.txt", "kept before");
    capture();
    desk.write("a.txt", "does not fit any more");
    AtomicLong room = new AtomicLong(40);
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.WRITE
                  && path.startsWith(desk.storeFolder())
                  && room.addAndGet(-bytes) < 0) {
                throw new IOException("No space left on device");
              }
            });

    assertThatThrownBy(this::capture).hasMessageContaining("No space left");

    desk.files().setFaults((operation, path, bytes) -> {});
    assertThat(content("a.txt")).isEqualTo("kept before");
    assertThat(capture().changed()).isEqualTo(1);
    assertThat(content("a.txt")).isEqualTo("does not fit any more");
  }

  @Test
  void aFullDriveLeavesTheFileThatWasToBeMendedAsItWas() throws Exception {
    desk.write("a.txt", "good");
    capture();
    desk.write("a.txt", "ruined");
    capture();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.WRITE && path.startsWith(desk.folder()) && bytes > 0) {
                throw new IOException("No space left on device");
              }
            });

    assertThatThrownBy(() -> desk.mending().mend(recorded("a.txt").id(), 0, desk.folder(), "maren"))
        .isInstanceOf(IOException.class);

    assertThat(Files.readString(desk.file("a.txt"))).isEqualTo("ruined");
    try (var left = Files.list(desk.folder())) {
      assertThat(left).as("nothing is left lying about").hasSize(1);
    }
  }

  @Test
  void aReadOnlyFolderIsSaidAndLeftAsItIs() throws Exception {
    desk.write("a.txt", "good");
    capture();
    desk.write("a.txt", "ruined");
    capture();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.WRITE && path.startsWith(desk.folder())) {
                throw new AccessDeniedException(path.toString());
              }
            });

    assertThatThrownBy(() -> desk.mending().mend(recorded("a.txt").id(), 0, desk.folder(), "maren"))
        .isInstanceOf(RefusedException.class)
        .hasMessageContaining("no permission to write in its folder")
        .hasMessageContaining("Nothing was changed");
    assertThat(Files.readString(desk.file("a.txt"))).isEqualTo("ruined");
    assertThat(recorded("a.txt").lastNumber()).isEqualTo(1);
  }

  @Test
  void aPlaceWithoutHardLinksServesOneDeskUntilAnotherTakesOver() throws Exception {
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.LINK) {
                throw new UnsupportedOperationException("no links on this drive");
              }
            });
    Path folder = Files.createDirectories(desk.files().getPath("/stick"));
    LocalDurability place = LocalDurability.probe(folder);
    assertThat(place.severalWriters()).isFalse();
    try (Store store =
            Store.make(
                folder.resolve("store"),
                StoreParameters.STANDARD,
                desk.now(),
                "mine",
                place,
                new java.util.Random(9));
        Catalogue catalogue = Catalogue.open(store, disk.resolve("stick.sqlite"))) {
      Journal.Draft draft = Journal.Draft.on(1, Act.MEND, desk.now(), "maren", java.util.List.of());
      try (WriteSession session = store.write(catalogue)) {
        assertThat(new Journal(catalogue, "mine").commit(draft, session)).isPresent();
      }
      try (WriteSession session = store.write(catalogue)) {
        assertThatThrownBy(() -> new Journal(catalogue, "theirs").commit(draft, session))
            .hasMessageContaining("another desk writes there");
      }
      store.takeOver("theirs");
      try (WriteSession session = store.write(catalogue)) {
        assertThat(new Journal(catalogue, "theirs").commit(draft, session)).isPresent();
      }
      try (WriteSession session = store.write(catalogue)) {
        assertThatThrownBy(() -> new Journal(catalogue, "mine").commit(draft, session))
            .isInstanceOf(OtherDeskException.class);
      }
    }
  }

  @Test
  void aSaveInTheLastMomentStopsTheMending() throws Exception {
    desk.write("a.txt", "good");
    capture();
    desk.write("a.txt", "ruined");
    capture();
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              boolean aside = path.getFileName().toString().endsWith(".part");
              if (operation == Operation.READ && aside && bytes == 0) {
                desk.write("a.txt", "saved by somebody just now");
              }
            });

    assertThatThrownBy(() -> desk.mending().mend(recorded("a.txt").id(), 0, desk.folder(), "maren"))
        .isInstanceOf(RefusedException.class)
        .hasMessageContaining("saved again just now");

    assertThat(Files.readString(desk.file("a.txt"))).isEqualTo("saved by somebody just now");
  }

  @Test
  void aShelfFolderThatIsMissingOrEmptyIsAQuestion() throws Exception {
    desk.write("a.txt", "a");
    capture();
    Files.delete(desk.file("a.txt"));
    assertThat(desk.capture()).isEqualTo(new CaptureOutcome.SuddenlyEmpty(desk.folder(), 1));
    Files.delete(desk.folder());
    assertThat(desk.capture()).isEqualTo(new CaptureOutcome.FolderMissing(desk.folder()));
    assertThat(recorded("a.txt").present()).isTrue();
  }

  @Test
  void aCatalogueThatIsCutOrGoneIsBuiltAgain() throws Exception {
    desk.write("a.txt", "a");
    capture();
    desk.closeStore();
    Files.write(disk.resolve("catalogue.sqlite"), new byte[3000]);
    Files.deleteIfExists(disk.resolve("catalogue.sqlite-wal"));

    desk.open();

    assertThat(content("a.txt")).isEqualTo("a");
  }

  /** After a remount every file has another key, and none has changed. */
  @Test
  void afterARemountAShelfIsReadOnceAndNotAtEveryCapture() throws Exception {
    for (int i = 0; i < 5; i++) {
      desk.write("in/f" + i, "text " + i);
    }
    desk.capture();
    assertThat(read(desk.capture())).isZero();
    Path copies = desk.files().getPath("/copies");
    Files.createDirectories(copies);
    for (int i = 0; i < 5; i++) {
      Path file = desk.file("in/f" + i);
      FileTime time = Files.getLastModifiedTime(file);
      Files.copy(file, copies.resolve("f" + i));
      Files.delete(file);
      Files.copy(copies.resolve("f" + i), file);
      Files.setLastModifiedTime(file, time);
    }
    assertThat(read(desk.capture())).isPositive();
    assertThat(read(desk.capture())).isZero();
  }

  private static long read(CaptureOutcome outcome) {
    return ((CaptureOutcome.Done) outcome).report().bytesRead();
  }
}
