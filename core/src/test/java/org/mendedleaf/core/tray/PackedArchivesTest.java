package org.mendedleaf.core.tray;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Random;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;

/** What is packed into an archive, and an archive that somebody has changed since. */
class PackedArchivesTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path zip;

  @BeforeEach
  void aFolder() throws Exception {
    desk = new TestDesk(base);
    zip = base.resolve("out/then.zip");
    byte[] sheet = new byte[5_000];
    new Random(7).nextBytes(sheet);
    desk.write("in/sheet.bin", sheet);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private RunReceipt pack() throws Exception {
    desk.capture();
    Pick folder = new Pick.OfMoment(new InnerPath("in"), new Moment.At(desk.clock().instant()));
    desk.clock().forward(Duration.ofMinutes(5));
    return desk.office()
        .recoveries()
        .run(desk.tray(Handling.IN_PLACE.to(new Destination.Archive(zip)), folder), Progress.NONE);
  }

  private RunReceipt takeBack(RunReceipt packed) throws Exception {
    return desk.office().recoveries().undo(packed.store(), packed.act().id(), Progress.NONE);
  }

  @Test
  void anArchiveInWhichSomethingElseLiesByNowIsNobodysToDelete() throws Exception {
    RunReceipt packed = pack();
    byte[] bytes = Files.readAllBytes(zip);
    // Within the content, so that names, sizes and the listing are what they were.
    bytes[2_000] ^= 1;
    Files.write(zip, bytes);
    assertThatThrownBy(() -> takeBack(packed))
        .isInstanceOf(RefusedException.class)
        .hasMessageContaining("then.zip has changed since then");
    assertThat(zip).hasBinaryContent(bytes);
  }

  @Test
  void whatIsNoArchiveAnyMoreIsNobodysToDelete() throws Exception {
    RunReceipt packed = pack();
    byte[] other = new byte[(int) Files.size(zip)];
    new Random(1).nextBytes(other);
    Files.write(zip, other);
    assertThatThrownBy(() -> takeBack(packed))
        .isInstanceOf(RefusedException.class)
        .hasMessageContaining("then.zip has changed since then");
    assertThat(zip).hasBinaryContent(other);
  }

  @Test
  void anArchiveThatIsStillWhatWasPackedGoes() throws Exception {
    RunReceipt packed = pack();
    assertThat(takeBack(packed).isPartial()).isFalse();
    assertThat(zip).doesNotExist();
  }

  /** More than is held in memory goes through piece by piece. */
  @Test
  void largeFilesLinksAndModesArePackedAsTheyWere() throws Exception {
    byte[] large = new byte[(1 << 24) + 77];
    new Random(2).nextBytes(large);
    Path file = desk.write("in/large.bin", large);
    Files.setPosixFilePermissions(
        file, java.nio.file.attribute.PosixFilePermissions.fromString("rw-r-----"));
    byte[] full = new byte[1 << 24];
    new Random(3).nextBytes(full);
    desk.write("in/full.bin", full);
    Files.createSymbolicLink(desk.file("in/link"), Path.of("large.bin"));

    assertThat(pack().isPartial()).isFalse();

    try (ZipFile read = ZipFile.builder().setPath(zip).get()) {
      ZipArchiveEntry packed = read.getEntry("in/large.bin");
      assertThat(packed.getSize()).isEqualTo(large.length);
      assertThat(packed.getUnixMode() & 0777).isEqualTo(0640);
      assertThat(read.getInputStream(packed).readAllBytes()).isEqualTo(large);
      assertThat(read.getInputStream(read.getEntry("in/full.bin")).readAllBytes()).isEqualTo(full);
      ZipArchiveEntry link = read.getEntry("in/link");
      assertThat(link.isUnixSymlink()).isTrue();
      assertThat(read.getUnixSymlink(link)).isEqualTo("large.bin");
    }
  }
}
