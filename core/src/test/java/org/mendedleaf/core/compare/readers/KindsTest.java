package org.mendedleaf.core.compare.readers;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.Comparison.CellChange;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.Comparison.Piece;
import org.mendedleaf.core.compare.Samples;
import org.mendedleaf.core.compare.Samples.Bytes;
import org.mendedleaf.core.compare.inside.ArchiveEntry;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.process.ReaderProcess;

/** Every kind in docs/kinds.md: looked into, compared and summed up, through the child process. */
class KindsTest {

  private static final ReaderProcess READER = new ReaderProcess(Duration.ofSeconds(30));

  @AfterAll
  static void close() {
    READER.close();
  }

  private static Inside inside(Bytes content) throws IOException {
    return READER.look(content, 0).inside();
  }

  private static Comparison compare(Bytes earlier, Bytes later) throws IOException {
    Comparison found = READER.compare(earlier, later, true);
    assertThat(READER.compare(earlier, later, false).summary()).isEqualTo(found.summary());
    return found;
  }

  @Test
  void equalBytesAreIdenticalBeforeAnythingElse() throws IOException {
    Bytes damaged = Samples.text("a.pdf", "%PDF-1.7 and no more");
    Comparison found = compare(damaged, damaged);
    assertThat(found.identical()).isTrue();
    assertThat(found.summary()).isEqualTo("identical, byte for byte");
  }

  @Test
  void textIsDecodedByItsBytes() throws IOException {
    String text = "Größe; Übergabe: 12 m² – fertig\n";
    for (Charset charset :
        List.of(
            StandardCharsets.UTF_8,
            Charset.forName("windows-1252"),
            StandardCharsets.UTF_16LE,
            StandardCharsets.UTF_16BE,
            StandardCharsets.UTF_16)) {
      Inside.Text seen = (Inside.Text) inside(new Bytes("note.txt", text.getBytes(charset)));
      assertThat(seen.text()).as(charset.name()).isEqualTo(text);
    }
  }

  @Test
  void textIsComparedByLinesAndInsideThem() throws IOException {
    String many = "line\n".repeat(40);
    Comparison found =
        compare(
            Samples.text("note.txt", "first\nthe leech is 910 mm long\nlast\n" + many + "end\n"),
            Samples.text(
                "note.txt", "first\nthe leech is 925 mm long\nlast\n" + many + "end\nnew\n"));
    assertThat(found.summary()).isEqualTo("1 line changed, 1 added");
    Difference.Lines lines = (Difference.Lines) found.difference();
    ComparedRow changed = lines.rows().get(1);
    assertThat(changed.mark()).isEqualTo(ComparisonMark.CHANGED);
    assertThat(changed.before()).contains(new Piece("910", true));
    assertThat(changed.after()).contains(new Piece("925", true));
    assertThat(lines.rows())
        .anySatisfy(
            row -> {
              assertThat(row.mark()).isEqualTo(ComparisonMark.SKIPPED);
              assertThat(row.earlier()).isGreaterThan(30);
            });
  }

  @Test
  void aChangedTextIsNeverCalledUnchanged() throws IOException {
    assertThat(
            compare(Samples.text("a.txt", "a\nb\n"), Samples.text("a.txt", "a\r\nb\r\n")).summary())
        .isEqualTo("the same lines; only line ends or the encoding changed");
    assertThat(compare(Samples.text("a.txt", "a b\n"), Samples.text("a.txt", "a  b\n")).summary())
        .isEqualTo("only spaces changed, in 1 line");
    assertThat(compare(Samples.text("a.txt", "a\n"), Samples.text("a.txt", "")).summary())
        .isEqualTo("emptied: 0 bytes");
  }

  @Test
  void jsonAndXmlInOneLineAreIndented() throws IOException {
    String json = "{\"panels\":[" + "\"M-01\",".repeat(300) + "\"M-02\"]}";
    String xml = "<panels>" + "<panel name=\"M-01\"/>".repeat(100) + "</panels>";
    for (Bytes content : List.of(Samples.text("p.json", json), Samples.text("p.xml", xml))) {
      Inside.Text seen = (Inside.Text) inside(content);
      assertThat(seen.indented()).as(content.name()).isTrue();
      assertThat(seen.text().lines().count()).isGreaterThan(90);
    }
    assertThat(
            compare(
                    Samples.text("p.json", json),
                    Samples.text("p.json", json.replace("M-02", "M-03")))
                .summary())
        .isEqualTo("1 line changed");
  }

  private static final String CUT_LIST =
      "panel;width;cloth\nM-01;910;C7\nM-02;905;C7\nM-03;890;C9\n";

  @Test
  void valuesAreATableWhateverTheirSeparator() throws IOException {
    for (String separator : List.of(",", ";", "\t")) {
      Inside.Tables seen =
          (Inside.Tables) inside(Samples.text("cut.csv", CUT_LIST.replace(";", separator)));
      assertThat(seen.sheets().get(0).rows().get(2))
          .extracting(Cell::text)
          .containsExactly("M-02", "905", "C7");
    }
  }

