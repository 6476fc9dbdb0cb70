package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.cli.answers.RemnantAnswer;
import org.mendedleaf.core.keeping.Remnant;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.tray.ReceiptReport;
import org.mendedleaf.core.tray.RunReceipt;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** What a recovery did. */
@Command(
    name = "receipt",
    description = {
      "Show what a recovery did at each place; of an act that erased something, where that still lies."
    })
final class ReceiptCommand extends OfficeCommand {

  @Parameters(paramLabel = "ID")
  private long act;

  @Mixin private StoreOption store;

  @Mixin private ReportFiles files = new ReportFiles();

  @Override
  Answer answer(Office office) throws IOException {
    String id = store.id(office);
    if (office.ledgers().isErasure(id, act)) {
      List<Remnant> remnants = office.erasureReach().of(id, act);
      ObjectNode node = Json.object().put("act", act);
      RemnantAnswer.put(node.putArray("reach"), remnants);
      return Answer.done(node, RemnantAnswer.text(remnants, office.settings().zone()));
    }
    RunReceipt receipt = office.recoveries().receipt(id, act);
    Report report = ReceiptReport.of(receipt, office.settings().zone());
    files.write(report, root());
    Answer answer = new RecoveryAnswer(office).of(receipt, Optional.empty());
    return Answer.done(answer.json(), answer.text());
  }
}
