package org.mendedleaf.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.ReceiptReport;
import org.mendedleaf.core.office.RunReceipt;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.core.report.PdfReport;
import org.mendedleaf.core.report.Report;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** What a recovery did. */
@Command(name = "receipt", description = "Show what a recovery did at each place.")
final class ReceiptCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "ID")
  private long act;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  @Option(names = "--csv", paramLabel = "FILE", description = "Write it as CSV, too.")
  private Optional<Path> csv = Optional.empty();

  @Option(names = "--pdf", paramLabel = "FILE", description = "Write it as PDF, too.")
  private Optional<Path> pdf = Optional.empty();

  @Override
  public Integer call() throws IOException {
    return root.answer(this::show);
  }

  private Answer show(Office office) throws IOException {
    String id = office.stores().id(store.map(root::resolve));
    RunReceipt receipt = office.recoveries().receipt(id, act);
    Report report = ReceiptReport.of(receipt, office.settings().zone());
    if (csv.isPresent()) {
      write(root.resolve(csv.get()), out -> CsvReport.write(report, out));
    }
    if (pdf.isPresent()) {
      write(root.resolve(pdf.get()), out -> PdfReport.write(report, out));
    }
    Answer answer = new RecoveryAnswer(office).of(receipt, Optional.empty());
    return Answer.done(answer.json(), answer.text());
  }

  private interface Writing {
    void to(OutputStream out) throws IOException;
  }

  private static void write(Path file, Writing writing) throws IOException {
    try (OutputStream out =
        new BufferedOutputStream(Files.newOutputStream(file, StandardOpenOption.CREATE_NEW))) {
      writing.to(out);
    }
  }
}
