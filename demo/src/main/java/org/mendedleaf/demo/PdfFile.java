package org.mendedleaf.demo;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A small PDF (ISO 32000-1): a title and wrapped paragraphs in Helvetica, several pages if needed.
 */
final class PdfFile {

  private static final int LINES_PER_PAGE = 44;
  private static final int CHARACTERS = 88;

  private PdfFile() {}

  static byte[] of(String title, List<String> paragraphs) {
    List<String> lines = new ArrayList<>();
    for (String paragraph : paragraphs) {
      wrap(paragraph, lines);
      lines.add("");
    }
    List<String> objects = new ArrayList<>();
    int pages = Math.max(1, (lines.size() + LINES_PER_PAGE - 1) / LINES_PER_PAGE);
    StringBuilder kids = new StringBuilder();
    for (int i = 0; i < pages; i++) {
      kids.append(4 + 2 * i).append(" 0 R ");
    }
    objects.add("<< /Type /Catalog /Pages 2 0 R >>");
    objects.add("<< /Type /Pages /Kids [" + kids.toString().strip() + "] /Count " + pages + " >>");
    objects.add("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>");
    for (int i = 0; i < pages; i++) {
      List<String> page =
          lines.subList(i * LINES_PER_PAGE, Math.min(lines.size(), (i + 1) * LINES_PER_PAGE));
      objects.add(
          "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Resources << /Font << /F1 3 0 R >> >> /Contents "
              + (5 + 2 * i)
              + " 0 R >>");
      String content = content(i == 0 ? title : "", page);
      objects.add("<< /Length " + content.length() + " >>\nstream\n" + content + "\nendstream");
    }
    return assemble(objects);
  }

  private static String content(String title, List<String> lines) {
    StringBuilder text = new StringBuilder("BT /F1 16 Tf 60 780 Td (").append(escape(title));
    text.append(") Tj /F1 10 Tf 0 -30 Td 15 TL");
    lines.forEach(line -> text.append(" (").append(escape(line)).append(") '"));
    return text.append(" ET").toString();
  }

  private static byte[] assemble(List<String> objects) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    write(out, "%PDF-1.4\n");
    List<Integer> offsets = new ArrayList<>();
    for (int i = 0; i < objects.size(); i++) {
      offsets.add(out.size());
      write(out, (i + 1) + " 0 obj\n" + objects.get(i) + "\nendobj\n");
    }
    int start = out.size();
    write(out, "xref\n0 " + (objects.size() + 1) + "\n0000000000 65535 f \n");
    offsets.forEach(at -> write(out, String.format(Locale.ROOT, "%010d 00000 n \n", at)));
    write(
        out,
        "trailer\n<< /Size "
            + (objects.size() + 1)
            + " /Root 1 0 R >>\nstartxref\n"
            + start
            + "\n%%EOF\n");
    return out.toByteArray();
  }

  private static void wrap(String paragraph, List<String> lines) {
    StringBuilder line = new StringBuilder();
    for (String word : paragraph.split(" ", -1)) {
      if (line.length() + word.length() + 1 > CHARACTERS) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(line.isEmpty() ? "" : " ").append(word);
    }
    lines.add(line.toString());
  }

  private static String escape(String text) {
    return text.replace("\\", "\\\\").replace("(", "\\(").replace(")", "\\)");
  }

  private static void write(ByteArrayOutputStream out, String text) {
    out.writeBytes(text.getBytes(StandardCharsets.ISO_8859_1));
  }
}
