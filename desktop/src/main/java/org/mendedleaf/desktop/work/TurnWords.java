package org.mendedleaf.desktop.work;

import java.util.Optional;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.watch.WatchState;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Says in a few words when a shelf is captured next. For the interface thread. */
public final class TurnWords {

  private final Context context;

  public TurnWords(Context context) {
    this.context = context;
  }

  /** For example "next today, 12:30" or "with each save". */
  public String next(Rhythms.ShelfRhythm turn) {
    if (turn.rhythm() instanceof Rhythm.OnSave) {
      Optional<WatchState> state = context.office().rhythms().watched(turn.shelf());
      if (state.isPresent() && state.get() instanceof WatchState.Away) {
        return Words.of("turn.away");
      }
      return state.isPresent() && state.get() instanceof WatchState.LookingThrough through
          ? Words.of("turn.lookingThrough", through.why())
          : Words.of("turn.onSave");
    }
    return turn.next().isAfter(context.now())
        ? Words.of("plan.nextCapture", Shown.moment(turn.next(), context.now(), context.zone()))
        : Words.of("plan.dueNow");
  }
}
