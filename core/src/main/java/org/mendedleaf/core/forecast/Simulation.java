package org.mendedleaf.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Sifting;

/**
 * One possible future of a shelf: each coming week happens as one of the past weeks did, drawn at
 * random (a block bootstrap, Künsch 1989, whose blocks are weeks). For one thread.
 */
final class Simulation {

  private final Past past;
  private final Pace pace;
  private final CarePlan plan;
  private final RandomGenerator random;
  private final List<List<Change>> weeks = new ArrayList<>();
  private final List<Growing> files = new ArrayList<>();

  Simulation(Past past, Pace pace, CarePlan plan, RandomGenerator random) {
    this.past = past;
    this.pace = pace;
    this.plan = plan;
    this.random = random;
    // The known weeks are a sample themselves; so the band tells of that too.
    for (int i = 0; i < pace.weeks().size(); i++) {
      weeks.add(pace.weeks().get(random.nextInt(pace.weeks().size())));
    }
    past.files().forEach(file -> files.add(new Growing(file)));
  }

  /**
   * The bytes in the store at some later moments.
   *
   * @param moments soonest first
   */
  double[] run(List<Instant> moments) {
    double[] costs = new double[moments.size()];
    int next = 0;
    ZonedDateTime week = past.nextWeek().atZone(past.zone());
    while (next < moments.size()) {
      ZonedDateTime end = week.plusWeeks(1);
      // What happens in the week of a moment is counted for it only as far as it lies before.
      List<Change> drawn = weeks.get(random.nextInt(weeks.size()));
      Map<Integer, Growing> clones = new HashMap<>();
      for (Change change : drawn) {
        Instant at = week.plus(change.at()).toInstant();
        while (next < moments.size() && moments.get(next).isBefore(at)) {
          costs[next] = cost(moments.get(next));
          next++;
        }
        if (at.isAfter(past.now())) {
          happen(change, at, clones);
        }
      }
      while (next < moments.size() && moments.get(next).isBefore(end.toInstant())) {
        costs[next] = cost(moments.get(next));
        next++;
      }
      week = end;
    }
    return costs;
  }

  private void happen(Change change, Instant at, Map<Integer, Growing> clones) {
    if (change.what() == Change.Aspect.NEW) {
      Growing fresh = Growing.like(past.files().get(change.file()));
      files.add(fresh);
      clones.put(change.file(), fresh);
    }
    Growing file = clones.getOrDefault(change.file(), files.get(change.file()));
    if (change.what() == Change.Aspect.REMOVED) {
      file.remove(at);
      return;
    }
    if (!file.isThere() && change.what() == Change.Aspect.SAVED) {
      // It was removed in this future; somebody works at another file then.
      file = files.get(random.nextInt(files.size()));
    }
    int more = pace.besides(random);
    for (int k = 1; k <= more; k++) {
      // Saves that the pace of the past did not see.
      Duration before = pace.interval().multipliedBy(k).dividedBy(more + 1L);
      file.save(at.minus(before), change.bytes(), pace.alone(change.weight()));
    }
    file.save(at, change.bytes(), change.weight());
  }

  private double cost(Instant at) {
    Instant erased = plan.grace().before(at, plan.zone());
    Sifting sifting = new Sifting(plan, erased.isBefore(past.now()) ? past.now() : erased);
    double cost = 0;
    for (Growing file : files) {
      cost += file.cost(sifting, erased);
    }
    return cost;
  }
}
