package org.mendedleaf.core.screening;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;

/** Tables and documents that went wrong inside, as readers find them. */
class ShapesTest {

  private static final int ROWS = 60;

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<DoubtfulFile> save(String name, byte[]... states) throws Exception {
    for (byte[] state : states) {
      desk.write(name, state);
      desk.capture();
    }
    desk.office().screenings().screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
    return desk.office().screenings().doubtful(desk.shelf());
  }

  private static byte[] values(int slipped, int more) {
    StringBuilder text = new StringBuilder("item,width,cloth,price\n");
    for (int i = 0; i < ROWS + more; i++) {
      text.append(
          i < slipped
              ? "%d,C%d white,%d,\n".formatted(900 + i, i % 4, 40 + 3 * i)
              : "panel %d,%d,C%d white,%d\n".formatted(i, 900 + i, i % 4, 40 + 3 * i));
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  /** The prices are numbers, or texts of the same digits. */
  private static byte[] workbook(boolean isText, int more) throws IOException {
    try (XSSFWorkbook book = new XSSFWorkbook();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      XSSFSheet sheet = book.createSheet("Prices");
      Row head = sheet.createRow(0);
      head.createCell(0).setCellValue("item");
      head.createCell(1).setCellValue("price");
      for (int i = 1; i <= ROWS + more; i++) {
        Row row = sheet.createRow(i);
        row.createCell(0).setCellValue("panel " + i);
        if (isText) {
          row.createCell(1).setCellValue(String.valueOf(40 + 3 * i));
        } else {
          row.createCell(1).setCellValue(40 + 3 * i);
        }
      }
      book.write(out);
      return out.toByteArray();
    }
  }

  private static byte[] letter(int paragraphs) throws IOException {
    try (XWPFDocument document = new XWPFDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      for (int i = 0; i < paragraphs; i++) {
        document
            .createParagraph()
            .createRun()
            .setText("Paragraph %d: the mainsail is to be measured again on deck.".formatted(i));
      }
      document.write(out);
      return out.toByteArray();
    }
  }

  @Test
  void rowsOfValuesThatSlippedAreFoundAndTheStateBeforeIsGood() throws Exception {
    assertThat(save("list.csv", values(0, 0), values(0, 7), values(0, 12))).isEmpty();
    List<DoubtfulFile> found = save("list.csv", values(14, 12));
    assertThat(found).hasSize(1);
    assertThat(found.get(0).first().kind()).isEqualTo(FindingKind.SLIPPED);
    assertThat(found.get(0).first().measured()).isEqualTo(14);
    assertThat(found.get(0).lastGood().orElseThrow().number()).isEqualTo(2);
  }

  @Test
  void numbersOfAWorkbookThatBecameTextAreFoundThoughTheyLookTheSame() throws Exception {
    assertThat(save("prices.xlsx", workbook(false, 0), workbook(false, 9))).isEmpty();
    List<DoubtfulFile> found = save("prices.xlsx", workbook(true, 9));
    assertThat(found).hasSize(1);
    assertThat(found.get(0).first().kind()).isEqualTo(FindingKind.NUMBERS_AS_TEXT);
    assertThat(found.get(0).first().measured()).isEqualTo(ROWS + 9);
  }

  @Test
  void aDocumentThatLostMostOfItsTextIsFoundAndAShortenedOneIsNot() throws Exception {
    assertThat(save("letter.docx", letter(40), letter(44), letter(25))).isEmpty();
    List<DoubtfulFile> found = save("letter.docx", letter(2));
    assertThat(found).hasSize(1);
    assertThat(found.get(0).first().kind()).isEqualTo(FindingKind.LOST_TEXT);
  }
}
