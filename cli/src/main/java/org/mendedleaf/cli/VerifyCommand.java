package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.VerifyDepth;
import org.mendedleaf.core.stores.VerifyReport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Checks a store. */
@Command(name = "verify", description = "Check a store; exit code 3 if damage was found.")
final class VerifyCommand extends OfficeCommand {

  @Mixin private StoreOption store;

  @Option(names = "--deep", description = "Every stored byte against its checksum.")
  private boolean deep;

  @Option(names = "--content", description = "Also unpack and hash every content.")
  private boolean content;

  @Option(
      names = "--repair",
      description = {
        "Bring back from their second copies what is damaged or missing of the log and the description.",
        "Nothing else is touched; what this does is what verify calls mendable."
      })
  private boolean repair;

  @Option(
      names = "--accept-log",
      description = {
        "Go on from where the log ends now, as after an older copy of a store was put back on purpose.",
        "What this desk has seen beyond it is given up."
      })
  private boolean acceptLog;

  @Override
  Answer answer(Office office) throws IOException {
    VerifyDepth depth =
        content ? VerifyDepth.CONTENT : deep ? VerifyDepth.DEEP : VerifyDepth.GLANCE;
    String id = store.id(office);
    if (acceptLog) {
      office.stores().acceptLog(id);
    }
    int mended = repair ? office.stores().repair(id) : 0;
    VerifyReport report = office.stores().verify(id, depth, Progress.NONE);
    ObjectNode node = Json.verify(report);
    StringBuilder text = new StringBuilder();
    if (repair) {
      node.put("mended", mended);
      text.append(
          mended == 1
              ? "1 file was mended%n".formatted()
              : "%d files were mended%n".formatted(mended));
    }
    text.append(
        "%d sheaves, %d records, %d revisions; %s%n"
            .formatted(
                report.sheaves(),
                report.records(),
                report.revisions(),
                report.damaged().isEmpty() ? "no damage found" : "damage found"));
    for (VerifyReport.Damage damage : report.damaged()) {
      text.append("  %s%n".formatted(damage.where()));
      if (damage.mendable()) {
        text.append(
            "    its second copy is whole: verify --repair puts it in its place%n".formatted());
      }
      damage.files().forEach(file -> text.append("    cannot be read: %s%n".formatted(file)));
    }
    return new Answer(node, text.toString(), Exit.sound(report.damaged().isEmpty()));
  }
}
