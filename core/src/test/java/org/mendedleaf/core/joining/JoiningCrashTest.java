package org.mendedleaf.core.joining;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Joining another log that dies at any of its operations, or whose power fails there: nothing that
 * was committed is lost, and done again it comes to what it would have come to at once.
 */
class JoiningCrashTest {

  private static final int POINTS = 24;

  /** A join of these logs takes fewer operations than that. */
  private static final int OPERATIONS = 90;

  @TempDir Path disk;

  static LongStream points() {
    // Spread over all of them in a check, and each of them at night.
    return Seeds.of(POINTS).map(seed -> seed * 37 % OPERATIONS);
  }

  private static Path other(FaultyDesk desk) {
    return desk.files().getPath("/other");
  }

  /** A store that was put back and worked on, and the copy with what it had. */
  private static void fork(FaultyDesk desk) throws IOException {
    desk.write("prices.csv", "fore;1200");
    desk.write("loft.txt", "the loft");
    desk.capture();
    Path earlier = desk.files().getPath("/earlier");
    desk.closeStore();
    ForkedLogTest.copy(desk.storeFolder(), earlier);
    desk.open();
    desk.write("prices.csv", "fore;1250");
    desk.write("in/new.txt", "new");
    desk.capture();
    desk.write("prices.csv", "fore;1300");
    Files.delete(desk.file("loft.txt"));
    desk.capture();
    desk.closeStore();
    ForkedLogTest.copy(desk.storeFolder(), other(desk));
    ForkedLogTest.delete(desk.storeFolder());
    ForkedLogTest.copy(earlier, desk.storeFolder());
    desk.open();
    // This desk gives up what it has seen.
    var unused = desk.catalogue().rebuild();
    desk.write("prices.csv", "fore;1400");
    desk.write("loft.txt", "the loft again");
    desk.capture();
  }

  private void join(FaultyDesk desk) throws IOException {
    Path tables = disk.resolve("other.sqlite");
    Catalogue.discard(tables);
    try (Store copy = Store.openForReading(other(desk), new Random(1), Encrypting.ring());
        Catalogue catalogue = Catalogue.open(copy, tables)) {
      desk.catalogue().catchUp();
      var unused =
          new Joining(
                  desk.catalogue(),
                  desk.journal(),
                  OtherLog.of(desk.catalogue(), catalogue),
                  desk.clock(),
                  "maren")
              .join(Progress.NONE);
    }
  }

  /** Every revision by its file, number and bytes. */
  private static List<String> told(FaultyDesk desk) throws IOException {
    List<String> told = new ArrayList<>();
    for (long id = 1; id <= desk.catalogue().files().lastFile(); id++) {
      RecordedFile file = desk.catalogue().files().file(id).orElseThrow();
      for (Revision revision : desk.catalogue().files().history(id)) {
        byte[] bytes = desk.catalogue().contents().bytes(revision.state().content().orElseThrow());
        told.add(
            "%s r%d %s %s %s"
                .formatted(
                    file.path(),
                    revision.number(),
                    revision.at(),
                    revision.was(),
                    new String(bytes, StandardCharsets.UTF_8)));
      }
    }
    return told;
  }

  private List<String> atOnce() throws IOException {
    Path own = Files.createDirectories(disk.resolve("at once"));
    try (FaultyDesk desk = new FaultyDesk(own)) {
      fork(desk);
      join(desk);
      return withoutTimesOfJoining(told(desk));
    }
  }

  /** What counted here counts again from when it was joined. */
  private static List<String> withoutTimesOfJoining(List<String> told) {
    return told.stream().map(one -> one.replaceAll(" \\d{4}-\\S+Z ", " ")).toList();
  }

  private static void agrees(FaultyDesk desk, List<String> before, List<String> wanted)
      throws IOException {
    assertThat(told(desk)).as("nothing that was here is renumbered").containsAll(before);
    assertThat(withoutTimesOfJoining(told(desk))).isEqualTo(wanted);
    for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
      assertThat(desk.store().verification().deep(sheaf).damage()).isEmpty();
    }
    var unused = desk.catalogue().rebuild();
    assertThat(withoutTimesOfJoining(told(desk))).isEqualTo(wanted);
  }

  @ParameterizedTest
  @MethodSource("points")
  void dyingAnywhereCostsNothing(long point) throws Exception {
    List<String> wanted = atOnce();
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      fork(desk);
      List<String> before = told(desk);
      desk.dieAfter(point);
      boolean died = false;
      try {
        join(desk);
      } catch (IOException e) {
        died = true;
      }
      desk.startAgain();
      assertThat(told(desk)).containsAll(before);
      if (died) {
        join(desk);
      }
      agrees(desk, before, wanted);
    }
  }

  @ParameterizedTest
  @MethodSource("points")
  void losingPowerAnywhereCostsNothing(long point) throws Exception {
    List<String> wanted = atOnce();
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      fork(desk);
      List<String> before = told(desk);
      PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
      desk.powerFailsAfter(point);
      try {
        join(desk);
      } catch (PowerCut.Now e) {
        // It is joined again below.
      }
      desk.startAgainAfter(power, new Random(point));
      assertThat(told(desk)).containsAll(before);
      join(desk);
      agrees(desk, before, wanted);
    }
  }
}
