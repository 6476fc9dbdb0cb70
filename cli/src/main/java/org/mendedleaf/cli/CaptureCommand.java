package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Records what has changed. */
@Command(name = "capture", description = "Record what has changed on a shelf, or on all of them.")
final class CaptureCommand extends OfficeCommand {

  private static final Duration SUMMARIES = Duration.ofSeconds(5);

  @Parameters(paramLabel = "SHELF", arity = "0..1")
  private Optional<String> name = Optional.empty();

  @Option(
      names = "--due",
      description = {
        "Only what is due by the care plans, snapshots and letting go too; missed times are caught",
        "up once. Run it every few minutes, as from a timer of the system, or use keep-watch."
      })
  private boolean due;

  @Option(
      names = "--take-as-removed",
      description = "The folder is empty on purpose: record that its files were removed.")
  private boolean takeAsRemoved;

  @Override
  Answer answer(Office office) throws IOException {
    List<Shelf> shelves =
        due
            ? office.rhythms().toCapture().stream().filter(this::isMeant).toList()
            : name.isPresent()
                ? List.of(office.shelves().named(name.get()))
                : office.shelves().all().stream()
                    .filter(shelf -> shelf.recording() != RecordingState.NOT_HERE)
                    .filter(shelf -> !shelf.isDeposit())
                    .filter(this::isOn)
                    .toList();
    if (!due && name.isEmpty() && shelves.isEmpty() && !office.shelves().unreached().isEmpty()) {
      throw new SentenceException(
          "Nothing was recorded. " + office.shelves().unreached().get(0).sentence());
    }
    ObjectNode node = Json.object();
    ArrayNode captures = node.putArray("captures");
    StringBuilder text = new StringBuilder();
    int exit = Exit.DONE;
    for (Shelf shelf : shelves) {
      CaptureOutcome outcome = office.shelves().capture(shelf, takeAsRemoved, Progress.NONE);
      if (outcome instanceof CaptureOutcome.Done done) {
        captures.add(Json.capture(shelf, done.report()));
        text.append(lines(shelf, done.report()));
      } else {
        exit = Exit.NOT_DONE;
        root().terminal().err().println(question(shelf, outcome));
      }
    }
    if (due) {
      for (Rhythms.Due one : office.rhythms().due()) {
        if (isMeant(one.shelf()) && !(one.doing() instanceof Rhythms.Capturing)) {
          var unused = office.rhythms().run(one, Progress.NONE);
          one.doing()
              .said(one.shelf())
              .ifPresent(said -> text.append(said).append(System.lineSeparator()));
        }
      }
    }
    examine(office, shelves);
    boolean isMissing = office.shelves().unreached().stream().anyMatch(one -> !one.isSpooled());
    if (isMissing && name.isEmpty() && !due) {
      exit = Exit.NOT_DONE;
    }
    return new Answer(node, text.toString(), exit);
  }

  private boolean isMeant(Shelf shelf) {
    return name.isEmpty() || shelf.name().equals(name.get());
  }

  /** Tells whether a shelf is switched on, and says so to the person where it is not. */
  private boolean isOn(Shelf shelf) {
    boolean on = shelf.settings().recording() == Recording.ON;
    if (!on) {
      root()
          .terminal()
          .err()
          .println(
              "%s: %s, so nothing was recorded."
                  .formatted(shelf.name(), shelf.recording().words()));
    }
    return on;
  }

  /** What there is no time for now is done by the next capture, or by the window. */
  private static void examine(Office office, List<Shelf> shelves) throws IOException {
    for (String store : shelves.stream().map(Shelf::store).distinct().toList()) {
      var unusedExamined = office.screenings().screen(store, SUMMARIES, Progress.NONE);
      var unusedSummed = office.comparisons().sumUp(store, SUMMARIES, Progress.NONE);
    }
  }

  private static String question(Shelf shelf, CaptureOutcome outcome) {
    if (outcome instanceof CaptureOutcome.SuddenlyEmpty empty) {
      return "The folder %s of the shelf “%s” is empty although %d files are recorded there. Nothing was recorded and nothing is lost; if it was emptied on purpose, capture with --take-as-removed."
          .formatted(empty.folder(), shelf.name(), empty.files());
    }
    return "The folder %s of the shelf “%s” is not there; perhaps its drive is away. Nothing was recorded and nothing is lost."
        .formatted(shelf.folder().orElseThrow(), shelf.name());
  }

  private static String lines(Shelf shelf, CaptureReport report) {
    StringBuilder text = new StringBuilder();
    text.append(
        "%s: %d files; %d new, %d changed, %d renamed, %d removed; %s read, %s stored, %.1f s%n"
            .formatted(
                shelf.name(),
                report.files(),
                report.added(),
                report.changed(),
                report.renamed(),
                report.removed(),
                Text.size(report.bytesRead()),
                Text.size(report.bytesStored()),
                report.took().toMillis() / 1000.0));
    for (Problem problem : report.problems()) {
      text.append("  not recorded: %s (%s)%n".formatted(problem.path().shown(), problem.detail()));
    }
    return text.toString();
  }
}
