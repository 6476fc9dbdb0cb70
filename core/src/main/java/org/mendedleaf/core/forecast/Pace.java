package org.mendedleaf.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.space.Weight;

/**
 * Replays the past as another rhythm would have captured it. A slower one sees only the last state
 * of each stretch; that can be told from what was recorded. A faster one sees states that nobody
 * recorded: how many is told from how the number falls when the past is looked at more slowly, as a
 * power of the interval.
 *
 * @param weeks what it would have seen
 * @param factor how many states it sees for each of these; at least 1
 * @param interval in which they lie
 */
record Pace(List<List<Change>> weeks, double factor, Duration interval) {

  /** The most that people are thought to save more often than was recorded. */
  private static final double MOST = 20;

  private static final Duration ON_SAVE = Duration.ofMinutes(1);

  /** The past as it was recorded. */
  static Pace asRecorded(Past past) {
    return new Pace(past.weeks(), 1, Duration.ofHours(1));
  }

  /**
   * The past as another rhythm would have seen it.
   *
   * @param recorded by which it was recorded
   */
  static Pace of(Past past, Rhythm recorded, Rhythm wanted) {
    Duration from = interval(recorded).orElseGet(() -> usual(past));
    Duration to = interval(wanted).orElse(from);
    if (to.compareTo(from) > 0) {
      return new Pace(slower(past, wanted), 1, from);
    }
    return new Pace(past.weeks(), factor(past, from, to), from);
  }

  /** From one capture to the next, about; empty where that is a person's whim. */
  private static Optional<Duration> interval(Rhythm rhythm) {
    if (rhythm instanceof Rhythm.Every every) {
      return Optional.of(Duration.ofMinutes(every.minutes()));
    }
    if (rhythm instanceof Rhythm.At at) {
      return Optional.of(Duration.ofDays(1).dividedBy(at.times().size()));
    }
    return rhythm instanceof Rhythm.OnSave ? Optional.of(ON_SAVE) : Optional.empty();
  }

  /** The time from one state of a file to its next within a day, in the middle. */
  private static Duration usual(Past past) {
    List<Duration> gaps = new ArrayList<>();
    for (List<Change> week : past.weeks()) {
      Map<Integer, Duration> last = new HashMap<>();
      for (Change change : week) {
        Duration before = last.put(change.file(), change.at());
        if (before != null && change.at().minus(before).compareTo(Duration.ofDays(1)) < 0) {
          gaps.add(change.at().minus(before));
        }
      }
    }
    gaps.sort(null);
    return gaps.isEmpty() ? Duration.ofHours(8) : gaps.get(gaps.size() / 2);
  }

  private static List<List<Change>> slower(Past past, Rhythm wanted) {
    List<List<Change>> weeks = new ArrayList<>();
    for (List<Change> week : past.weeks()) {
      weeks.add(merged(week, slots(wanted, past)));
    }
    return weeks;
  }

  /** The times of a week at which a rhythm looks, since it began. */
  private static List<Duration> slots(Rhythm wanted, Past past) {
    ZoneId zone = past.zone();
    LocalDate today = past.now().atZone(zone).toLocalDate();
    Instant begin = today.atStartOfDay(zone).toInstant();
    Instant end = today.plusDays(7).atStartOfDay(zone).toInstant();
    List<Duration> slots = new ArrayList<>();
    Instant slot = begin;
    while (slot.isBefore(end)) {
      Optional<Instant> next = wanted.next(slot, zone);
      if (next.isEmpty()) {
        break;
      }
      slot = next.get();
      slots.add(Duration.between(begin, slot));
    }
    return slots;
  }

  /** The last state of each file before each look. */
  private static List<Change> merged(List<Change> week, List<Duration> slots) {
    record Slot(int file, int number) {}
    Map<Slot, Change> last = new java.util.LinkedHashMap<>();
    List<Change> merged = new ArrayList<>();
    for (Change change : week) {
      if (change.what() == Change.Aspect.REMOVED) {
        merged.add(change);
        continue;
      }
      int number = 0;
      while (number < slots.size() && slots.get(number).compareTo(change.at()) < 0) {
        number++;
      }
      last.merge(new Slot(change.file(), number), change, Pace::together);
    }
    merged.addAll(last.values());
    merged.sort(java.util.Comparator.comparing(Change::at));
    return merged;
  }

  /** The earlier state is never seen; what it shares with later ones comes with the next. */
  private static Change together(Change before, Change after) {
    Weight weight =
        new Weight(
            after.weight().number(),
            after.weight().own(),
            before.weight().shared() + after.weight().shared(),
            Math.max(before.weight().run(), after.weight().run()),
            after.weight().lasts() || before.weight().lasts());
    return new Change(after.file(), after.at(), before.what(), after.bytes(), weight);
  }

  private static double factor(Past past, Duration from, Duration to) {
    long asIs = count(past.weeks());
    long slower = count(slower(past, everySecond(from)));
    if (asIs == 0 || slower == 0 || to.isZero()) {
      return 1;
    }
    double slope = Math.log((double) asIs / slower) / Math.log(2);
    double shorter = (double) from.toMillis() / to.toMillis();
    return Math.max(1, Math.min(MOST, Math.pow(shorter, Math.min(1, slope))));
  }

  private static Rhythm everySecond(Duration interval) {
    return new Rhythm.Every((int) Math.max(2, interval.toMinutes() * 2));
  }

  private static long count(List<List<Change>> weeks) {
    return weeks.stream().mapToLong(List::size).sum();
  }

  /** How many states it sees besides one that was recorded. */
  int besides(RandomGenerator random) {
    double more = factor - 1;
    int whole = (int) more;
    return whole + (random.nextDouble() < more - whole ? 1 : 0);
  }

  /** A state in between needs what is its own; what lasts came with the recorded one. */
  Weight alone(Weight weight) {
    return new Weight(weight.number(), weight.own(), 0, 1, false);
  }
}
