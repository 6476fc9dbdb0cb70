package org.mendedleaf.desktop.frame;

import java.io.IOException;
import java.time.Duration;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.ColdSheaves;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.desktop.work.Context;

/**
 * Work for idle moments: stores are kept tidy and gone over, and revisions that nobody has looked
 * at are summed up.
 */
final class IdleWork {

  private static final javafx.util.Duration EVERY = javafx.util.Duration.minutes(10);

  /** Copies that programs left may be gone soon, but the first page comes before them. */
  private static final javafx.util.Duration SOON = javafx.util.Duration.seconds(3);

  private static final Duration SUMMARIES = Duration.ofMinutes(5);

  private final Context context;
  // For the interface thread.
  private boolean isPressing;
  private final Timeline soon = new Timeline(new KeyFrame(SOON, event -> lookForCopies()));
  private final Timeline clock = new Timeline(new KeyFrame(EVERY, event -> work()));

  IdleWork(Context context) {
    this.context = context;
  }

  void begin() {
    clock.setCycleCount(Animation.INDEFINITE);
    clock.play();
    soon.play();
  }

  private void lookForCopies() {
    context.background().work(this::leftBehind, this::found, context.navigator()::complain);
  }

  private boolean leftBehind() throws IOException {
    var unused = context.office().leftovers().look(Progress.NONE);
    return !context.office().leftovers().lastFound().isEmpty();
  }

  private void found(boolean isAny) {
    if (isAny) {
      context.navigator().refresh();
    }
  }

  void end() {
    soon.stop();
    clock.stop();
  }

  private void work() {
    if (context.jobs().running().isEmpty()) {
      context.background().workInTurn(this::tidy, done -> {}, context.navigator()::complain);
      press();
    }
  }

  /** Takes minutes for a large sheaf, in which nothing that is due may wait. */
  private void press() {
    if (!isPressing) {
      isPressing = true;
      context
          .background()
          .work(this::pressOne, pressed -> isPressing = false, problem -> isPressing = false);
    }
  }

  private long pressOne() throws IOException {
    Office office = context.office();
    for (StoreFacts store : office.stores().known()) {
      long freed =
          store.here()
              ? office.stores().coldSheaves().press(store.id(), ColdSheaves.COLD, Progress.NONE)
              : 0;
      if (freed > 0) {
        return freed;
      }
    }
    return 0;
  }

  private int tidy() throws IOException {
    Office office = context.office();
    int done = 0;
    for (StoreFacts store : office.stores().known()) {
      if (!store.here()) {
        continue;
      }
      done += office.stores().upkeep(store.id()).packed();
      done += office.stores().checkups(store.id()).slice(Progress.NONE);
      office.stores().mirrors().catchUp(store.id());
      done += office.stores().mirrorCheckups().slice(store.id(), Progress.NONE);
      done += office.screenings().screen(store.id(), SUMMARIES, Progress.NONE);
      done += office.screenings().screenFirst(store.id(), SUMMARIES, Progress.NONE);
      var unused = office.telling().tell(store.id());
      done += office.comparisons().sumUp(store.id(), SUMMARIES, Progress.NONE);
      done += office.drills().runIfDue(store.id(), Progress.NONE) ? 1 : 0;
    }
    done += leftBehind() ? 1 : 0;
    office.telling().afterQuiet();
    office.spaces().countFirst();
    return done;
  }
}
