package org.mendedleaf.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class ReportTest {

  private static Report report(List<List<String>> rows) {
    return new Report(
        "Receipt 7",
        List.of("Two files, checked byte for byte."),
        List.of(new Report.Column("Place", 3, false), new Report.Column("Bytes", 1, true)),
        rows);
  }

  @Test
  void namesThatLookLikeFormulasAreNoneInATable() throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvReport.write(report(List.of(List.of("=1+1", "12"), List.of("a \"b\",\nc", "-3"))), out);
    assertThat(out.toString(StandardCharsets.UTF_8))
        .isEqualTo("Place,Bytes\r\n'=1+1,12\r\n\"a \"\"b\"\",\nc\",'-3\r\n");
  }

  @Test
  void everyRowAndEveryNameIsOnThePages() throws Exception {
    List<List<String>> rows = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      rows.add(List.of("Kestrel 32/plan %d.svg".formatted(i), String.valueOf(i * 1000)));
    }
    rows.add(List.of("a/" + "very-long-name-without-blanks-".repeat(12) + "end.txt", "1"));
    rows.add(List.of("帆 and \uD83D\uDE00\u0007.txt", "2"));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfReport.write(report(rows), out);
    try (PDDocument read = Loader.loadPDF(out.toByteArray())) {
      assertThat(read.getNumberOfPages()).isGreaterThan(3);
      String text = new PDFTextStripper().getText(read);
      assertThat(text)
          .contains("Receipt 7", "Kestrel 32/plan 0.svg", "Kestrel 32/plan 199.svg", "199000")
          .contains("end.txt", "? and ? .txt", "1 / " + read.getNumberOfPages());
      assertThat(text.split("Place", -1))
          .as("a heading row on each page")
          .hasSize(read.getNumberOfPages() + 1);
    }
  }

  /** The end of a log is typed from such a page, or copied. */
  @Test
  void lettersThatAFontDrawsAsOneSignAreStillThere() throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfReport.write(report(List.of(List.of("5afffa699297fe7e of the office file", "1"))), out);
    try (PDDocument read = Loader.loadPDF(out.toByteArray())) {
      assertThat(new PDFTextStripper().getText(read))
          .contains("5afffa699297fe7e of the office file");
    }
  }
}
