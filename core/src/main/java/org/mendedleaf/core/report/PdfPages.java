package org.mendedleaf.core.report;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDPageContentStream.AppendMode;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

/** The pages of a report as they fill, from the top down. Lengths are points. Used once. */
final class PdfPages implements Closeable {

  private static final float MARGIN = 48;
  private static final float TITLE = 16;
  private static final float TEXT = 9.5f;
  private static final float CELL = 8.5f;
  private static final float LEADING = 1.35f;
  private static final float GAP = 8;
  private static final float RULE = 0.4f;
  private static final PDRectangle PAPER = PDRectangle.A4;

  private final PDDocument document;
  private final PdfType plain;
  private final PdfType strong;
  private List<Report.Column> columns = List.of();
  private PDPageContentStream page;
  private float y;

  PdfPages(PDDocument document) throws IOException {
    this.document = document;
    this.plain = PdfType.load(document, "HankenGrotesk_400Regular.ttf");
    this.strong = PdfType.load(document, "HankenGrotesk_600SemiBold.ttf");
    turn();
  }

  private static float width() {
    return PAPER.getWidth() - 2 * MARGIN;
  }

  private void turn() throws IOException {
    if (page != null) {
      page.close();
    }
    PDPage next = new PDPage(PAPER);
    document.addPage(next);
    page = new PDPageContentStream(document, next);
    y = PAPER.getHeight() - MARGIN;
    if (!columns.isEmpty()) {
      headings(columns);
    }
  }

  private void room(float height) throws IOException {
    if (y - height < MARGIN) {
      turn();
    }
  }

  void title(String text) throws IOException {
    lines(strong, TITLE, text);
    y -= GAP;
  }

  void paragraph(String text) throws IOException {
    lines(plain, TEXT, text);
    y -= GAP / 2;
  }

  private void lines(PdfType type, float size, String text) throws IOException {
    for (String line : type.wrap(text, size, width())) {
      room(size * LEADING);
      y -= size * LEADING;
      type.show(page, line, size, MARGIN, y);
    }
  }

  void headings(List<Report.Column> named) throws IOException {
    columns = named;
    y -= GAP;
    cells(strong, columns.stream().map(Report.Column::name).toList());
  }

  void row(List<String> texts) throws IOException {
    cells(plain, texts);
  }

  private void cells(PdfType type, List<String> texts) throws IOException {
    double shares = columns.stream().mapToDouble(Report.Column::share).sum();
    List<List<String>> wrapped = new ArrayList<>();
    List<Float> widths = new ArrayList<>();
    int most = 1;
    for (int i = 0; i < columns.size(); i++) {
      float width = (float) (width() * columns.get(i).share() / shares);
      widths.add(width);
      wrapped.add(type.wrap(texts.get(i), CELL, width - GAP));
      most = Math.max(most, wrapped.get(i).size());
    }
    float height = most * CELL * LEADING + GAP / 2;
    room(height);
    float x = MARGIN;
    for (int i = 0; i < columns.size(); i++) {
      float line = y;
      for (String text : wrapped.get(i)) {
        line -= CELL * LEADING;
        float right = x + widths.get(i) - GAP - type.width(text, CELL);
        type.show(page, text, CELL, columns.get(i).number() ? right : x, line);
      }
      x += widths.get(i);
    }
    y -= height;
    page.setLineWidth(RULE);
    page.moveTo(MARGIN, y);
    page.lineTo(MARGIN + width(), y);
    page.stroke();
  }

  /** Writes "2 / 7" at the foot of each page of a finished document. */
  static void number(PDDocument document) throws IOException {
    PdfType type = PdfType.load(document, "HankenGrotesk_400Regular.ttf");
    int pages = document.getNumberOfPages();
    for (int i = 0; i < pages; i++) {
      String text = "%d / %d".formatted(i + 1, pages);
      try (PDPageContentStream foot =
          new PDPageContentStream(document, document.getPage(i), AppendMode.APPEND, true)) {
        float x = PAPER.getWidth() - MARGIN - type.width(text, CELL);
        type.show(foot, text, CELL, x, MARGIN / 2);
      }
    }
  }

  @Override
  public void close() throws IOException {
    page.close();
  }
}
