package org.mendedleaf.core.report;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/**
 * Writes the table of a report as CSV (RFC 4180) in UTF-8, with a row of headings. A text that a
 * spreadsheet would take for a formula begins with an apostrophe: names of files come from anybody.
 */
public final class CsvReport {

  private static final String FORMULA = "=+-@\t\r";

  private CsvReport() {}

  /** The stream stays open. */
  public static void write(Report report, OutputStream out) throws IOException {
    CSVPrinter printer =
        new CSVPrinter(new OutputStreamWriter(out, StandardCharsets.UTF_8), CSVFormat.RFC4180);
    printer.printRecord(report.columns().stream().map(Report.Column::name));
    for (var row : report.rows()) {
      printer.printRecord(row.stream().map(CsvReport::harmless));
    }
    printer.flush();
  }

  private static String harmless(String text) {
    boolean risky = !text.isEmpty() && FORMULA.indexOf(text.charAt(0)) >= 0;
    return risky ? "'" + text : text;
  }
}
