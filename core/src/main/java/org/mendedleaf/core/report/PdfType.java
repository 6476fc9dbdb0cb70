package org.mendedleaf.core.report;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** A typeface of a PDF. What it has no sign for is shown as a question mark, never left out. */
final class PdfType {

  private static final String FONTS = "/org/mendedleaf/core/fonts/";
  private static final String UNKNOWN = "?";
  private static final float UNITS = 1000;

  private final PDType0Font font;

  private PdfType(PDType0Font font) {
    this.font = font;
  }

  static PdfType load(PDDocument document, String name) throws IOException {
    try (InputStream in = PdfType.class.getResourceAsStream(FONTS + name)) {
      TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(in));
      document.registerTrueTypeFontForClosing(font);
      // One sign for "ff" or "fi" could not be copied or searched: no letter belongs to it.
      font.setEnableGsub(false);
      return new PdfType(PDType0Font.load(document, font, true));
    }
  }

  /** The text, without the signs that the font lacks. */
  private String drawable(String text) {
    StringBuilder drawn = new StringBuilder();
    text.codePoints()
        .forEach(
            point -> {
              String sign = Character.toString(point);
              boolean blank = Character.isISOControl(point) || Character.isWhitespace(point);
              drawn.append(blank ? " " : isKnown(sign) ? sign : UNKNOWN);
            });
    return drawn.toString();
  }

  private boolean isKnown(String sign) {
    try {
      return font.encode(sign).length > 0;
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }

  float width(String text, float size) throws IOException {
    return font.getStringWidth(drawable(text)) / UNITS * size;
  }

  /** Breaks a text between words, and inside a word that is longer than a line. */
  List<String> wrap(String text, float size, float width) throws IOException {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.split("(?<=[ /])", -1)) {
      if (line.length() > 0 && width(line + word.stripTrailing(), size) > width) {
        lines.add(line.toString().stripTrailing());
        line.setLength(0);
      }
      line.append(word);
      while (width(line.toString().stripTrailing(), size) > width && line.length() > 1) {
        int end = fitting(line, size, width);
        lines.add(line.substring(0, end));
        line.delete(0, end);
      }
    }
    lines.add(line.toString().stripTrailing());
    return lines;
  }

  private int fitting(StringBuilder line, float size, float width) throws IOException {
    int end = 1;
    while (end < line.length() && width(line.substring(0, end + 1), size) <= width) {
      end++;
    }
    return Character.isHighSurrogate(line.charAt(end - 1)) && end > 1 ? end - 1 : end;
  }

  void show(PDPageContentStream page, String text, float size, float x, float y)
      throws IOException {
    page.beginText();
    page.setFont(font, size);
    page.newLineAtOffset(x, y);
    page.showText(drawable(text));
    page.endText();
  }
}
