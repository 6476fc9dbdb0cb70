package org.mendedleaf.core.store.log;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.oracle.FaultyFileSystem;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoreParameters;

/** The log on places that do not do what they say. */
class SegmentLogTest {

  private FaultyFileSystem files;
  private Path root;
  private Store store;

  @BeforeEach
  void aStore() throws Exception {
    files =
        new FaultyFileSystem(
            Jimfs.newFileSystem(
                Configuration.unix().toBuilder().setAttributeViews("basic", "posix").build()));
    root = files.getPath("/store");
    store =
        Store.make(
            root,
            StoreParameters.STANDARD.forTrial(),
            Instant.EPOCH,
            "desk",
            LocalDurability.probe(files.getPath("/")),
            new Random(1));
  }

  @AfterEach
  void close() throws Exception {
    files.setFaults((operation, path, bytes) -> {});
    store.close();
    files.close();
  }

  /** The first request was done and its answer lost; the second finds the name taken. */
  @Test
  void aLinkThatIsReportedAsTakenButIsOursCounts() throws Exception {
    files.setFaults(
        (operation, path, bytes) -> {
          if (operation == Operation.LINK && path.toString().endsWith(".seg")) {
            Files.write(path, Files.readAllBytes(pending()));
          }
        });
    Optional<Segment> published =
        store.log().publish(0, Segment.NO_PREDECESSOR, List.of("{\"act\":\"x\"}"));
    assertThat(published).isPresent();
    files.setFaults((operation, path, bytes) -> {});
    assertThat(store.log().publish(0, Segment.NO_PREDECESSOR, List.of("{\"act\":\"y\"}")))
        .as("of another desk")
        .isEmpty();
  }

  private Path pending() throws IOException {
    try (Stream<Path> all = Files.list(root.resolve("log"))) {
      return all.filter(one -> one.toString().endsWith(".pending")).findFirst().orElseThrow();
    }
  }

  private void thousand() throws IOException {
    Segment last = null;
    for (int i = 0; i < 1_000; i++) {
      last =
          store
              .log()
              .publish(
                  i,
                  last == null ? Segment.NO_PREDECESSOR : last.hash(),
                  List.of("{\"number\":" + i + "}"))
              .orElseThrow();
    }
  }

  private List<Path> segments() throws IOException {
    try (Stream<Path> all = Files.list(root.resolve("log"))) {
      return all.filter(one -> one.toString().endsWith(".seg")).sorted().toList();
    }
  }

  @Test
  void segmentsStayUntilTheFoldThatHoldsThemWasRead() throws Exception {
    thousand();
    Path fold = root.resolve("log").resolve("000000000000.fold");
    Files.write(fold, new byte[] {1, 2, 3});
    assertThat(store.log().fold(1_000)).isEqualTo(1_000);
    assertThat(segments()).isEmpty();
    for (int i = 0; i < 1_000; i++) {
      assertThat(store.log().read(i).orElseThrow().lines())
          .containsExactly("{\"number\":" + i + "}");
    }
  }

  @Test
  void aFoldThatLacksWhatIsGoneAlreadyIsSaidAndNothingMoreIsDeleted() throws Exception {
    thousand();
    Path fold = root.resolve("log").resolve("000000000000.fold");
    Files.write(fold, new byte[] {1, 2, 3});
    for (String folder : List.of("log", "twin")) {
      Files.delete(root.resolve(folder).resolve("000000000000.seg"));
    }
    assertThatThrownBy(() -> store.log().fold(1_000)).isInstanceOf(DamagedContentException.class);
    assertThat(segments()).hasSize(999);
  }

  @Test
  void whatADyingFoldLeftIsFoldedTheNextTime() throws Exception {
    thousand();
    files.setFaults(
        (operation, path, bytes) -> {
          if (operation == Operation.DELETE && path.toString().endsWith("000000000500.seg")) {
            throw new IOException("the process is dead");
          }
        });
    assertThatThrownBy(() -> store.log().fold(1_000)).hasMessage("the process is dead");
    files.setFaults((operation, path, bytes) -> {});
    assertThat(segments()).hasSize(500);
    store.log().fold(1_000);
    assertThat(segments()).isEmpty();
    assertThat(store.log().read(999)).isPresent();
  }

  @Test
  void whatWasLostWhereItWasFoldedComesBackFromTheTwin() throws Exception {
    thousand();
    store.log().fold(1_000);
    Path fold = root.resolve("log").resolve("000000000000.fold");
    byte[] whole = Files.readAllBytes(fold);
    byte[] hurt = whole.clone();
    hurt[5_000] ^= 4;
    Files.write(fold, hurt);
    store.close();
    store = Store.open(root, LocalDurability.probe(files.getPath("/")), new Random(2));
    assertThat(store.log().read(500).orElseThrow().lines()).containsExactly("{\"number\":500}");
    List<HurtSegment> found = store.log().hurt(1_000);
    assertThat(found).hasSize(1_000).allMatch(HurtSegment::mendable);
    store.log().mend(found, 1_000);
    assertThat(Files.readAllBytes(fold)).isEqualTo(whole);
    assertThat(store.log().hurt(1_000)).isEmpty();
    assertThat(segments()).isEmpty();
  }

  /** As a store was that an earlier program made. */
  @Test
  void aLogWithoutATwinGetsOne() throws Exception {
    thousand();
    try (Stream<Path> all = Files.list(root.resolve("twin"))) {
      for (Path one : all.toList()) {
        Files.delete(one);
      }
    }
    assertThat(store.log().hurt(1_000)).as("nothing is hurt").isEmpty();
    store.log().fold(1_000);
    assertThat(Files.readAllBytes(root.resolve("twin").resolve("000000000000.fold")))
        .isEqualTo(Files.readAllBytes(root.resolve("log").resolve("000000000000.fold")));
  }

  @Test
  void aCommitStandsEvenIfItsSecondCopyCannotBeWritten() throws Exception {
    files.setFaults(
        (operation, path, bytes) -> {
          if (path.toString().contains("/twin/") && operation == Operation.WRITE) {
            throw new IOException("no room");
          }
        });
    assertThat(store.log().publish(0, Segment.NO_PREDECESSOR, List.of("{}"))).isPresent();
    files.setFaults((operation, path, bytes) -> {});
    assertThat(store.log().read(0)).isPresent();
    assertThat(store.log().hurt(1)).isEmpty();
  }
}
