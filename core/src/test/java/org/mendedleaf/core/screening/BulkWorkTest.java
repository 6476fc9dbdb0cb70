package org.mendedleaf.core.screening;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/** What people do to very many files at once is nothing that anybody has to be told of. */
class BulkWorkTest {

  private static final int UNPACKED = 5_000;
  private static final int RENAMED = 1_000;

  /** As often as a watch captures while an archive is being unpacked. */
  private static final int EACH = 1_250;

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("readme.txt", "What lies here came from the archive of the loft.\n");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private static String name(int i) {
    return "sheets %d/sheet %04d.txt".formatted(i / RENAMED, i);
  }

  private static String text(int i, String program) {
    StringBuilder text = new StringBuilder("written by %s%n".formatted(program));
    for (int line = 0; line < 12; line++) {
      text.append("hull %d, frame %d: %d mm%n".formatted(i, line, 700 + (i * 31 + line * 7) % 900));
    }
    return text.toString();
  }

  private static byte[] archive() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (int i = 0; i < UNPACKED; i++) {
        zip.putNextEntry(new ZipEntry(name(i)));
        zip.write(text(i, "Sheets 3").getBytes(UTF_8));
      }
    }
    return bytes.toByteArray();
  }

  private void record() throws IOException {
    assertThat(desk.office().shelves().capture(desk.shelf(), false, Progress.NONE))
        .isInstanceOf(CaptureOutcome.Done.class);
    desk.clock().forward(Duration.ofSeconds(20));
  }

  private void nothingIsToBeTold(String after) throws IOException {
    String store = desk.shelf().store();
    var unused = desk.office().screenings().screen(store, Duration.ofMinutes(5), Progress.NONE);
    var unusedToo =
        desk.office().screenings().screenFirst(store, Duration.ofMinutes(5), Progress.NONE);
    assertThat(desk.office().screenings().doubtful(desk.shelf())).as(after).isEmpty();
    assertThat(desk.office().massEvents().of(desk.shelf())).as(after).isEmpty();
  }

  @Test
  void unpackingRenamingAndSavingAnewAreToldToNobody() throws Exception {
    int unpacked = 0;
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(archive()))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        Files.createDirectories(desk.file(entry.getName()).getParent());
        Files.write(desk.file(entry.getName()), zip.readAllBytes());
        if (++unpacked % EACH == 0) {
          record();
        }
      }
    }
    assertThat(unpacked).isEqualTo(UNPACKED);
    nothingIsToBeTold("unpacking");

    Files.move(desk.file("sheets 0"), desk.file("frames of last year"));
    record();
    nothingIsToBeTold("renaming");

    for (int i = RENAMED; i < UNPACKED; i++) {
      Files.writeString(desk.file(name(i)), text(i, "Sheets 4 (new version)"));
    }
    record();
    nothingIsToBeTold("saving anew");
  }
}
