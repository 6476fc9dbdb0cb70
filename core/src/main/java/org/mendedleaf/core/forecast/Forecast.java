package org.mendedleaf.core.forecast;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Rhythm;

/**
 * Forecasts the space that a shelf will take in its store from its own past: how often files are
 * saved on each weekday and at each hour, how large they are, how far they are compressed, what is
 * new in them and what is shared. Many futures are drawn; between the tenth and the ninetieth of a
 * hundred lies the band.
 *
 * <p>Pure and repeatable; safe for several threads. Takes time in proportion to the revisions.
 */
public final class Forecast {

  /** The number of futures that are drawn. */
  public static final int FUTURES = 40;

  private static final int MONTHS = 12;

  private final Past past;
  private final long seed;
  private final double scale;
  private final List<Instant> moments;

  private Forecast(Past past, long seed, double scale, List<Instant> moments) {
    this.past = past;
    this.seed = seed;
    this.scale = scale;
    this.moments = moments;
  }

  /**
   * Looks at the past of a shelf.
   *
   * @param files with their revisions up to now; they may be a sample of all
   * @param bytes what the whole shelf takes now; from it follows how much a sample stands for
   * @param zone whose weekdays and hours count
   * @return empty if the past is shorter than two weeks
   */
  public static Optional<Forecast> of(
      List<Weighed> files, long bytes, Instant now, java.time.ZoneId zone, long seed) {
    return Past.of(files, now, zone)
        .map(
            past -> {
              List<Instant> moments = new ArrayList<>();
              for (int month = 1; month <= MONTHS; month++) {
                moments.add(now.atZone(zone).plusMonths(month).toInstant());
              }
              double known = weigh(files);
              return new Forecast(past, seed, known == 0 ? 1 : bytes / known, moments);
            });
  }

  /** What all revisions take together. */
  static double weigh(List<Weighed> files) {
    return files.stream()
        .flatMap(file -> file.weights().stream())
        .mapToDouble(weight -> weight.own() + weight.shared())
        .sum();
  }

  /** How many weeks are known. */
  public int weeks() {
    return past.weeks().size();
  }

  /** The ends of the coming months, of which is told. */
  public List<Instant> moments() {
    return List.copyOf(moments);
  }

  /** The futures under a plan, if it is recorded as it was. */
  public Futures under(CarePlan plan) {
    return draw(plan, Pace.asRecorded(past), moments);
  }

  /**
   * The futures under a plan, if the rhythm changes.
   *
   * @param recorded the rhythm of the past
   */
  public Futures under(CarePlan plan, Rhythm recorded, Rhythm wanted) {
    return draw(plan, Pace.of(past, recorded, wanted), moments);
  }

  /** How many states a week a rhythm sees, about. */
  public double statesAWeek(Rhythm recorded, Rhythm wanted) {
    Pace pace = Pace.of(past, recorded, wanted);
    return pace.factor() * pace.weeks().stream().mapToInt(List::size).sum() / past.weeks().size();
  }

  Futures at(CarePlan plan, Instant moment) {
    return draw(plan, Pace.asRecorded(past), List.of(moment));
  }

  private Futures draw(CarePlan plan, Pace pace, List<Instant> at) {
    RandomGenerator.SplittableGenerator random =
        RandomGeneratorFactory.<RandomGenerator.SplittableGenerator>of("L64X128MixRandom")
            .create(seed);
    double[][] drawn = new double[FUTURES][];
    for (int i = 0; i < FUTURES; i++) {
      drawn[i] = new Simulation(past, pace, plan, random.split()).run(at);
      for (int k = 0; k < drawn[i].length; k++) {
        drawn[i][k] *= scale;
      }
    }
    return new Futures(at, drawn);
  }
}