  @Test
  void rowsOfATableAreFoundByTheirKeyAndColumnsByTheirHeading() throws IOException {
    Comparison found =
        compare(
            Samples.text("cut.csv", CUT_LIST),
            Samples.text(
                "cut.csv",
                "panel;edge;width;cloth\nM-03;a;890;C9\nM-01;b;912;C7\nM-04;c;300;C1\n"));
    assertThat(found.summary())
        .isEqualTo("1 cell changed, 1 row added, 1 row gone, 1 row moved, 1 column added");
    Difference.Tables tables = (Difference.Tables) found.difference();
    assertThat(tables.sheets().get(0).columns())
        .extracting(Comparison.ComparedColumn::mark)
        .containsExactly(
            ComparisonMark.SAME, ComparisonMark.ADDED, ComparisonMark.SAME, ComparisonMark.SAME);
  }

  @Test
  void aWorkbookTellsValueFormulaAndLookApart() throws IOException {
    Bytes before = Samples.workbook(sheet -> {});
    assertThat(((Inside.Tables) inside(before)).sheets().get(0).rows().get(2))
        .extracting(Cell::text)
        .containsExactly("M-02", "905.5", "C7 white");
    Bytes after =
        Samples.workbook(
            sheet -> {
              var bold = sheet.getWorkbook().createCellStyle();
              var font = sheet.getWorkbook().createFont();
              font.setBold(true);
              bold.setFont(font);
              sheet.getRow(0).forEach(cell -> cell.setCellStyle(bold));
              sheet.getRow(1).getCell(1).setCellFormula("SUM(455,455)");
              sheet.getRow(1).getCell(1).setCellValue(910);
            });
    Comparison found = compare(before, after);
    assertThat(found.summary()).isEqualTo("no value changed, 3 cells look different, 1 sum added");
    assertThat(
            ((Difference.Tables) found.difference()).sheets().get(0).rows().get(1).cells().get(1))
        .satisfies(
            cell -> {
              assertThat(cell.change()).isEqualTo(CellChange.FORMULA);
              assertThat(cell.afterFormula()).isEqualTo("SUM(455,455)");
            });
    assertThat(
            compare(before, Samples.workbook(sheet -> sheet.getRow(3).getCell(1).setCellValue(891)))
                .summary())
        .isEqualTo("1 cell changed");
  }

  @Test
  void openSheetsAreTablesToo() throws IOException {
    String row =
        "<table:table-row><table:table-cell office:value-type=\"string\"><text:p>%s</text:p></table:table-cell>"
            + "<table:table-cell office:value-type=\"float\" office:value=\"%s\"><text:p>%s</text:p></table:table-cell></table:table-row>";
    String end =
        "<table:table-row table:number-rows-repeated=\"1048576\"><table:table-cell/></table:table-row>";
    Bytes before =
        Samples.openSheets(
            row.formatted("M-01", "910", "910") + row.formatted("M-02", "905", "905") + end);
    Bytes after =
        Samples.openSheets(
            row.formatted("M-01", "910", "910") + row.formatted("M-02", "906", "906") + end);
    assertThat(((Inside.Tables) inside(before)).sheets().get(0).rows()).hasSize(2);
    assertThat(compare(before, after).summary()).isEqualTo("1 cell changed");
  }

  @Test
  void documentsAreParagraphsWithHeadings() throws IOException {
    for (boolean open : List.of(false, true)) {
      Bytes before =
          open
              ? Samples.openText("# Repair", "The leech tape is worn.", "Replace it.")
              : Samples.words("# Repair", "The leech tape is worn.", "Replace it.");
      Bytes after =
          open
              ? Samples.openText("# Repair", "The leech tape is torn.", "Replace it.", "Wash it.")
              : Samples.words("# Repair", "The leech tape is torn.", "Replace it.", "Wash it.");
      assertThat(((Inside.Document) inside(before)).paragraphs())
          .startsWith(new Paragraph(1, "Repair"), new Paragraph(0, "The leech tape is worn."));
      assertThat(compare(before, after).summary()).isEqualTo("1 paragraph changed, 1 added");
    }
  }

  @Test
  void pdfsAreShownByPageAndComparedByTheirText() throws IOException {
    Bytes before = Samples.pdf("Insurance letter\nSail torn on 4 March", "Terms");
    Bytes after = Samples.pdf("Insurance letter\nSail torn on 5 March", "Terms", "Annex");
    Inside.Page page = (Inside.Page) READER.look(before, 1).inside();
    assertThat(page.page()).isEqualTo(1);
    assertThat(page.pages()).isEqualTo(2);
    assertThat(page.png()).startsWith(0x89, 'P', 'N', 'G');
    Comparison found = compare(before, after);
    assertThat(found.summary()).isEqualTo("3 pages instead of 2, 1 line changed, 1 added");
    assertThat(((Difference.Lines) found.difference()).rows().get(0))
        .isEqualTo(ComparedRow.section("Page 1"));
  }

