package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.Optional;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.store.ContentReader;

/**
 * Recorded states in an archive: bytes, times, permissions, links, and looking whether they are
 * there.
 */
class ArchiveWriterTest {

  /** More than is held in memory at once. */
  private static final int LARGE = (1 << 24) + 1000;

  private static final Instant THEN = Instant.parse("2026-02-27T10:11:12Z");

  @TempDir Path base;
  private TestDesk desk;
  private FileState list;
  private FileState large;
  private FileState link;
  private ContentReader contents;

  @BeforeEach
  void someStates() throws Exception {
    desk = new TestDesk(base);
    Path file = desk.write("list.csv", "jib;410");
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-x--x"));
    desk.write("plot.bin", new byte[LARGE]);
    Files.createSymbolicLink(desk.file("newest"), Path.of("list.csv"));
    desk.capture();
    list = state("list.csv");
    large = state("plot.bin");
    link = state("newest");
    contents = desk.office().files().contents(desk.shelf().store());
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private FileState state(String name) throws Exception {
    return desk.life(name).newest().state();
  }

  private static FileState dated(FileState state, Optional<String> mode) {
    return new FileState(
        state.path(),
        state.size(),
        THEN,
        mode,
        state.owner(),
        state.key(),
        state.content(),
        state.link());
  }

  private interface Writing {
    void into(ArchiveWriter writer) throws Exception;
  }

  private ZipFile written(Writing writing) throws Exception {
    Path zip = Files.createTempFile(base, "archive", ".zip");
    try (FileChannel channel = FileChannel.open(zip, StandardOpenOption.WRITE);
        ArchiveWriter writer = new ArchiveWriter(contents, channel)) {
      writing.into(writer);
      writer.finish();
    }
    return ZipFile.builder().setPath(zip).get();
  }

  @Test
  void aFileHasItsBytesItsTimeAndItsPermissions() throws Exception {
    try (ZipFile zip =
        written(
            writer -> {
              writer.add("Plans/Größe.csv", dated(list, list.mode()));
              writer.add("plain.csv", dated(list, Optional.empty()));
            })) {
      ZipArchiveEntry entry = zip.getEntry("Plans/Größe.csv");
      assertThat(entry.getUnixMode()).isEqualTo(0100751);
      assertThat(entry.getLastModifiedTime().toInstant()).isEqualTo(THEN);
      assertThat(entry.getSize()).isEqualTo(7);
      assertThat(zip.getInputStream(entry).readAllBytes())
          .isEqualTo("jib;410".getBytes(StandardCharsets.UTF_8));
      assertThat(zip.getEntry("plain.csv").getUnixMode()).isEqualTo(0100644);
    }
  }

  @Test
  void aFolderHasItsTimeAndPermissionsWhereTheyAreKnown() throws Exception {
    FolderState known = new FolderState(new InnerPath("Plans"), THEN, Optional.of("rwx------"));
    FolderState bare = new FolderState(new InnerPath("Bare"), THEN, Optional.empty());
    try (ZipFile zip =
        written(
            writer -> {
              writer.folder("Plans", Optional.of(known));
              writer.folder("Bare", Optional.of(bare));
              writer.folder("Unknown", Optional.empty());
            })) {
      assertThat(zip.getEntry("Plans/").isDirectory()).isTrue();
      assertThat(zip.getEntry("Plans/").getUnixMode()).isEqualTo(0040700);
      assertThat(zip.getEntry("Plans/").getLastModifiedTime().toInstant()).isEqualTo(THEN);
      assertThat(zip.getEntry("Bare/").getUnixMode()).isEqualTo(0040755);
      assertThat(zip.getEntry("Unknown/").isDirectory()).isTrue();
    }
  }

  @Test
  void aLinkIsALinkAndALargeFileIsWhole() throws Exception {
    try (ZipFile zip =
        written(
            writer -> {
              writer.add("newest", link);
              writer.add("plot.bin", large);
            })) {
      assertThat(zip.getEntry("newest").isUnixSymlink()).isTrue();
      assertThat(zip.getUnixSymlink(zip.getEntry("newest"))).isEqualTo("list.csv");
      assertThat(zip.getEntry("plot.bin").getSize()).isEqualTo(LARGE);
      assertThat(zip.getInputStream(zip.getEntry("plot.bin")).readAllBytes())
          .isEqualTo(new byte[LARGE]);
    }
  }

  @Test
  void anArchiveHoldsExactlyWhatIsInItUnderThatName() throws Exception {
    try (ZipFile zip =
        written(
            writer -> {
              writer.add("list.csv", list);
              writer.add("newest", link);
              writer.add("plot.bin", large);
            })) {
      assertThat(ArchiveWriter.holds(zip, "list.csv", list, contents)).isTrue();
      assertThat(ArchiveWriter.holds(zip, "plot.bin", large, contents)).isTrue();
      assertThat(ArchiveWriter.holds(zip, "newest", link, contents)).isTrue();
      assertThat(ArchiveWriter.holds(zip, "plot.bin", list, contents)).isFalse();
      assertThat(ArchiveWriter.holds(zip, "list.csv", large, contents)).isFalse();
      assertThat(ArchiveWriter.holds(zip, "list.csv", link, contents)).isFalse();
      assertThat(ArchiveWriter.holds(zip, "other.csv", list, contents)).isFalse();
    }
  }
}
