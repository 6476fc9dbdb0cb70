package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoreFormatException;
import org.mendedleaf.core.stores.VerifyDepth;
import org.mendedleaf.core.stores.VerifyReport;

/** No stored byte can change unseen, and damage stays where it is. */
class DamageTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void open() throws Exception {
    desk = new TestDesk(base);
    byte[] noise = new byte[90_000];
    new Random(1).nextBytes(noise);
    desk.write("a.bin", noise);
    desk.write("b.txt", "some text\n".repeat(50));
    desk.capture();
    desk.write("b.txt", "some text\n".repeat(50) + "more\n");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<Path> files(String ending) throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store"))) {
      return files.filter(file -> file.toString().endsWith(ending)).sorted().toList();
    }
  }

  private VerifyReport verify(VerifyDepth depth) throws IOException {
    desk.restart();
    return desk.office().stores().verify(desk.shelf().store(), depth, Progress.NONE);
  }

  private static void flip(Path file, int at) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    bytes[at] ^= 0x10;
    Files.write(file, bytes);
  }

  @Test
  void aFlippedBitAnywhereInASheafIsFound() throws Exception {
    Random random = new Random(2);
    for (Path sheaf : files(".sheaf")) {
      int size = (int) Files.size(sheaf);
      for (int at :
          new int[] {
            0,
            9,
            13,
            30,
            40,
            60,
            size - 1,
            size - 10,
            size - 20,
            size - 28,
            32 + random.nextInt(size - 60)
          }) {
        flip(sheaf, at);
        VerifyReport report = verify(VerifyDepth.DEEP);
        assertThat(report.damaged()).as("byte %d of %s", at, sheaf).isNotEmpty();
        assertThat(report.damaged().get(0).where()).contains(sheaf.getFileName().toString());
        flip(sheaf, at);
      }
    }
    assertThat(verify(VerifyDepth.CONTENT).damaged()).isEmpty();
  }

  /** What is damaged does not count as held, and the next capture of the same content heals it. */
  @Test
  void aCaptureStoresAgainWhatIsKnownToBeDamaged() throws Exception {
    byte[] noise = Files.readAllBytes(desk.file("a.bin"));
    Path large = largest();
    flip(large, (int) Files.size(large) / 2);
    assertThat(verify(VerifyDepth.DEEP).damaged()).isNotEmpty();
    assertThatThrownBy(() -> desk.content(desk.life("a.bin"), 0))
        .isInstanceOf(DamagedContentException.class);
    desk.write("again.bin", noise);
    // Small contents may share a record with what was hurt.
    desk.write("again.txt", "some text\n".repeat(50));
    desk.write("again too.txt", Files.readAllBytes(desk.file("b.txt")));
    desk.capture();
    assertThat(desk.content(desk.life("again.bin"), 1)).isEqualTo(noise);
    assertThat(desk.content(desk.life("a.bin"), 0)).isEqualTo(noise);
    assertThat(
            desk.office()
                .stores()
                .verify(desk.shelf().store(), VerifyDepth.CONTENT, Progress.NONE)
                .damaged())
        .as("the sheaf itself is still damaged, no file is")
        .allMatch(damage -> damage.files().isEmpty());
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void aCaptureStoresAgainWhatLayInASheafThatIsGoneOrCutOff(boolean gone) throws Exception {
    byte[] noise = Files.readAllBytes(desk.file("a.bin"));
    Path large = largest();
    desk.restart();
    if (gone) {
      Files.delete(large);
    } else {
      Files.write(large, Arrays.copyOf(Files.readAllBytes(large), 5_000));
    }
    desk.write("again.bin", noise);
    desk.capture();
    assertThat(desk.content(desk.life("again.bin"), 1)).isEqualTo(noise);
    assertThat(desk.content(desk.life("a.bin"), 0)).isEqualTo(noise);
  }

  private Path largest() throws IOException {
    Path largest = null;
    for (Path sheaf : files(".sheaf")) {
      if (largest == null || Files.size(sheaf) > Files.size(largest)) {
        largest = sheaf;
      }
    }
    return largest;
  }

  @Test
  void aFlippedBitInTheLogIsFoundByAGlance() throws Exception {
    for (Path segment : files(".seg")) {
      for (int at : new int[] {0, 10, 20, 50, (int) Files.size(segment) - 1}) {
        flip(segment, at);
        assertThat(
                desk.office()
                    .stores()
                    .verify(desk.shelf().store(), VerifyDepth.GLANCE, Progress.NONE)
                    .damaged())
            .as("byte %d of %s", at, segment)
            .isNotEmpty();
        flip(segment, at);
      }
    }
  }

  @Test
  void aDamagedContentIsNamedByItsFileAndTheOthersAreGivenBack() throws Exception {
    Path sheaf = files(".sheaf").stream().max(DamageTest::bySize).orElseThrow();
    flip(sheaf, 40_000);
    VerifyReport report = verify(VerifyDepth.DEEP);
    assertThat(report.damaged()).hasSize(1);
    assertThat(report.damaged().get(0).files()).anyMatch(file -> file.contains("a.bin"));
    FileLife life = desk.life("a.bin");
    assertThatThrownBy(() -> desk.content(life, 0)).isInstanceOf(DamagedContentException.class);
    desk.write("c.txt", "the store goes on");
    desk.capture();
    assertThat(desk.content(desk.life("c.txt"), 1))
        .isEqualTo("the store goes on".getBytes(StandardCharsets.UTF_8));
  }

  private static int bySize(Path a, Path b) {
    try {
      return Long.compare(Files.size(a), Files.size(b));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  @Test
  void aMissingSheafIsDamageAndNotSilence() throws Exception {
    Files.delete(files(".sheaf").get(0));
    assertThat(verify(VerifyDepth.GLANCE).damaged()).isNotEmpty();
  }

  @Tag("plain")
  @Test
  void aStoreOfANewerFormatIsLeftAlone() throws Exception {
    Path description = base.resolve("store/store.json");
    String newer = Files.readString(description).replace("\"format\":1", "\"format\":3");
    Files.writeString(description, newer);
    try (Office other = Office.open(Encrypting.ofThisMachine(base.resolve("other")))) {
      assertThatThrownBy(() -> other.stores().open(base.resolve("store")))
          .isInstanceOf(StoreFormatException.class)
          .hasMessageContaining("format 3")
          .hasMessageContaining("Nothing was changed");
    }
    assertThat(Files.readString(description)).isEqualTo(newer);
  }

  @Test
  void aDescriptionOfWhichBothCopiesWereChangedIsDamage() throws Exception {
    for (String copy : List.of("store/store.json", "store/twin/store.json")) {
      Path description = base.resolve(copy);
      Files.writeString(description, Files.readString(description).replace("65536", "32768"));
    }
    try (Office other = Office.open(Encrypting.ofThisMachine(base.resolve("other")))) {
      assertThatThrownBy(() -> other.stores().open(base.resolve("store")))
          .isInstanceOf(DamagedContentException.class);
    }
  }

  @Test
  void storesAndShelvesInsideEachOtherAreRefused() throws Exception {
    Path inside = Files.createDirectories(desk.folder().resolve("inside"));
    assertThatThrownBy(() -> desk.office().stores().make(inside))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("record itself");
    Path sheaves = base.resolve("store/sheaves");
    assertThatThrownBy(
            () ->
                desk.office()
                    .shelves()
                    .add(sheaves, base.resolve("store"), java.util.Optional.empty()))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("inside the store");
    assertThatThrownBy(
            () ->
                desk.office()
                    .shelves()
                    .add(base, base.resolve("store"), java.util.Optional.empty()))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("record itself");
    assertThatThrownBy(
            () ->
                desk.office()
                    .shelves()
                    .add(
                        base.resolve("nowhere"), base.resolve("store"), java.util.Optional.empty()))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("does not exist");
    assertThat(desk.office().shelves().all()).hasSize(1);
  }
}
