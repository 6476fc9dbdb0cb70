package org.mendedleaf.cli;

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

  @Override
  Answer answer(Office office) throws IOException {
    VerifyDepth depth =
        content ? VerifyDepth.CONTENT : deep ? VerifyDepth.DEEP : VerifyDepth.GLANCE;
    VerifyReport report = office.stores().verify(store.id(office), depth, Progress.NONE);
    StringBuilder text = new StringBuilder();
    text.append(
        "%d sheaves, %d records, %d revisions; %s%n"
            .formatted(
                report.sheaves(),
                report.records(),
                report.revisions(),
                report.damaged().isEmpty() ? "no damage found" : "damage found"));
    for (VerifyReport.Damage damage : report.damaged()) {
      text.append("  %s%n".formatted(damage.where()));
      damage.files().forEach(file -> text.append("    cannot be read: %s%n".formatted(file)));
    }
    return new Answer(Json.verify(report), text.toString(), Exit.sound(report.damaged().isEmpty()));
  }
}
