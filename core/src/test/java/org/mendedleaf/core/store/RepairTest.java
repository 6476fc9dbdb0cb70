package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.StoreRepair;
import org.mendedleaf.core.stores.VerifyDepth;
import org.mendedleaf.core.stores.VerifyReport;

/**
 * What is damaged in a store comes back from files on shelves that still hold it; what no file
 * holds is named, and nothing that is only in a damaged sheaf is thrown away.
 */
class RepairTest {

  @TempDir Path base;
  private TestDesk desk;
  private byte[] first;
  private byte[] second;

  /** Two states of a file of many chunks, of which the beginning stayed the same. */
  @BeforeEach
  void aLargeFileAndSmallOnes() throws Exception {
    desk = new TestDesk(base);
    first = new byte[3_000_000];
    new Random(4).nextBytes(first);
    desk.write("panels.svg", first);
    desk.write("price list.csv", "jib;410\n".repeat(400));
    desk.capture();
    second = first.clone();
    byte[] changed = new byte[400_000];
    new Random(5).nextBytes(changed);
    System.arraycopy(changed, 0, second, 2_500_000, changed.length);
    desk.write("panels.svg", second);
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private List<Path> sheaves() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(file -> file.toString().endsWith(".sheaf")).sorted().toList();
    }
  }

  private Path largest() throws IOException {
    Path largest = sheaves().get(0);
    for (Path sheaf : sheaves()) {
      largest = Files.size(sheaf) > Files.size(largest) ? sheaf : largest;
    }
    return largest;
  }

  private static void flip(Path file, int at) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    bytes[at] ^= 0x10;
    Files.write(file, bytes);
  }

  private StoreRepair repair() throws IOException {
    return desk.office().stores().repair(desk.shelf().store());
  }

  private VerifyReport verify() throws IOException {
    return desk.office().stores().verify(desk.shelf().store(), VerifyDepth.CONTENT, Progress.NONE);
  }

  @Test
  void whatTheFileStillHoldsComesBackAndTheDamagedSheafGoes() throws Exception {
    Path sheaf = largest();
    flip(sheaf, 500_000);
    assertThat(verify().files())
        .extracting(VerifyReport.HurtFile::sentence)
        .containsExactly(
            "first state and r1 of Desk of home/panels.svg cannot be read; no revision of it is whole");

    RepairReport would = repair().rehearse(Progress.NONE);
    assertThat(would.pieces()).isPositive();
    assertThat(would.sources()).containsExactly(desk.file("panels.svg"));
    assertThat(would.lost()).isEmpty();
    assertThat(verify().files()).as("nothing was changed by that").hasSize(1);

    RepairReport done = repair().run(Progress.NONE);
    assertThat(done.pieces()).isEqualTo(would.pieces());
    assertThat(done.sheaves()).isEqualTo(1);
    assertThat(done.lost()).isEmpty();
    assertThat(verify().damaged()).isEmpty();
    assertThat(desk.content(desk.life("panels.svg"), 0)).isEqualTo(first);
    assertThat(desk.content(desk.life("panels.svg"), 1)).isEqualTo(second);
    assertThat(desk.office().stores().ledger(desk.shelf().store()))
        .filteredOn(entry -> entry.act() == Act.REPAIR)
        .hasSize(2);
    desk.clock().forward(Duration.ofMinutes(11));
    assertThat(desk.office().stores().upkeep(desk.shelf().store()).deleted()).isPositive();
    assertThat(sheaf).doesNotExist();
    assertThat(verify().damaged()).isEmpty();
    desk.restart();
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(desk.content(desk.life("panels.svg"), 0)).isEqualTo(first);
  }

  @Test
  void whatNoFileHoldsAnyMoreIsNamedAndItsSheafStays() throws Exception {
    Path sheaf = largest();
    flip(sheaf, 2_700_000);

    RepairReport would = repair().rehearse(Progress.NONE);
    assertThat(would.lost())
        .extracting(VerifyReport.HurtFile::sentence)
        .containsExactly("first state of Desk of home/panels.svg cannot be read; r1 is whole");
    RepairReport done = repair().run(Progress.NONE);
    assertThat(done.lost()).isEqualTo(would.lost());
    assertThat(done.sheaves()).isZero();
    assertThat(sheaf).exists();
    assertThatThrownBy(() -> desk.content(desk.life("panels.svg"), 0))
        .isInstanceOf(DamagedContentException.class);
    assertThat(desk.content(desk.life("panels.svg"), 1)).isEqualTo(second);

    flip(sheaf, 2_700_000);
    assertThat(verify().damaged()).as("the drive gave it back").isEmpty();
    assertThat(desk.content(desk.life("panels.svg"), 0)).isEqualTo(first);
  }

  /** The chunk lists of large contents come back with them, which no piece of a file shows. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void everySheafMayBeGoneOrFullOfZeros(boolean gone) throws Exception {
    for (Path sheaf : sheaves()) {
      byte[] bytes = Files.readAllBytes(sheaf);
      if (gone) {
        Files.delete(sheaf);
      } else {
        Files.write(sheaf, new byte[bytes.length]);
      }
    }
    desk.restart();
    assertThat(verify().files()).hasSize(2);

    RepairReport done = repair().run(Progress.NONE);
    assertThat(done.lost())
        .extracting(VerifyReport.HurtFile::sentence)
        .containsExactly("first state of Desk of home/panels.svg cannot be read; r1 is whole");
    assertThat(desk.content(desk.life("panels.svg"), 1)).isEqualTo(second);
    assertThat(desk.content(desk.life("price list.csv"), 0))
        .isEqualTo(Files.readAllBytes(desk.file("price list.csv")));
  }

  @Test
  void aFileThatWasRenamedOrLiesOnAnotherShelfHealsToo() throws Exception {
    Path other = Files.createDirectories(base.resolve("other"));
    Files.move(desk.file("panels.svg"), other.resolve("a copy.svg"));
    var shelf = desk.office().shelves().add(other, base.resolve("store"), Optional.of("Other"));
    assertThat(shelf.name()).isEqualTo("Other");
    flip(largest(), 500_000);

    RepairReport done = repair().run(Progress.NONE);
    assertThat(done.sources()).containsExactly(other.resolve("a copy.svg"));
    assertThat(verify().files()).isEmpty();
  }

  /** Each flipped bit of each sheaf: what is damaged afterwards is named, or nothing is. */
  @Test
  void aRepairNeverMakesItWorse() throws Exception {
    Random random = new Random(7);
    List<Path> sheaves = new ArrayList<>(sheaves());
    for (int i = 0; i < 12; i++) {
      Path sheaf = sheaves.get(i % sheaves.size());
      if (!Files.exists(sheaf)) {
        continue;
      }
      int at = random.nextInt((int) Files.size(sheaf));
      flip(sheaf, at);
      RepairReport done = repair().run(Progress.NONE);
      VerifyReport after = verify();
      assertThat(after.files()).as("byte %d of %s", at, sheaf).isEqualTo(done.lost());
      assertThat(desk.content(desk.life("panels.svg"), 1)).isEqualTo(second);
      desk.clock().forward(Duration.ofMinutes(11));
      var unused = desk.office().stores().upkeep(desk.shelf().store());
    }
    boolean same = Arrays.equals(desk.content(desk.life("panels.svg"), 1), second);
    assertThat(same).isTrue();
  }
}
