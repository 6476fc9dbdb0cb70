package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Bringing a mirror up, and mending a store from it, that dies at any of its operations, or whose
 * power fails there: neither loses what it had, and done again both come to where they would have
 * come at once.
 */
class MirrorCrashTest {

  private static final int POINTS = 20;

  /** So many lasting operations each takes, and a few less. */
  private static final int MIRRORING = 104;

  private static final int MENDING = 36;

  @TempDir Path disk;
  private final Random random = new Random(4);

  static LongStream mirroring() {
    return Seeds.of(POINTS).map(seed -> seed * 7 % MIRRORING);
  }

  static LongStream mending() {
    return Seeds.of(POINTS).map(seed -> seed * 7 % MENDING);
  }

  private static Path folder(FaultyDesk desk) {
    return desk.files().getPath("/elsewhere/mirror");
  }

  private interface Use {
    void of(Mirror mirror) throws IOException;
  }

  private void mirror(FaultyDesk desk, Use use) throws IOException {
    Files.createDirectories(folder(desk).getParent());
    LocalDurability durability = LocalDurability.probe(desk.files().getPath("/elsewhere"));
    try (Mirror mirror = Mirror.of(desk.store(), folder(desk), durability, random)) {
      use.of(mirror);
    }
  }

  private void bringUp(FaultyDesk desk) throws IOException {
    desk.catalogue().catchUp();
    mirror(
        desk,
        mirror ->
            mirror.bringUp(
                desk.store(),
                desk.catalogue().commits(),
                desk.catalogue().ledger().sheaves(),
                desk.catalogue()::areRetired,
                desk.now(),
                bytes -> {}));
  }

  private void work(FaultyDesk desk, int rounds) throws IOException {
    for (int i = 0; i < rounds; i++) {
      byte[] noise = new byte[30_000];
      random.nextBytes(noise);
      Files.write(desk.file("noise.bin"), noise);
      desk.write("in/list.csv", "fore;" + random.nextInt());
      desk.capture();
    }
  }

  private static Set<String> told(Catalogue catalogue) throws IOException {
    Set<String> told = new TreeSet<>();
    for (long id = 1; id <= catalogue.files().lastFile(); id++) {
      RecordedFile file = catalogue.files().file(id).orElseThrow();
      for (Revision revision : catalogue.files().history(id)) {
        String bytes;
        try {
          bytes =
              new String(
                  catalogue.contents().bytes(revision.state().content().orElseThrow()),
                  StandardCharsets.ISO_8859_1);
        } catch (DamagedContentException | MissingContentException e) {
          continue;
        }
        told.add(file.path() + " r" + revision.number() + " " + bytes.hashCode());
      }
    }
    return told;
  }

  /** What somebody can read who has nothing but the mirror. */
  private Set<String> inMirror(FaultyDesk desk) throws IOException {
    Path tables = disk.resolve("mirror.sqlite");
    Catalogue.discard(tables);
    try (Store copy = Store.openForReading(folder(desk), random, Encrypting.ring());
        Catalogue catalogue = Catalogue.open(copy, tables)) {
      catalogue.catchUp();
      return told(catalogue);
    }
  }

  private interface Doing {
    void on(FaultyDesk desk) throws IOException;
  }

  private void dying(FaultyDesk desk, long point, Doing doing) throws IOException {
    desk.dieAfter(point);
    try {
      doing.on(desk);
    } catch (IOException e) {
      assertThat(e.getMessage()).isNotBlank();
    }
    desk.startAgain();
  }

  private void losingPower(FaultyDesk desk, long point, Doing doing) throws IOException {
    PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
    desk.powerFailsAfter(point);
    try {
      doing.on(desk);
    } catch (PowerCut.Now e) {
      // What is left is looked at below.
    }
    desk.startAgainAfter(power, new Random(point));
  }

  /** A mirror that was up to date once, and much that came since. */
  private Set<String> behind(FaultyDesk desk) throws IOException {
    work(desk, 3);
    bringUp(desk);
    Set<String> had = inMirror(desk);
    assertThat(had).hasSize(6);
    work(desk, 4);
    return had;
  }

  private void isBroughtUp(FaultyDesk desk, Set<String> had, Set<String> all) throws IOException {
    assertThat(told(desk.catalogue())).isEqualTo(all);
    assertThat(inMirror(desk)).containsAll(had);
    bringUp(desk);
    assertThat(inMirror(desk)).isEqualTo(all);
    assertNothingHurt(desk, folder(desk));
  }

