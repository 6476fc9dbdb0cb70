package org.mendedleaf.desktop.work;

import java.time.Duration;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;

/** Captures a shelf as a job and says how it went. For the interface thread. */
public final class Captures {

  private static final Duration SUMMARIES = Duration.ofMinutes(5);

  private final Context context;

  public Captures(Context context) {
    this.context = context;
  }

  /** Captures now; what is asked or went wrong is told in the window. */
  public void capture(Shelf shelf) {
    capture(shelf, false);
  }

  /** A shelf was captured because it was time; only what needs a person is told. */
  public void capturedInTurn(Shelf shelf, CaptureOutcome outcome) {
    if (!(outcome instanceof CaptureOutcome.Done done) || !done.report().problems().isEmpty()) {
      tell(shelf, outcome);
    } else if (done.report().act().isPresent()) {
      context.navigator().refresh();
      examine(shelf.store());
    }
  }

  private void capture(Shelf shelf, boolean takeAsRemoved) {
    context
        .jobs()
        .start(
            Words.of("capture.job", shelf.name()),
            progress -> context.office().shelves().capture(shelf, takeAsRemoved, progress),
            outcome -> tell(shelf, outcome),
            problem -> {
              if (problem instanceof CancelledException) {
                context.tell(String.valueOf(problem.getMessage()));
              } else {
                context.navigator().complain(problem);
              }
              context.navigator().refresh();
            });
  }

  private void tell(Shelf shelf, CaptureOutcome outcome) {
    if (outcome instanceof CaptureOutcome.Done done) {
      context.tell(sentence(shelf, done.report()));
      context.navigator().refresh();
      examine(shelf.store());
    } else if (outcome instanceof CaptureOutcome.FolderMissing missing) {
      context.tell(Words.of("capture.missing", missing.folder(), shelf.name()));
    } else if (outcome instanceof CaptureOutcome.SuddenlyEmpty empty) {
      context
          .navigator()
          .ask(
              Words.of("capture.empty", empty.folder(), empty.files()),
              Words.of("capture.empty.take"),
              () -> capture(shelf, true));
    }
  }

  /** Nobody waits for this: what is doubtful, and what changed, appears when it is known. */
  public void examine(String store) {
    context
        .background()
        .workInTurn(
            () -> {
              int screened = context.office().screenings().screen(store, SUMMARIES, Progress.NONE);
              var unused = context.office().telling().tell(store);
              return screened
                  + context.office().comparisons().sumUp(store, SUMMARIES, Progress.NONE);
            },
            examined -> {
              if (examined > 0) {
                context.navigator().refresh();
              }
            },
            context.navigator()::complain);
  }

  private static String sentence(Shelf shelf, CaptureReport report) {
    boolean nothing = report.act().isEmpty();
    String text =
        nothing
            ? Words.of("capture.nothing", shelf.name())
            : Words.of(
                "capture.done",
                shelf.name(),
                report.added(),
                report.changed(),
                report.renamed(),
                report.removed());
    return report.problems().isEmpty()
        ? text
        : text
            + " "
            + Words.count(
                "capture.problems",
                report.problems().size(),
                report.problems().get(0).path().shown(),
                report.problems().get(0).detail());
  }
}
