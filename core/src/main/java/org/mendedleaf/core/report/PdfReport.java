package org.mendedleaf.core.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Writes a report as PDF, A4, with the heading row on each page and numbered pages. */
public final class PdfReport {

  private PdfReport() {}

  /** The stream stays open. */
  public static void write(Report report, OutputStream out) throws IOException {
    try (PDDocument document = new PDDocument()) {
      document.getDocumentInformation().setTitle(report.title());
      document.getDocumentInformation().setProducer("Mended Leaf");
      try (PdfPages pages = new PdfPages(document)) {
        pages.title(report.title());
        for (String sentence : report.said()) {
          pages.paragraph(sentence);
        }
        pages.headings(report.columns());
        for (List<String> row : report.rows()) {
          pages.row(row);
        }
      }
      PdfPages.number(document);
      document.save(out);
    }
  }
}
