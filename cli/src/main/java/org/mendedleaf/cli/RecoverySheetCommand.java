package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.core.adoption.RecoverySheet;
import org.mendedleaf.core.adoption.RecoverySheets;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.adoption.SheetReport;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.session.SavedFile;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** What another computer needs to take the place of this one. */
@Command(
    name = "recovery-sheet",
    description = {
      "Show what another computer needs to take the place of this one; print it with --pdf, and keep",
      "it away from here. “adopt” reads the file of --to."
    })
final class RecoverySheetCommand extends OfficeCommand {

  @Option(
      names = "--to",
      paramLabel = "FILE",
      description = "Write it as a file, too, which “adopt --sheet” reads.")
  private @Nullable Path to;

  @Option(
      names = "--recovery-key-file",
      paramLabel = "FILE",
      description =
          "Let the recovery key in the first line of this file stand on the printed page.")
  private @Nullable Path recoveryKey;

  @Mixin private ReportFiles files = new ReportFiles();

  @Override
  Answer answer(Office office) throws IOException {
    RecoverySheets sheets = office.adoptions().sheets();
    RecoverySheet sheet = sheets.ofThisDesk();
    if (sheet.stores().isEmpty()) {
      throw new SentenceException(
          "No store is known here yet, so there is nothing to note. “mended-leaf store make DIR” makes one.");
    }
    Map<String, RecoveryKey> keys = Map.of();
    if (recoveryKey != null) {
      keys = sheets.openedBy(sheet, KeyOptions.recoveryKey(root().resolve(recoveryKey)));
      if (keys.isEmpty()) {
        throw new SentenceException(
            "The recovery key in %s opens no store that can be reached here. Nothing was written."
                .formatted(recoveryKey));
      }
    }
    Report report = SheetReport.of(sheet, keys, office.settings().zone());
    if (to != null) {
      byte[] bytes = SheetFormat.encode(sheet).getBytes(StandardCharsets.UTF_8);
      SavedFile.write(root().resolve(to), false, out -> out.write(bytes));
    }
    files.write(report, root());
    ObjectNode node = SheetFormat.json(sheet);
    return Answer.done(node, text(report));
  }

  private static String text(Report report) {
    StringBuilder text = new StringBuilder();
    report.said().forEach(sentence -> text.append("%s%n".formatted(sentence)));
    for (List<String> row : report.rows()) {
      String more = row.get(2).isEmpty() ? "" : " (%s)".formatted(row.get(2));
      text.append("%s: %s%s%n".formatted(row.get(0), row.get(1), more));
    }
    return text.toString();
  }
}
