package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.SaverSource;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.oracle.TestDesk;

/** Who saved a file, through the real child process. */
class SaversTest {

  @TempDir Path base;

  private static byte[] zip(String... namesAndTexts) throws Exception {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        zip.putNextEntry(new ZipEntry(namesAndTexts[i]));
        zip.write(namesAndTexts[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
    return bytes.toByteArray();
  }

  private static byte[] document(String properties) throws Exception {
    return zip(
        "[Content_Types].xml",
        "<Types xmlns='http://schemas.openxmlformats.org/package/2006/content-types'/>",
        "word/document.xml",
        "<w:document xmlns:w='w'/>",
        "docProps/core.xml",
        properties);
  }

  private static String saved(String by) {
    return "<p xmlns:cp='c'><cp:lastModifiedBy>" + by + "</cp:lastModifiedBy></p>";
  }

  @Test
  void theDocumentGoesBeforeTheOwner() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("letter.docx", document(saved("Priya Dunmore")));
      desk.write("plain.txt", "x");
      desk.capture();

      Who letter = Who.of(desk.life("letter.docx").newest());
      assertThat(letter).isEqualTo(new Who("Priya Dunmore", SaverSource.DOCUMENT));
      assertThat(Who.of(desk.life("plain.txt").newest()).source()).isEqualTo(SaverSource.OWNER);
      desk.office().stores().rebuild(desk.shelf().store());
      assertThat(Who.of(desk.life("letter.docx").newest())).isEqualTo(letter);
    }
  }

  @Test
  void aDocumentThatWasCopiedLaterWasNotSavedByItsAuthor() throws Exception {
    String properties =
        "<p xmlns:cp='c'><cp:lastModifiedBy>Priya Dunmore</cp:lastModifiedBy>"
            + "<modified>2026-03-02T09:00:00Z</modified></p>";
    try (TestDesk desk = new TestDesk(base)) {
      Path saved = desk.write("saved.docx", document(properties));
      Path copied = desk.write("copied.docx", document(properties));
      Files.setLastModifiedTime(saved, FileTime.from(Instant.parse("2026-03-02T09:00:04Z")));
      Files.setLastModifiedTime(copied, FileTime.from(Instant.parse("2026-03-02T14:30:00Z")));
      desk.capture();

      assertThat(Who.of(desk.life("saved.docx").newest()).name()).isEqualTo("Priya Dunmore");
      assertThat(Who.of(desk.life("copied.docx").newest()).source()).isEqualTo(SaverSource.OWNER);
    }
  }

  @Test
  void hostileAndBrokenDocumentsAreRecordedAndSayNothing() throws Exception {
    String entities = "<!DOCTYPE p [<!ENTITY a SYSTEM 'file:///etc/passwd'>]>" + saved("&a;");
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("entities.docx", document(entities));
      desk.write("cut.docx", java.util.Arrays.copyOf(document(saved("x")), 90));
      desk.write("empty.docx", "");
      desk.capture();
      for (String name : new String[] {"entities.docx", "cut.docx", "empty.docx"}) {
        assertThat(Who.of(desk.life(name).newest()).source()).isEqualTo(SaverSource.OWNER);
      }
    }
  }
}
