package org.mendedleaf.core.compare;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.mendedleaf.core.compare.process.Content;

/** Small real files of every kind, made for the tests. */
public final class Samples {

  private Samples() {}

  /** A content in memory. */
  public record Bytes(String name, byte[] bytes) implements Content {
    @Override
    public long size() {
      return bytes.length;
    }

    @Override
    public void writeFirst(long length, OutputStream out) throws IOException {
      out.write(bytes, 0, (int) length);
    }
  }

  public static Bytes text(String name, String text) {
    return new Bytes(name, text.getBytes(StandardCharsets.UTF_8));
  }

  public static Bytes workbook(Consumer<XSSFSheet> fill) throws IOException {
    try (XSSFWorkbook book = new XSSFWorkbook()) {
      XSSFSheet sheet = book.createSheet("Cut list");
      row(sheet, 0, "panel", "width", "cloth");
      row(sheet, 1, "M-01", 910, "C7 white");
      row(sheet, 2, "M-02", 905.5, "C7 white");
      row(sheet, 3, "M-03", 890, "C9 tan");
      fill.accept(sheet);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      book.write(out);
      return new Bytes("cut-list.xlsx", out.toByteArray());
    }
  }

  static void row(XSSFSheet sheet, int at, Object... values) {
    var row = sheet.createRow(at);
    for (int i = 0; i < values.length; i++) {
      if (values[i] instanceof Number number) {
        row.createCell(i).setCellValue(number.doubleValue());
      } else {
        row.createCell(i).setCellValue(values[i].toString());
      }
    }
  }

  public static Bytes words(String... paragraphs) throws IOException {
    try (XWPFDocument document = new XWPFDocument()) {
      for (String text : paragraphs) {
        var paragraph = document.createParagraph();
        boolean heading = text.startsWith("# ");
        if (heading) {
          paragraph.setStyle("Heading1");
        }
        paragraph.createRun().setText(heading ? text.substring(2) : text);
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.write(out);
      return new Bytes("letter.docx", out.toByteArray());
    }
  }

  public static Bytes openText(String... paragraphs) throws IOException {
    StringBuilder body = new StringBuilder();
    for (String text : paragraphs) {
      body.append(
          text.startsWith("# ")
              ? "<text:h text:outline-level=\"1\">" + text.substring(2) + "</text:h>"
              : "<text:p>" + text + "</text:p>");
    }
    return openPackage("text", "letter.odt", "<office:text>" + body + "</office:text>");
  }

  public static Bytes openSheets(String rows) throws IOException {
    return openPackage(
        "spreadsheet",
        "cut-list.ods",
        "<office:spreadsheet><table:table table:name=\"Cut list\">"
            + rows
            + "</table:table></office:spreadsheet>");
  }

  private static Bytes openPackage(String kind, String name, String body) throws IOException {
    String namespaces =
        List.of("office", "text", "table", "style").stream()
            .map(
                ns ->
                    " xmlns:%s=\"urn:oasis:names:tc:opendocument:xmlns:%s:1.0\"".formatted(ns, ns))
            .reduce("", String::concat);
    return zip(
        name,
        Map.of(
            "mimetype",
            "application/vnd.oasis.opendocument." + kind,
            "content.xml",
            "<office:document-content%s><office:body>%s</office:body></office:document-content>"
                .formatted(namespaces, body)));
  }

  /** The entry called "mimetype", if there is one, comes first and is not compressed. */
  public static Bytes zip(String name, Map<String, String> entries) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (String entry : entries.keySet().stream().sorted(Samples::mimetypeFirst).toList()) {
        byte[] bytes = entries.get(entry).getBytes(StandardCharsets.UTF_8);
        ZipEntry added = new ZipEntry(entry);
        added.setTime(0);
        if (entry.equals("mimetype")) {
          added.setMethod(ZipEntry.STORED);
          added.setSize(bytes.length);
          java.util.zip.CRC32 crc = new java.util.zip.CRC32();
          crc.update(bytes);
          added.setCrc(crc.getValue());
        }
        zip.putNextEntry(added);
        zip.write(bytes);
      }
    }
    return new Bytes(name, out.toByteArray());
  }

  private static int mimetypeFirst(String a, String b) {
    return a.equals("mimetype") ? -1 : b.equals("mimetype") ? 1 : a.compareTo(b);
  }

  public static Bytes pdf(String... pages) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (String text : pages) {
        PDPage page = new PDPage(PDRectangle.A5);
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
          content.beginText();
          content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
          content.setLeading(16);
          content.newLineAtOffset(40, 500);
          for (String line : text.lines().toList()) {
            content.showText(line);
            content.newLine();
          }
          content.endText();
        }
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.save(out);
      return new Bytes("letter.pdf", out.toByteArray());
    }
  }

  public static Bytes picture(String format, Consumer<Graphics2D> draw) throws IOException {
    BufferedImage image = new BufferedImage(200, 100, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setColor(Color.WHITE);
    g.fillRect(0, 0, 200, 100);
    g.setColor(Color.BLACK);
    draw.accept(g);
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, format, out);
    return new Bytes("photo." + format, out.toByteArray());
  }
}
