package org.mendedleaf.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.Samples.Bytes;
import org.mendedleaf.core.compare.process.ReaderProcess;

/** Archives are compared whole, however much of them is listed. */
class ArchivesTest {

  private static final ReaderProcess READER = new ReaderProcess(Duration.ofSeconds(60));

  @AfterAll
  static void close() {
    READER.close();
  }

  private static Bytes zip(int entries, String... more) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.setMethod(ZipOutputStream.DEFLATED);
      for (int i = 0; i < entries; i++) {
        zip.putNextEntry(new ZipEntry("p/%06d".formatted(i)));
      }
      for (String name : more) {
        zip.putNextEntry(new ZipEntry(name));
      }
    }
    return new Bytes("parts.zip", out.toByteArray());
  }

  private static Bytes tar(String... contents) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (TarArchiveOutputStream tar = new TarArchiveOutputStream(out)) {
      for (String content : contents) {
        TarArchiveEntry entry = new TarArchiveEntry("list.csv");
        entry.setSize(content.length());
        entry.setModTime(0);
        tar.putArchiveEntry(entry);
        tar.write(content.getBytes(StandardCharsets.US_ASCII));
        tar.closeArchiveEntry();
      }
    }
    return new Bytes("parts.tar", out.toByteArray());
  }

  @Test
  void anEntryAfterAllThatIsListedIsFound() throws IOException {
    Comparison found = READER.compare(zip(50_001), zip(50_001, "z/last"), true);
    assertThat(found.summary()).isEqualTo("1 entry added");
    Difference.Lines lines = (Difference.Lines) found.difference();
    assertThat(lines.rows())
        .extracting(Comparison.ComparedRow::mark)
        .containsExactly(ComparisonMark.ADDED, ComparisonMark.SKIPPED);
    assertThat(READER.compare(zip(1), zip(60_001), true).summary())
        .isEqualTo("60,000 entries added");
  }

  @Test
  void contentOfTheSameLengthInATapeArchiveIsAnother() throws IOException {
    assertThat(READER.compare(tar("one"), tar("two"), true).summary()).isEqualTo("1 entry changed");
  }

  @Test
  void twoEntriesOfOneNameAreTwo() throws IOException {
    assertThat(READER.compare(tar("one"), tar("one", "two"), true).summary())
        .isEqualTo("1 entry added");
  }

  @Test
  void whatCouldNotBeReadIsNotCalledTheSame() throws IOException {
    Bytes whole = tar("one", "x".repeat(5_000));
    Bytes other = tar("one", "y".repeat(5_000));
    List<Bytes> cut =
        List.of(whole, other).stream()
            .map(it -> new Bytes(it.name(), java.util.Arrays.copyOf(it.bytes(), 2_048)))
            .toList();
    assertThat(READER.compare(cut.get(0), cut.get(1), true).summary())
        .contains("could not be compared");
  }
}
