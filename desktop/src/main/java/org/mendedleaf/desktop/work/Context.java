package org.mendedleaf.desktop.work;

import java.time.Instant;
import java.time.ZoneId;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Jobs;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.MendingTray;

/**
 * The surroundings that every page needs.
 *
 * @param office never called on the interface thread
 */
public record Context(
    Office office,
    Background background,
    Navigator navigator,
    Jobs jobs,
    SystemOpener opener,
    MendingTray tray,
    ArrivalList arrivals) {

  /** What time it is in this office. */
  public Instant now() {
    return office.settings().clock().instant();
  }

  public ZoneId zone() {
    return office.settings().zone();
  }

  /** Asks beside the interface thread; where there is no answer, it is said why. */
  public <T> void ask(Callable<T> question, Consumer<T> answer) {
    background.ask(question, answer, navigator::complain);
  }

  /** Starts a job; where it fails, it is said why. */
  public <T> void start(String title, Jobs.Work<T> work, Consumer<T> done) {
    jobs.start(title, work, done, navigator::complain);
  }

  /** Shows a place. */
  public void go(Place place) {
    navigator.go(place);
  }

  /** Tells what was done where there is nothing to take back. */
  public void tell(String sentence) {
    navigator.tell(sentence, null);
  }
}
