package org.mendedleaf.desktop.intake;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.ArrivalList.Waiting;

/** Brings in waiting files, says what became of them, and takes that back. */
final class TakingIn {

  private final Context context;

  TakingIn(Context context) {
    this.context = context;
  }

  /**
   * The outcome for the arrivals.
   *
   * @param problem the first that could not be brought in; null if all could
   */
  private record TakenArrivals(
      List<Waiting> taken, List<Intake.TakenIn> done, @Nullable Exception problem) {}

  /**
   * Brings them in, in a job.
   *
   * @param said a note on what changed; empty if there is none
   * @param taken hears when any were brought in
   */
  void bringIn(List<Waiting> ready, String said, boolean clearAway, Runnable taken) {
    context.start(
        Words.count("bringIn.job", ready.size()),
        progress -> bringIn(ready, said, clearAway, progress),
        ended -> {
          context.arrivals().dismiss(ended.taken());
          if (!ended.taken().isEmpty()) {
            taken.run();
          }
          tell(ended);
        });
  }

  private TakenArrivals bringIn(
      List<Waiting> ready, String said, boolean clearAway, Progress progress) {
    List<Waiting> taken = new ArrayList<>();
    List<Intake.TakenIn> done = new ArrayList<>();
    progress.phase(Phase.WRITING, ready.size(), 0);
    try {
      List<Intake.Wish> wishes = ready.stream().map(one -> wish(one, said)).toList();
      List<Intake.TakingInEnded> ended = context.office().intake().bringInAll(wishes, clearAway);
      @Nullable Exception problem = null;
      for (int i = 0; i < ended.size(); i++) {
        Optional<Intake.TakenIn> one = ended.get(i).done();
        if (one.isPresent()) {
          done.add(one.get());
          taken.add(ready.get(i));
        } else if (problem == null) {
          problem = new SentenceException(ended.get(i).why());
        }
        progress.advanced(1, ready.get(i).size());
      }
      return new TakenArrivals(taken, done, problem);
    } catch (IOException e) {
      return new TakenArrivals(taken, done, e);
    }
  }

  private static Intake.Wish wish(Waiting one, String said) {
    if (one.fresh().isPresent()) {
      ArrivalList.Fresh fresh = one.fresh().get();
      return new Intake.Wish(one.file(), fresh.shelf(), OptionalLong.empty(), fresh.path(), said);
    }
    FileLife life = one.onto().orElseThrow();
    return new Intake.Wish(
        one.file(), life.shelf(), OptionalLong.of(life.ref().file()), life.file().path(), said);
  }

  private void tell(TakenArrivals taken) {
    if (taken.problem() != null) {
      context.navigator().complain(taken.problem());
    } else if (taken.done().size() == 1) {
      Waiting one = taken.taken().get(0);
      String path =
          one.fresh()
              .map(fresh -> fresh.path().shown())
              .orElseGet(() -> one.onto().orElseThrow().file().path().shown());
      Intake.TakenIn done = taken.done().get(0);
      context
          .navigator()
          .tell(
              Words.of(
                  "bringIn.done.one",
                  one.file().getFileName(),
                  Revision.numbered(done.brought().revision()),
                  path),
              () -> undo(taken.done()),
              Words.of("bringIn.show"),
              () -> context.go(new Place.OneFile(done.file(), Optional.empty())));
    } else {
      context
          .navigator()
          .tell(Words.count("bringIn.done", taken.done().size()), () -> undo(taken.done()));
    }
  }

  private void undo(List<Intake.TakenIn> done) {
    context.ask(
        () -> {
          // What was brought in together is taken back together.
          Intake.TakenIn any = done.get(0);
          return context
              .office()
              .recoveries()
              .undo(any.file().store(), any.brought().act(), Progress.NONE);
        },
        undone -> {
          context.tell(Words.of("recovered.undone"));
          context.navigator().refresh();
        });
  }
}
