package org.mendedleaf.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.LongRange;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.store.ErasedMeanwhileException;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.upkeep.Upkeep;

/**
 * An erasure that dies at any of its operations on the store: either nothing has happened, or the
 * revisions are gone; everything else is as it was, and the next erasure leaves nothing of either.
 */
class ErasingCrashTest {

  private static final int FILES = 4;
  private static final int REVISIONS = 3;

  @Property(shrinking = ShrinkingMode.OFF)
  void anErasureThatDiesAnywhereHasHappenedOrNot(@ForAll @LongRange(min = 1, max = 30) long last)
      throws Exception {
    Path disk = Files.createTempDirectory("erasing");
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Map<RevisionKey, byte[]> expected = fill(desk, new Random(last));
      leaveBehind(desk);
      List<Revision> goes = histories(desk).get("f0");
      desk.dieInStoreAfter(last);
      boolean died = died(desk, goes);

      desk.startAgain();
      boolean gone = !histories(desk).containsKey("f0");
      assertThat(gone || died).as("without a fault it is done").isTrue();
      if (!gone) {
        agrees(desk, expected);
        erase(desk, histories(desk).get("f0"));
      } else {
        Upkeep.deleteErased(desk.catalogue());
      }
      goes.forEach(revision -> expected.remove(revision.key()));
      agrees(desk, expected);
      for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
        assertThat(desk.store().verification().deep(sheaf).damage()).isEmpty();
      }
      assertThat(stored(desk))
          .as("sheaves that no commit mentions")
          .isEqualTo(desk.catalogue().ledger().sheaves().size());
      assertThat(allBytes(desk)).doesNotContain(marker(0, 0), marker(0, 1), marker(0, 2));
    } finally {
      RandomActs.delete(disk);
    }
  }

  @Example
  void aCommitWhoseSheavesWentWithAnErasureIsRepeated() throws Exception {
    Path disk = Files.createTempDirectory("erasing");
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      fill(desk, new Random(1));
      List<Revision> goes = histories(desk).get("f0");
      desk.write("f1", "saved while somebody else erases");
      AtomicLong erasures = new AtomicLong(1);
      desk.files()
          .setFaults(
              (operation, path, bytes) -> {
                // The capture has stored everything and is about to publish.
                boolean publishes =
                    operation == Operation.LINK
                        && path.startsWith(desk.storeFolder().resolve("log"));
                if (publishes && erasures.getAndDecrement() == 1) {
                  erase(desk, goes);
                }
              });
      assertThatThrownBy(desk::capture).isInstanceOf(ErasedMeanwhileException.class);
      desk.capture();

      List<Revision> history = histories(desk).get("f1");
      Revision newest = history.get(history.size() - 1);
      assertThat(
              new String(
                  desk.catalogue().contents().bytes(newest.state().content().orElseThrow()),
                  StandardCharsets.UTF_8))
          .isEqualTo("saved while somebody else erases");
    } finally {
      RandomActs.delete(disk);
    }
  }

  @Example
  void aPackedSheafThatWentWithAnErasureDoesNotCount() throws Exception {
    Path disk = Files.createTempDirectory("erasing");
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      fill(desk, new Random(1));
      for (String state : List.of("one", "two")) {
        desk.write("beside", state);
        desk.capture();
      }
      List<SheafId> all = desk.catalogue().ledger().sheaves();
      Path stranger = desk.storeFolder().resolve("sheaves/zz/copy of something.sheaf");
      Files.createDirectories(stranger.getParent());
      Files.writeString(stranger, "put there by somebody");
      List<SheafId> newest = all.subList(all.size() - 2, all.size());
      FinishedSheaf packed = desk.store().packing().pack(newest, 1).orElseThrow().sheaf();
      erase(desk, histories(desk).get("f0"));
      assertThat(desk.catalogue().ledger().sheaves())
          .as("the erasure left these as they were")
          .containsAll(newest);

      assertThat(desk.journal().pack(packed, newest, desk.now(), "maren")).isFalse();
      for (Revision revision : histories(desk).get("beside")) {
        assertThat(desk.catalogue().contents().bytes(revision.state().content().orElseThrow()))
            .hasSize(3);
      }
    } finally {
      RandomActs.delete(disk);
    }
  }

  private static Map<RevisionKey, byte[]> fill(FaultyDesk desk, Random random) throws IOException {
    for (int round = 0; round < REVISIONS; round++) {
      for (int file = 0; file < FILES; file++) {
        byte[] common = new byte[600];
        random.nextBytes(common);
        desk.write("f" + file, marker(file, round) + HexFormat.of().formatHex(common));
      }
      desk.capture();
    }
    Map<RevisionKey, byte[]> contents = new HashMap<>();
    for (List<Revision> history : histories(desk).values()) {
      for (Revision revision : history) {
        contents.put(
            revision.key(),
            desk.catalogue().contents().bytes(revision.state().content().orElseThrow()));
      }
    }
    return contents;
  }

  /** Short enough to be stored as it is beside what cannot be compressed. */
  private static String marker(int file, int round) {
    return "marker%d%d".formatted(file, round);
  }

  /** What a capture stored that was killed before its commit: the content that is to go. */
  private static void leaveBehind(FaultyDesk desk) throws IOException {
    try (WriteSession session = desk.store().write(desk.catalogue())) {
      session.metadata(marker(0, 0).getBytes(StandardCharsets.UTF_8));
      session.finish();
    }
  }

  private static Map<String, List<Revision>> histories(FaultyDesk desk) throws IOException {
    Map<String, List<Revision>> histories = new HashMap<>();
    for (PresentFile file : desk.catalogue().present().of(desk.shelf())) {
      histories.put(file.state().path().text(), desk.catalogue().files().history(file.file()));
    }
    return histories;
  }

  private static boolean died(FaultyDesk desk, List<Revision> goes) {
    try {
      erase(desk, goes);
      return false;
    } catch (IOException e) {
      return true;
    }
  }

  private static void erase(FaultyDesk desk, List<Revision> goes) throws IOException {
    Erasing erasing = new Erasing(desk.catalogue(), desk.journal());
    Erasing.Prepared prepared = erasing.prepare(desk.shelf(), goes);
    assertThat(erasing.commit(prepared, desk.now(), "maren", Optional.empty())).isPresent();
  }

  private static void agrees(FaultyDesk desk, Map<RevisionKey, byte[]> expected)
      throws IOException {
    Map<RevisionKey, byte[]> found = new HashMap<>();
    for (List<Revision> history : histories(desk).values()) {
      for (Revision revision : history) {
        found.put(
            revision.key(),
            desk.catalogue().contents().bytes(revision.state().content().orElseThrow()));
      }
    }
    assertThat(found.keySet()).isEqualTo(expected.keySet());
    expected.forEach((key, bytes) -> assertThat(found.get(key)).isEqualTo(bytes));
  }

  private static long stored(FaultyDesk desk) throws IOException {
    try (Stream<Path> files = Files.walk(desk.storeFolder().resolve("sheaves"))) {
      return files.filter(file -> file.toString().endsWith(".sheaf")).count();
    }
  }

  private static String allBytes(FaultyDesk desk) throws IOException {
    List<String> all = new ArrayList<>();
    try (Stream<Path> files = Files.walk(desk.storeFolder())) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        all.add(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1));
      }
    }
    return String.join("\n", all);
  }
}