  @Test
  void picturesAreComparedByWhatIsSeen() throws IOException {
    for (String format : List.of("png", "jpg", "gif", "bmp")) {
      Bytes before = Samples.picture(format, g -> g.fillRect(10, 10, 20, 20));
      Bytes after =
          Samples.picture(
              format,
              g -> {
                g.fillRect(10, 10, 20, 20);
                g.fillRect(100, 0, 100, 100);
              });
      Inside.Picture seen = (Inside.Picture) inside(before);
      assertThat(List.of(seen.width(), seen.height())).as(format).containsExactly(200, 100);
      Comparison found = compare(before, after);
      assertThat(found.summary()).as(format).matches("(49|50|51) % of the picture");
      assertThat(((Difference.Pictures) found.difference()).area().x()).isBetween(96, 100);
    }
  }

  @Test
  void aCutOffPictureIsShownAsFarAsItGoes() throws IOException {
    Bytes whole =
        Samples.picture(
            "png",
            g -> {
              for (int i = 0; i < 200; i++) {
                g.setColor(new Color(i * 7919 & 0xffffff));
                g.drawLine(i, 0, 199 - i, 99);
              }
            });
    Bytes cut = new Bytes("photo.png", Arrays.copyOf(whole.bytes(), whole.bytes().length / 2));
    assertThat(inside(cut))
        .isInstanceOfSatisfying(
            Inside.Picture.class, picture -> assertThat(picture.whole()).isFalse());
    assertThat(compare(whole, cut).summary()).startsWith("cut off");
  }

  @Test
  void drawingsAreDrawn() throws IOException {
    String svg =
        "<svg xmlns='http://www.w3.org/2000/svg' width='200' height='100'><rect width='%s' height='100'/></svg>";
    Bytes before = Samples.text("panel.svg", svg.formatted(50));
    assertThat(((Inside.Picture) inside(before)).width()).isEqualTo(200);
    assertThat(compare(before, Samples.text("panel.svg", svg.formatted(100))).summary())
        .isEqualTo("25 % of the picture");
  }

  @Test
  void archivesAreListed() throws IOException {
    Bytes before = Samples.zip("photos.zip", Map.of("a.txt", "one", "b/c.txt", "two"));
    Bytes after = Samples.zip("photos.zip", Map.of("a.txt", "ONE", "d.txt", "three"));
    assertThat(((Inside.Listing) inside(before)).entries())
        .extracting(ArchiveEntry::name)
        .containsExactly("a.txt", "b/c.txt");
    assertThat(compare(before, after).summary()).isEqualTo("1 entry changed, 1 added, 1 gone");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (TarArchiveOutputStream tar = new TarArchiveOutputStream(out)) {
      TarArchiveEntry entry = new TarArchiveEntry("survey/hull.txt");
      entry.setSize(3);
      tar.putArchiveEntry(entry);
      tar.write("abc".getBytes(StandardCharsets.UTF_8));
      tar.closeArchiveEntry();
    }
    assertThat(((Inside.Listing) inside(new Bytes("old.tar", out.toByteArray()))).entries())
        .extracting(ArchiveEntry::size)
        .containsExactly(3L);
  }

  @Test
  void anythingElseIsAFactSheet() throws IOException {
    byte[] bytes = new byte[4000];
    for (int i = 0; i < bytes.length; i++) {
      bytes[i] = (byte) (i * 31 / 8);
    }
    byte[] word = "Kestrel mainsail".getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(word, 0, bytes, 100, word.length);
    Inside.Nothing seen = (Inside.Nothing) inside(new Bytes("panel.cutx", bytes));
    assertThat(seen.words()).anyMatch(found -> found.contains("Kestrel mainsail"));
    assertThat(seen.first()).hasSize(256);
    byte[] longer = Arrays.copyOf(bytes, 4100);
    assertThat(compare(new Bytes("p.cutx", bytes), new Bytes("p.cutx", longer)).summary())
        .isEqualTo("100 bytes added at the end");
    assertThat(
            compare(new Bytes("p.cutx", bytes), new Bytes("p.cutx", Arrays.copyOf(bytes, 1000)))
                .summary())
        .isEqualTo("cut off: the last 3,000 bytes are gone");
    byte[] other = bytes.clone();
    other[2000] ^= 1;
    Comparison found = compare(new Bytes("p.cutx", bytes), new Bytes("p.cutx", other));
    assertThat(found.summary()).isEqualTo("less than 1 % of its bytes are new");
    assertThat(found.bytes().sameHead()).isEqualTo(2000);
  }

  @Test
  void anotherKindThanBeforeIsSaid() throws IOException {
    assertThat(
            compare(
                    Samples.text("list.csv", CUT_LIST),
                    new Bytes("list.csv", Samples.pdf("x").bytes()))
                .summary())
        .isEqualTo("now a PDF instead of a table (CSV)");
  }
}
