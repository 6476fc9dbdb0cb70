package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.tray.ReceiptReport;
import org.mendedleaf.core.tray.RunReceipt;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** What a recovery did. */
@Command(
    name = "receipt",
    mixinStandardHelpOptions = true,
    description = "Show what a recovery did at each place.")
final class ReceiptCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "ID")
  private long act;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  @Mixin private ReportFiles files = new ReportFiles();

  @Override
  public Integer call() throws IOException {
    return root.answer(this::show);
  }

  private Answer show(Office office) throws IOException {
    String id = office.stores().id(store.map(root::resolve));
    RunReceipt receipt = office.recoveries().receipt(id, act);
    Report report = ReceiptReport.of(receipt, office.settings().zone());
    files.write(report, root);
    Answer answer = new RecoveryAnswer(office).of(receipt, Optional.empty());
    return Answer.done(answer.json(), answer.text());
  }
}
