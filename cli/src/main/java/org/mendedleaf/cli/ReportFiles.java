package org.mendedleaf.cli;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.core.report.PdfReport;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.session.SavedFile;
import picocli.CommandLine.Option;

/** Files to which a report is also written. */
final class ReportFiles {

  @Option(names = "--csv", paramLabel = "FILE", description = "Write it as CSV, too.")
  private Optional<Path> csv = Optional.empty();

  @Option(names = "--pdf", paramLabel = "FILE", description = "Write it as PDF, too.")
  private Optional<Path> pdf = Optional.empty();

  void write(Report report, MendedLeafCommand root) throws IOException {
    if (csv.isPresent()) {
      write(root.resolve(csv.get()), out -> CsvReport.write(report, out));
    }
    if (pdf.isPresent()) {
      write(root.resolve(pdf.get()), out -> PdfReport.write(report, out));
    }
  }

  private interface ReportWriting {
    void to(OutputStream out) throws IOException;
  }

  private static void write(Path file, ReportWriting writing) throws IOException {
    SavedFile.write(file, false, writing::to);
  }
}
