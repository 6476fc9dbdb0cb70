package org.mendedleaf.desktop.frame;

import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.util.Duration;
import org.mendedleaf.desktop.work.Context;

/**
 * Looks every few seconds for arrivals, and whether somebody is to be told of something, as long as
 * the window is open.
 */
final class ArrivalWatch {

  private static final Duration EVERY = Duration.seconds(5);

  private final Context context;
  private final Timeline clock = new Timeline(new KeyFrame(EVERY, event -> look()));

  ArrivalWatch(Context context) {
    this.context = context;
  }

  void begin() {
    clock.setCycleCount(Animation.INDEFINITE);
    clock.play();
    look();
  }

  void end() {
    clock.stop();
  }

  private void look() {
    context.arrivals().lookAround();
    context
        .background()
        .ask(
            () -> context.office().notices().write(),
            written -> {},
            // It is tried again, and other pages say that the store is away.
            problem -> {});
  }
}
