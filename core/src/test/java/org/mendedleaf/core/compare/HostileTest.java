package org.mendedleaf.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.compare.Samples.Bytes;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.compare.process.Look;
import org.mendedleaf.core.compare.process.ReaderProcess;

/**
 * Files made to harm whoever opens them. Each ends as a fact sheet with a reason, in time, and
 * costs this process next to nothing.
 */
class HostileTest {

  private static final Duration LIMIT = Duration.ofSeconds(5);
  private static final long HEAP = 48L << 20;

  private static final ReaderProcess READER = new ReaderProcess(Duration.ofSeconds(4));

  @AfterAll
  static void close() {
    READER.close();
  }

  private static Inside.Nothing nothing(Content content) throws IOException {
    Look look = harmless(content);
    assertThat(look.inside()).isInstanceOf(Inside.Nothing.class);
    Inside.Nothing found = (Inside.Nothing) look.inside();
    assertThat(found.because()).endsWith(".");
    return found;
  }

  /** Looked into in time, at next to no cost for this process. */
  private static Look harmless(Content content) throws IOException {
    // Warm, as it is when a person walks through a history.
    var warm = READER.look(Samples.text("a.txt", "warm"), 0);
    assertThat(warm.inside()).isInstanceOf(Inside.Text.class);
    System.gc();
    long before = used();
    long start = System.nanoTime();
    Look look = READER.look(content, 0);
    Duration took = Duration.ofNanos(System.nanoTime() - start);
    System.gc();
    assertThat(used() - before).isLessThan(HEAP);
    assertThat(took).isLessThan(LIMIT);
    return look;
  }

  private static long used() {
    return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
  }

