package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.OfficeSettings;

/** What cannot be done: a clear sentence, the exit code, and nothing lost. */
class BadInputTest {

  @TempDir Path base;
  private Typed typed;

  @BeforeEach
  void aShelf() throws Exception {
    typed = new Typed(base);
    Files.createDirectories(base.resolve("work/in"));
    Files.writeString(base.resolve("work/plan.txt"), "good\n");
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Plans");
    typed.done("capture");
  }

  private void assertNothingLost() {
    assertThat(typed.done("show", "Plans:plan.txt", "--revision", "first").text())
        .isEqualTo("good\n");
    typed.done("verify", "--content", "--store", "store");
  }

  private void assertRefused(Typed.Ran ran, String... words) {
    assertThat(ran.exit()).as(ran.err()).isEqualTo(Exit.NOT_DONE);
    assertThat(ran.err()).contains(words);
    assertThat(ran.err().strip().lines()).as("one sentence, no trace").hasSize(1);
    assertNothingLost();
  }

  @Test
  void aStoreInsideItsOwnShelf() {
    assertRefused(
        typed.run("store", "make", "work/in/store"), "would record itself", "Nothing was changed");
    assertThat(base.resolve("work/in/store")).doesNotExist();
    typed.done("store", "make", "other/store");
    assertRefused(
        typed.run("shelf", "add", "other", "--store", "other/store"),
        "inside the folder",
        "would record itself");
  }

  @Test
  void aShelfInsideAStore() {
    assertRefused(
        typed.run("shelf", "add", "store/sheaves", "--store", "store"), "lies inside the store");
  }

  @Test
  void aShelfInsideAnotherShelf() {
    assertRefused(
        typed.run("shelf", "add", "work/in", "--store", "store"), "would be recorded twice");
  }

  @Test
  void aFolderThatIsMissingOrNoFolder() throws Exception {
    assertRefused(
        typed.run("shelf", "add", "nowhere", "--store", "store"), "nowhere", "does not exist");
    assertRefused(
        typed.run("shelf", "add", "work/plan.txt", "--store", "store"), "is not a folder");
    assertRefused(typed.run("store", "open", "nowhere"), "There is no store in");
    Files.move(base.resolve("work"), base.resolve("moved away"));
    assertRefused(typed.run("capture"), "work");
    Files.move(base.resolve("moved away"), base.resolve("work"));
    typed.done("capture");
  }

  @Test
  void aPlaceWhereNobodyMayWrite() throws Exception {
    Files.writeString(base.resolve("letter.txt"), "no folder");
    Path readOnly = Path.of("/proc");
    assumeTrue(Files.isDirectory(readOnly), "a place where not even root may make a folder");
    assertRefused(
        typed.run("store", "make", readOnly + "/store"),
        "No store could be made",
        "Nothing was changed");
    assertRefused(
        typed.run("store", "make", "letter.txt/store"),
        "No store could be made",
        "Nothing was changed");
  }

  @Test
  void aFullDisk() throws Exception {
    Files.writeString(base.resolve("work/plan.txt"), "does not fit any more\n");
    assertRefused(
        typed.through(BadInputTest::onAFullDisk).run("capture"), "a drive is full", "make room");
    assertThat(base.resolve("work/plan.txt")).hasContent("does not fit any more\n");
    typed.done("capture");
    assertThat(typed.done("show", "Plans:plan.txt", "--revision", "1").text())
        .isEqualTo("does not fit any more\n");
  }

  private static int onAFullDisk(OfficeSettings said, OfficeOpener.OfficeWork work)
      throws IOException {
    Places full = folder -> new FullDisk(LocalDurability.probe(folder));
    OfficeSettings settings =
        new OfficeSettings(
            said.home(),
            said.clock(),
            said.zone(),
            said.random(),
            said.owners(),
            said.fileTimes(),
            full,
            said.person(),
            said.parameters(),
            said.workers());
    try (Office office = Office.open(settings)) {
      return work.in(office);
    }
  }

  /** A drive that takes no more bytes: they are refused when they are forced. */
  private record FullDisk(Durability real) implements Durability {
    @Override
    public boolean confirmsWrites() {
      return true;
    }

    @Override
    public boolean severalWriters() {
      return real.severalWriters();
    }

    @Override
    public void force(Path file) throws IOException {
      throw new IOException("No space left on device: " + file);
    }

    @Override
    public void forceFolder(Path folder) {}

    @Override
    public boolean publish(Path temporary, Path target) throws IOException {
      return real.publish(temporary, target);
    }

    @Override
    public void replace(Path temporary, Path target) throws IOException {
      real.replace(temporary, target);
    }
  }

  @Test
  void aStoreOfANewerFormat() throws Exception {
    Path description = base.resolve("store/store.json");
    String ours = Files.readString(description);
    Files.writeString(description, ours.replace("\"format\":1", "\"format\":9"));
    for (String[] words : new String[][] {{"capture"}, {"store", "open", "store"}, {"verify"}}) {
      Typed.Ran ran = typed.run(words);
      assertThat(ran.exit()).isEqualTo(Exit.NOT_DONE);
      assertThat(ran.err()).contains("format 9", "Nothing was changed");
    }
    Files.writeString(description, ours);
    assertNothingLost();
  }

  @Test
  void aDamagedSheaf() throws Exception {
    List<Path> sheaves;
    try (Stream<Path> files = Files.walk(base.resolve("store"))) {
      sheaves = files.filter(f -> f.toString().endsWith(".sheaf")).toList();
    }
    flipRecords(sheaves);

    assertThat(typed.run("verify", "--deep").exit()).isEqualTo(Exit.DAMAGE);
    Typed.Ran shown = typed.run("show", "Plans:plan.txt", "--revision", "first");
    assertThat(shown.exit()).isEqualTo(Exit.DAMAGE);
    assertThat(shown.err()).contains("is damaged");
    Files.writeString(base.resolve("work/plan.txt"), "later\n");
    typed.done("capture");
    Typed.Ran mended = typed.run("mend", "Plans:plan.txt", "--revision", "first");
    assertThat(mended.exit()).isEqualTo(Exit.DAMAGE);
    assertThat(base.resolve("work/plan.txt")).as("left as it was").hasContent("later\n");

    flipRecords(sheaves);
    assertNothingLost();
  }

  private static void flipRecords(List<Path> sheaves) throws IOException {
    for (Path sheaf : sheaves) {
      byte[] bytes = Files.readAllBytes(sheaf);
      for (int i = 32; i < bytes.length / 2; i++) {
        bytes[i] ^= 1;
      }
      Files.write(sheaf, bytes);
    }
  }
}
