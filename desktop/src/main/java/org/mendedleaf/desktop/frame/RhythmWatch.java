package org.mendedleaf.desktop.frame;

import java.util.List;
import java.util.Optional;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.util.Duration;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.office.CopyWatch;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.rhythm.Rounds;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;

/**
 * Does automatically what care plans say, as long as the window is open: a round each second. What
 * fails is tried again and told once, until it says something else: a drive that is away comes
 * back.
 */
final class RhythmWatch {

  private static final Duration EVERY = Duration.seconds(1);

  private final Context context;
  private final Rounds rounds;
  private final Timeline clock = new Timeline(new KeyFrame(EVERY, event -> look()));
  private final CopyWatch copies;
  private boolean isLooking;
  private boolean isCopying;

  RhythmWatch(Context context) {
    this.context = context;
    this.rounds = new Rounds(context.office().rhythms(), context.office().settings());
    this.copies = new CopyWatch(context.office());
  }

  void begin() {
    clock.setCycleCount(Animation.INDEFINITE);
    clock.play();
    look();
  }

  void end() {
    clock.stop();
    context
        .background()
        .ask(
            () -> {
              context.office().rhythms().stopWatching();
              return true;
            },
            stopped -> {},
            // The process ends with the window.
            problem -> {});
  }

  /** What plans want of working copies; most rounds find nothing to do. */
  private void recordCopies() {
    if (!isCopying) {
      isCopying = true;
      context
          .background()
          .work(
              copies::round,
              recorded -> {
                isCopying = false;
                if (recorded > 0) {
                  context.navigator().refresh();
                }
              },
              problem -> {
                isCopying = false;
                if (rounds.isNews(Complaint.sentence(problem))) {
                  context.navigator().complain(problem);
                }
              });
    }
  }

  /** Looks what is due. */
  void look() {
    recordCopies();
    if (isLooking) {
      return;
    }
    isLooking = true;
    context
        .background()
        .ask(
            rounds::next,
            due -> {
              isLooking = false;
              rounds.fine();
              begin(due);
            },
            problem -> {
              isLooking = false;
              if (rounds.isNews(Complaint.sentence(problem))) {
                context.navigator().complain(problem);
              }
            });
  }

  private void begin(List<Rhythms.Due> due) {
    for (Rhythms.Due one : due) {
      context
          .jobs()
          .startDue(
              title(one),
              progress -> context.office().rhythms().run(one, progress),
              outcome -> ended(one, outcome),
              problem -> {
                if (rounds.failed(one, Complaint.sentence(problem))) {
                  context.navigator().complain(problem);
                }
              });
    }
  }

  private static String title(Rhythms.Due due) {
    String name = due.shelf().name();
    if (due.doing() instanceof Rhythms.Labelling) {
      return Words.of("snapshot.job", name);
    }
    if (due.doing() instanceof Rhythms.MovingOver) {
      return Words.of("spool.job");
    }
    if (due.doing() instanceof Rhythms.ErasingAsked) {
      return Words.of("erase.due.job", name);
    }
    return due.doing() instanceof Rhythms.Thinning
        ? Words.of("thin.job", name)
        : Words.of("capture.job", name);
  }

  private void ended(Rhythms.Due due, Optional<CaptureOutcome> outcome) {
    if (outcome.isEmpty()) {
      rounds.done(due);
      context.navigator().refresh();
    } else if (outcome.get() instanceof CaptureOutcome.Done) {
      rounds.done(due);
      new Captures(context).capturedInTurn(due.shelf(), outcome.get());
    } else if (rounds.failed(due, outcome.get().toString())) {
      new Captures(context).capturedInTurn(due.shelf(), outcome.get());
    }
  }
}