  private void assertNothingHurt(FaultyDesk desk, Path root) throws IOException {
    try (Store copy = Store.openForReading(root, random, Encrypting.ring())) {
      List<String> hurt = new ArrayList<>();
      for (SheafId sheaf : copy.sheavesThere()) {
        copy.verification().deep(sheaf).damage().forEach(one -> hurt.add(sheaf + ": " + one));
      }
      copy.log().hurt(desk.catalogue().commits()).forEach(one -> hurt.add(one.where()));
      hurt.addAll(copy.hurtDescriptions());
      assertThat(hurt).isEmpty();
    }
  }

  @ParameterizedTest
  @MethodSource("mirroring")
  void aMirrorWhoseBringingUpDiesAnywhereCatchesUp(long point) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> had = behind(desk);
      Set<String> all = told(desk.catalogue());
      dying(desk, point, this::bringUp);
      isBroughtUp(desk, had, all);
    }
  }

  @ParameterizedTest
  @MethodSource("mirroring")
  void aMirrorThatLosesPowerAnywhereCatchesUp(long point) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> had = behind(desk);
      Set<String> all = told(desk.catalogue());
      losingPower(desk, point, this::bringUp);
      isBroughtUp(desk, had, all);
    }
  }

  /** Sheaves damaged and lost, and a commit lost in both folders of the log. */
  private Set<String> hurt(FaultyDesk desk) throws IOException {
    work(desk, 4);
    bringUp(desk);
    Set<String> all = told(desk.catalogue());
    desk.closeStore();
    List<Path> sheaves;
    try (var files = Files.walk(desk.storeFolder())) {
      sheaves = files.filter(file -> file.toString().endsWith(".sheaf")).sorted().toList();
    }
    assertThat(sheaves).hasSizeGreaterThan(3);
    byte[] bytes = Files.readAllBytes(sheaves.get(1));
    bytes[bytes.length / 2] ^= 8;
    Files.write(sheaves.get(1), bytes);
    Files.delete(sheaves.get(2));
    try (var files = Files.walk(desk.storeFolder())) {
      for (Path file : files.filter(one -> one.toString().endsWith("3.seg")).toList()) {
        Files.delete(file);
      }
    }
    desk.open();
    return all;
  }

  private void mend(FaultyDesk desk) throws IOException {
    mirror(
        desk,
        mirror -> {
          int unusedCommits = mirror.healLog(desk.store());
          List<SheafId> wrong = new ArrayList<>();
          for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
            if (!desk.store().verification().deep(sheaf).damage().isEmpty()) {
              wrong.add(sheaf);
            }
          }
          int unusedSheaves = mirror.heal(desk.store(), wrong, bytes -> {}).size();
          // The second copy of a commit is not waited for; what is wrong with it is mended last.
          long end = desk.catalogue().commits();
          int unusedCopies = desk.store().log().mend(desk.store().log().hurt(end), end);
        });
  }

  private void isMended(FaultyDesk desk, Set<String> readable, Set<String> all) throws IOException {
    assertThat(told(desk.catalogue())).containsAll(readable);
    mend(desk);
    assertThat(told(desk.catalogue())).isEqualTo(all);
    assertNothingHurt(desk, desk.storeFolder());
    var unused = desk.catalogue().rebuild();
    assertThat(told(desk.catalogue())).isEqualTo(all);
  }

  @ParameterizedTest
  @MethodSource("mending")
  void aMendingThatDiesAnywhereCostsNothing(long point) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> all = hurt(desk);
      Set<String> readable = told(desk.catalogue());
      assertThat(readable).hasSizeLessThan(all.size());
      dying(desk, point, this::mend);
      isMended(desk, readable, all);
    }
  }

  @ParameterizedTest
  @MethodSource("mending")
  void aMendingThatLosesPowerAnywhereCostsNothing(long point) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Set<String> all = hurt(desk);
      Set<String> readable = told(desk.catalogue());
      losingPower(desk, point, this::mend);
      isMended(desk, readable, all);
    }
  }

  private boolean dies(FaultyDesk desk, long point, Doing doing) throws IOException {
    desk.dieAfter(point);
    try {
      doing.on(desk);
      return false;
    } catch (IOException e) {
      return true;
    } finally {
      desk.startAgain();
    }
  }

  @Test
  void thePointsLieAmongTheOperationsToTheLast() throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      var unused = behind(desk);
      assertThat(dies(desk, MIRRORING - 12, this::bringUp)).isTrue();
    }
    FaultyDesk.forgetCatalogue(disk);
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      var unused = behind(desk);
      assertThat(dies(desk, MIRRORING, this::bringUp)).isFalse();
    }
    FaultyDesk.forgetCatalogue(disk);
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      var unused = hurt(desk);
      assertThat(dies(desk, MENDING - 12, this::mend)).isTrue();
    }
    FaultyDesk.forgetCatalogue(disk);
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      var unused = hurt(desk);
      assertThat(dies(desk, MENDING, this::mend)).isFalse();
    }
  }
}
