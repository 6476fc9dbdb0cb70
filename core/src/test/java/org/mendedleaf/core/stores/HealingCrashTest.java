package org.mendedleaf.core.stores;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.MissingContentException;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * Healing a store from the files of a shelf that dies at any of its operations, or whose power
 * fails there: what could be read still can, and done again everything is whole.
 */
class HealingCrashTest {

  private static final int POINTS = 24;

  /** So many lasting operations it takes, and a few less. */
  private static final int OPERATIONS = 100;

  @TempDir Path disk;

  static LongStream points() {
    return Seeds.of(POINTS).map(seed -> seed * 37 % OPERATIONS);
  }

  private static Set<String> told(FaultyDesk desk) throws IOException {
    Set<String> told = new TreeSet<>();
    for (long id = 1; id <= desk.catalogue().files().lastFile(); id++) {
      RecordedFile file = desk.catalogue().files().file(id).orElseThrow();
      for (Revision revision : desk.catalogue().files().history(id)) {
        content(desk, revision)
            .ifPresent(
                bytes ->
                    told.add(
                        "%s r%d %d"
                            .formatted(
                                file.path().shown(),
                                revision.number(),
                                new String(bytes, StandardCharsets.ISO_8859_1).hashCode())));
      }
    }
    return told;
  }

  private static Optional<byte[]> content(FaultyDesk desk, Revision revision) throws IOException {
    try {
      return Optional.of(
          desk.catalogue().contents().bytes(revision.state().content().orElseThrow()));
    } catch (DamagedContentException | MissingContentException e) {
      return Optional.empty();
    }
  }

  /** Every sheaf hurt in the middle of what it holds, while the files lie on the shelf. */
  private static Set<String> hurt(FaultyDesk desk) throws IOException {
    Random random = new Random(4);
    for (int i = 0; i < 4; i++) {
      byte[] noise = new byte[90_000];
      random.nextBytes(noise);
      Files.write(desk.file("noise %d.bin".formatted(i)), noise);
      desk.write("list %d.csv".formatted(i), "fore;" + i);
      desk.capture();
    }
    Set<String> all = told(desk);
    assertThat(all).hasSize(8);
    desk.catalogue().keep();
    desk.closeStore();
    List<Path> sheaves;
    try (var files = Files.walk(desk.storeFolder())) {
      // What the shelf is called lies in a small one, and in no file of it.
      sheaves =
          files
              .filter(file -> file.toString().endsWith(".sheaf"))
              .filter(HealingCrashTest::isLarge)
              .sorted()
              .toList();
    }
    for (Path sheaf : sheaves.subList(0, 3)) {
      byte[] bytes = Files.readAllBytes(sheaf);
      bytes[bytes.length / 2] ^= 8;
      Files.write(sheaf, bytes);
    }
    desk.open();
    return all;
  }

  private static boolean isLarge(Path sheaf) {
    try {
      return Files.size(sheaf) > 50_000;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void heal(FaultyDesk desk) throws IOException {
    Healing healing = new Healing(desk.catalogue(), desk.journal());
    Verification verification = new Verification(desk.catalogue());
    Verification.Findings found =
        verification.verify(VerifyDepth.DEEP, (sheaf, whole) -> {}, Progress.NONE);
    List<Healing.Remedy> remedies =
        healing.look(found.lost(), List.of(desk.folder()), Progress.NONE);
    if (!remedies.isEmpty()) {
      int unusedPieces = healing.heal(remedies, desk.now(), "maren", Progress.NONE);
    }
    int unusedRetired = healing.retire(found.hurtSheaves(), desk.now(), "maren");
  }

  private static void isHealed(FaultyDesk desk, Set<String> readable, Set<String> all)
      throws IOException {
    assertThat(told(desk)).containsAll(readable);
    heal(desk);
    assertThat(told(desk)).isEqualTo(all);
    var unused = desk.catalogue().rebuild();
    assertThat(told(desk)).isEqualTo(all);
    assertThat(
            new Verification(desk.catalogue())
                .verify(VerifyDepth.DEEP, (sheaf, whole) -> {}, Progress.NONE)
                .hurtSheaves())
        .isEmpty();
  }

  @Test
  void itTakesNoMoreOperationsThanAreTried() throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> all = hurt(desk);
      assertThat(told(desk)).hasSizeLessThan(all.size());
      desk.dieAfter(OPERATIONS);
      heal(desk);
      desk.startAgain();
      assertThat(told(desk)).isEqualTo(all);
    }
  }

  @ParameterizedTest
  @MethodSource("points")
  void aHealingThatDiesAnywhereCostsNothing(long point) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> all = hurt(desk);
      Set<String> readable = told(desk);
      desk.dieAfter(point);
      try {
        heal(desk);
      } catch (IOException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
      desk.startAgain();
      isHealed(desk, readable, all);
    }
  }

  @ParameterizedTest
  @MethodSource("points")
  void aHealingThatLosesPowerAnywhereCostsNothing(long point) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> all = hurt(desk);
      Set<String> readable = told(desk);
      PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
      desk.powerFailsAfter(point);
      try {
        heal(desk);
      } catch (PowerCut.Now e) {
        // What is left is looked at below.
      }
      desk.startAgainAfter(power, new Random(point));
      isHealed(desk, readable, all);
    }
  }
}
