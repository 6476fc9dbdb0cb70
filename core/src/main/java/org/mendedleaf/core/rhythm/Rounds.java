package org.mendedleaf.core.rhythm;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.ShelfTimes;

/**
 * The round that whoever owns the desk makes every second: what is due is begun once, what failed
 * is tried again after a while, and the same failure is told once. Safe for several threads.
 */
public final class Rounds {

  /** The interval at which clocks and plans are looked at; folders are looked at every time. */
  private static final Duration EVERY = Duration.ofSeconds(20);

  /** A drive that is away comes back; until then trying has no use. */
  private static final Duration AFTER_FAILURE = Duration.ofMinutes(2);

  private final Rhythms rhythms;
  private final OfficeSettings settings;
  private final Set<RoundTask> running = new HashSet<>();
  private final Map<RoundTask, Instant> resting = new HashMap<>();
  private final Map<Optional<RoundTask>, String> told = new HashMap<>();
  private Instant looked = Instant.MIN;

  public Rounds(Rhythms rhythms, OfficeSettings settings) {
    this.rhythms = rhythms;
    this.settings = settings;
  }

  /**
   * What should start now; the caller reports how each of them ended.
   *
   * @throws IOException if a store cannot be reached
   */
  public List<Rhythms.Due> next() throws IOException {
    Instant now = settings.clock().instant();
    List<Rhythms.Due> due = new ArrayList<>();
    boolean isTime;
    synchronized (this) {
      isTime = looked.equals(Instant.MIN) || !now.isBefore(looked.plus(EVERY));
      if (isTime) {
        looked = now;
      }
    }
    if (isTime) {
      rhythms.watch();
      due.addAll(rhythms.due());
    }
    due.addAll(rhythms.saved());
    synchronized (this) {
      resting.values().removeIf(until -> !until.isAfter(now));
      List<Rhythms.Due> begun = new ArrayList<>();
      for (Rhythms.Due one : due) {
        if (!resting.containsKey(RoundTask.of(one)) && running.add(RoundTask.of(one))) {
          begun.add(one);
        }
      }
      return begun;
    }
  }

  /** Something done with a shelf, with the counts left out. */
  private record RoundTask(String shelf, Rhythms.Doing doing) {
    static RoundTask of(Rhythms.Due due) {
      return new RoundTask(ShelfTimes.name(due.shelf()), due.doing());
    }
  }

  /** The turn was done. */
  public synchronized void done(Rhythms.Due due) {
    running.remove(RoundTask.of(due));
    told.remove(Optional.of(RoundTask.of(due)));
  }

  /**
   * It was not done.
   *
   * @return whether to tell of it: not if the same was told before
   */
  public synchronized boolean failed(Rhythms.Due due, String sentence) {
    running.remove(RoundTask.of(due));
    resting.put(RoundTask.of(due), settings.clock().instant().plus(AFTER_FAILURE));
    return isNews(Optional.of(RoundTask.of(due)), sentence);
  }

  /** The whole round went well: what was told of it is over. */
  public synchronized void fine() {
    told.remove(Optional.<RoundTask>empty());
  }

  /** Whether this was not told before of the round as a whole. */
  public synchronized boolean isNews(String sentence) {
    return isNews(Optional.empty(), sentence);
  }

  private boolean isNews(Optional<RoundTask> of, String sentence) {
    return !sentence.equals(told.put(of, sentence));
  }
}