  @Test
  void aWorkbookThatUnpacksToGigabytes() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      Bytes good = Samples.workbook(sheet -> {});
      try (var in =
          new java.util.zip.ZipInputStream(new java.io.ByteArrayInputStream(good.bytes()))) {
        for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
          zip.putNextEntry(new ZipEntry(entry.getName()));
          if (entry.getName().equals("xl/sharedStrings.xml")) {
            zip.write(
                "<sst xmlns='http://schemas.openxmlformats.org/spreadsheetml/2006/main'>"
                    .getBytes(StandardCharsets.US_ASCII));
            byte[] strings =
                "<si><t>aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa</t></si>"
                    .repeat(1000)
                    .getBytes(StandardCharsets.US_ASCII);
            for (int i = 0; i < 8_000; i++) {
              zip.write(strings);
            }
            zip.write("</sst>".getBytes(StandardCharsets.US_ASCII));
          } else {
            in.transferTo(zip);
          }
        }
      }
    }
    assertThat(nothing(new Bytes("cut-list.xlsx", out.toByteArray())).because())
        .contains("no whole workbook");
  }

  @Test
  void anOpenDocumentThatUnpacksToGigabytes() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("mimetype"));
      zip.write("application/vnd.oasis.opendocument.text".getBytes(StandardCharsets.US_ASCII));
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write("<a>".getBytes(StandardCharsets.US_ASCII));
      byte[] blanks = new byte[1 << 20];
      Arrays.fill(blanks, (byte) ' ');
      for (int i = 0; i < 600; i++) {
        zip.write(blanks);
      }
    }
    assertThat(nothing(new Bytes("letter.odt", out.toByteArray())).because()).isNotEmpty();
  }

  @Test
  void aWordsDocumentThatUnpacksToGigabytes() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      try (var in =
          new java.util.zip.ZipInputStream(
              new java.io.ByteArrayInputStream(Samples.words("heading", "text").bytes()))) {
        for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
          zip.putNextEntry(new ZipEntry(entry.getName()));
          in.transferTo(zip);
          if (entry.getName().equals("word/document.xml")) {
            byte[] blanks = new byte[1 << 20];
            Arrays.fill(blanks, (byte) ' ');
            for (int i = 0; i < 600; i++) {
              zip.write(blanks);
            }
          }
        }
      }
    }
    assertThat(nothing(new Bytes("letter.docx", out.toByteArray())).because()).isNotEmpty();
  }

  @Test
  void aTableWithAQuoteThatNeverCloses() throws IOException {
    String lines = "panel,width\n\"M-01," + "1,2,3\n".repeat(3_000_000);
    Look look = harmless(Samples.text("cut-list.csv", lines));
    assertThat(look.inside()).isInstanceOfAny(Inside.Nothing.class, Inside.Tables.class);
  }

  @Test
  void valuesNestedAHundredThousandDeep() throws IOException {
    String json = "[".repeat(100_000) + "]".repeat(100_000);
    assertThat(harmless(Samples.text("a.json", json)).inside()).isInstanceOf(Inside.Text.class);
    String xml = "<a>".repeat(100_000) + "</a>".repeat(100_000);
    assertThat(harmless(Samples.text("a.xml", xml)).inside()).isInstanceOf(Inside.Text.class);
  }

  @Test
  void noiseUnderEveryName() throws IOException {
    byte[] noise = new byte[300_000];
    new java.util.Random(4).nextBytes(noise);
    for (String name :
        List.of(
            "a.xlsx", "a.docx", "a.ods", "a.odt", "a.pdf", "a.png", "a.jpg", "a.gif", "a.bmp",
            "a.svg", "a.zip", "a.tar", "a.json", "a.loft")) {
      nothing(new Bytes(name, noise));
    }
  }

  @Test
  void billionsOfEntities() throws IOException {
    StringBuilder xml = new StringBuilder("<!DOCTYPE a [<!ENTITY e0 \"ha\">");
    for (int i = 1; i < 30; i++) {
      xml.append("<!ENTITY e%d \"&e%d;&e%d;&e%d;\">".formatted(i, i - 1, i - 1, i - 1));
    }
    String body = "]><%s>&e29;</%s>";
    nothing(
        Samples.text(
            "a.svg", xml + body.formatted("svg xmlns='http://www.w3.org/2000/svg'", "svg")));
    nothing(
        Samples.zip(
            "a.odt",
            Map.of(
                "mimetype",
                "application/vnd.oasis.opendocument.text",
                "content.xml",
                xml + body.formatted("a", "a"))));
  }

  @Test
  void aPictureOfFortyThousandPixelsSquare() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'});
    ByteArrayOutputStream header = new ByteArrayOutputStream();
    DataOutputStream ihdr = new DataOutputStream(header);
    ihdr.writeBytes("IHDR");
    ihdr.writeInt(40_000);
    ihdr.writeInt(40_000);
    ihdr.write(new byte[] {8, 2, 0, 0, 0});
    out.writeInt(13);
    out.write(header.toByteArray());
    CRC32 crc = new CRC32();
    crc.update(header.toByteArray());
    out.writeInt((int) crc.getValue());
    assertThat(nothing(new Bytes("photo.png", bytes.toByteArray())).because())
        .contains("40,000 × 40,000 pixels");
  }

  @Test
  void aLineOfTwoGigabytes() throws IOException {
    Content endless =
        new Content() {
          @Override
          public String name() {
            return "log.txt";
          }

          @Override
          public long size() {
            return 2L << 30;
          }

          @Override
          public void writeFirst(long bytes, OutputStream out) throws IOException {
            byte[] block = new byte[1 << 16];
            Arrays.fill(block, (byte) 'a');
            for (long left = bytes; left > 0; left -= block.length) {
              out.write(block, 0, (int) Math.min(left, block.length));
            }
          }
        };
    assertThat(nothing(endless).because()).contains("One line of it");
  }

  @Test
  void aPdfThatDrawsItselfForEver() throws IOException {
    try (PDDocument document = new PDDocument()) {
      PDPage page = new PDPage(PDRectangle.A5);
      document.addPage(page);
      // Forms that draw the next one twenty times, thirty deep.
      PDFormXObject inner = form(document, null);
      for (int depth = 0; depth < 30; depth++) {
        inner = form(document, inner);
      }
      try (PDPageContentStream content = new PDPageContentStream(document, page)) {
        content.drawForm(inner);
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.save(out);
      nothing(new Bytes("letter.pdf", out.toByteArray()));
    }
  }

  private static PDFormXObject form(PDDocument document, PDFormXObject inner) throws IOException {
    PDFormXObject form = new PDFormXObject(document);
    form.setBBox(PDRectangle.A5);
    form.setResources(new PDResources());
    StringBuilder content = new StringBuilder("0 0 10 10 re f ");
    if (inner != null) {
      COSName name = form.getResources().add(inner);
      content.append(("/" + name.getName() + " Do ").repeat(20));
    }
    try (OutputStream out = form.getContentStream().createOutputStream()) {
      out.write(content.toString().getBytes(StandardCharsets.US_ASCII));
    }
    return form;
  }

  @Test
  void aPdfWhosePagesAreTheirOwnParents() throws IOException {
    try (PDDocument document = new PDDocument()) {
      document.addPage(new PDPage());
      var pages = document.getPages().getCOSObject();
      COSArray kids = new COSArray();
      kids.add(pages);
      pages.setItem(COSName.KIDS, kids);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.save(out);
      nothing(new Bytes("letter.pdf", out.toByteArray()));
    }
  }

  @Test
  void aDrawingThatFetches() throws IOException {
    AtomicInteger asked = new AtomicInteger();
    HttpServer server = HttpServer.create(new InetSocketAddress("localhost", 0), 0);
    server.createContext(
        "/",
        exchange -> {
          asked.incrementAndGet();
          exchange.close();
        });
    server.start();
    String url = "http://localhost:" + server.getAddress().getPort() + "/x.png";
    try {
      assertThat(
              nothing(
                      Samples.text(
                          "a.svg",
                          "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink'"
                              + " width='10' height='10'><image xlink:href='"
                              + url
                              + "' width='10' height='10'/></svg>"))
                  .because())
          .contains("from outside the file");
      assertThat(asked).hasValue(0);
    } finally {
      server.stop(0);
    }
  }

  @Test
  void anArchiveBombIsListedWithoutBeingUnpacked() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("bomb.bin"));
      byte[] zeros = new byte[1 << 20];
      for (int i = 0; i < 1024; i++) {
        zip.write(zeros);
      }
    }
    try (ReaderProcess patient = new ReaderProcess(Duration.ofMinutes(2))) {
      Look look = patient.look(new Bytes("bomb.zip", out.toByteArray()), 0);
      assertThat(look.inside())
          .isInstanceOfSatisfying(
              Inside.Listing.class,
              listing -> assertThat(listing.entries().get(0).size()).isEqualTo(1L << 30));
    }
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (OutputStream gzip = new java.util.zip.GZIPOutputStream(packed)) {
      byte[] zeros = new byte[1 << 20];
      for (int i = 0; i < 1024; i++) {
        gzip.write(zeros);
      }
    }
    nothing(new Bytes("bomb.tar.gz", packed.toByteArray()));
  }
}
