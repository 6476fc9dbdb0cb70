package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.VerifyAnswer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.StoreRepair;
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

  @Option(names = "--resume", description = "Go on where a deep check of the last day was stopped.")
  private boolean resume;

  @Option(
      names = "--repair",
      description = {
        "Bring back the log and the description from their second copies, and contents from files on",
        "shelves that still hold them. Nothing is taken away that is not whole elsewhere."
      })
  private boolean repair;

  @Option(
      names = "--from",
      paramLabel = "DIR",
      description = {
        "With --repair: another copy of the store's folder. What its log has and the store's has not is",
        "committed anew, under new numbers where others are taken; the copy is only read."
      })
  private @Nullable Path from;

  @Option(names = "--rehearse", description = "With --repair: only say what would be done.")
  private boolean rehearse;

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
    if ((rehearse || from != null) && !repair) {
      throw new SentenceException(
          "%s goes with --repair. Nothing was done.".formatted(rehearse ? "--rehearse" : "--from"));
    }
    if (rehearse) {
      RepairReport would = repair(office, id).rehearse(Progress.NONE);
      ObjectNode node = Json.object();
      VerifyAnswer.put(node, would);
      String text = VerifyAnswer.text(would, true) + "Nothing was changed.%n".formatted();
      return new Answer(
          node, text, Exit.sound(would.mended() + would.pieces() + would.joined() == 0));
    }
    Optional<RepairReport> repaired =
        repair ? Optional.of(repair(office, id).run(Progress.NONE)) : Optional.empty();
    VerifyReport report =
        resume
            ? office.stores().verifyOn(id, depth, Progress.NONE)
            : office.stores().verify(id, depth, Progress.NONE);
    ObjectNode node = VerifyAnswer.json(report);
    repaired.ifPresent(done -> VerifyAnswer.put(node, done));
    String text =
        repaired.map(done -> VerifyAnswer.text(done, false)).orElse("") + VerifyAnswer.text(report);
    return new Answer(node, text, Exit.sound(report.damaged().isEmpty()));
  }

  private StoreRepair repair(Office office, String id) throws IOException {
    StoreRepair repair = office.stores().repair(id);
    return from == null ? repair : repair.from(root().resolve(from));
  }
}
