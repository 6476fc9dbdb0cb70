package org.mendedleaf.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Bytes in a store at some moments, in each of many futures. Unchangeable.
 *
 * @param moments soonest first
 * @param drawn by future and moment
 */
public record Futures(List<Instant> moments, double[][] drawn) {

  private static final double LOW = 0.1;
  private static final double HIGH = 0.9;

  public Futures {
    moments = List.copyOf(moments);
  }

  /** The likely sizes at a moment, in bytes; four of five futures lie between low and high. */
  public record FuturePoint(Instant at, long low, long middle, long high) {}

  public List<FuturePoint> points() {
    List<FuturePoint> points = new ArrayList<>();
    for (int k = 0; k < moments.size(); k++) {
      double[] sorted = sorted(k);
      points.add(
          new FuturePoint(
              moments.get(k), part(sorted, LOW), part(sorted, 0.5), part(sorted, HIGH)));
    }
    return points;
  }

  private double[] sorted(int moment) {
    double[] sorted = new double[drawn.length];
    for (int i = 0; i < drawn.length; i++) {
      sorted[i] = drawn[i][moment];
    }
    Arrays.sort(sorted);
    return sorted;
  }

  private static long part(double[] sorted, double part) {
    return Math.round(sorted[(int) Math.round(part * (sorted.length - 1))]);
  }

  /** The same with what another shelf takes in its futures. */
  public Futures with(Futures other) {
    double[][] sum = new double[drawn.length][];
    for (int i = 0; i < sum.length; i++) {
      sum[i] = drawn[i].clone();
      for (int k = 0; k < sum[i].length; k++) {
        sum[i][k] += other.drawn[i][k];
      }
    }
    return new Futures(moments, sum);
  }

  /** The same, but never more than so many bytes. */
  public Futures atMost(long bytes) {
    double[][] less = new double[drawn.length][];
    for (int i = 0; i < less.length; i++) {
      less[i] = Arrays.stream(drawn[i]).map(one -> Math.min(one, (double) bytes)).toArray();
    }
    return new Futures(moments, less);
  }

  /**
   * When something becomes larger than a size.
   *
   * @param low in one of ten futures it is so far
   * @param middle in half of them; empty if not within the known time
   */
  public record Day(Optional<Instant> low, Optional<Instant> middle, Optional<Instant> high) {}

  /**
   * When it grows beyond a size.
   *
   * @param now from when, with so many bytes then
   */
  public Day beyond(long bytes, Instant now, long bytesNow) {
    Instant[] crossed = new Instant[drawn.length];
    for (int i = 0; i < drawn.length; i++) {
      crossed[i] = crossing(drawn[i], bytes, now, bytesNow);
    }
    Arrays.sort(crossed);
    return new Day(day(crossed, LOW), day(crossed, 0.5), day(crossed, HIGH));
  }

  private static Optional<Instant> day(Instant[] crossed, double part) {
    Instant day = crossed[(int) Math.round(part * (crossed.length - 1))];
    return day.equals(Instant.MAX) ? Optional.empty() : Optional.of(day);
  }

  private Instant crossing(double[] future, long bytes, Instant now, long bytesNow) {
    Instant before = now;
    double was = bytesNow;
    if (was > bytes) {
      return now;
    }
    for (int k = 0; k < future.length; k++) {
      if (future[k] > bytes) {
        double part = (bytes - was) / (future[k] - was);
        Duration step = Duration.between(before, moments.get(k));
        return before.plusSeconds(Math.round(step.toSeconds() * part));
      }
      before = moments.get(k);
      was = future[k];
    }
    return Instant.MAX;
  }
}
