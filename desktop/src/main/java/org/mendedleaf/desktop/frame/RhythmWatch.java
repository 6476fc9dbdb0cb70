package org.mendedleaf.desktop.frame;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.util.Duration;
import org.mendedleaf.core.office.Complaint;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;

/**
 * Captures each shelf when it is its turn, as long as the window is open. What fails is tried again
 * each time and told once, until it says something else: a drive that is away comes back.
 */
final class RhythmWatch {

  private static final Duration EVERY = Duration.seconds(20);

  private final Context context;
  private final Timeline clock = new Timeline(new KeyFrame(EVERY, event -> look()));
  private final Set<String> running = new HashSet<>();
  private final Map<String, String> told = new HashMap<>();

  RhythmWatch(Context context) {
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

  /** Looks whose turn it is. */
  void look() {
    context
        .background()
        .ask(() -> context.office().rhythms().due(), this::capture, this::tellOfLooking);
  }

  private void capture(List<Shelf> due) {
    told.remove("");
    for (Shelf shelf : due) {
      String name = shelf.store() + "/" + shelf.id();
      if (running.add(name)) {
        new Captures(context)
            .captureInTurn(
                shelf,
                () -> {
                  running.remove(name);
                  told.remove(name);
                },
                problem -> {
                  running.remove(name);
                  tell(name, problem);
                });
      }
    }
  }

  private void tellOfLooking(Exception problem) {
    tell("", problem);
  }

  private void tell(String of, Exception problem) {
    String sentence = Complaint.sentence(problem);
    if (!sentence.equals(told.put(of, sentence))) {
      context.navigator().complain(problem);
    }
  }
}
