package org.mendedleaf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.function.ToDoubleFunction;

/**
 * Measures ours and a yardstick in alternating pairs, so that what a shared machine does meanwhile
 * meets both. What counts is the median of the pairs' ratios; its spread says how far to trust it.
 */
final class Pairs {

  private final int pairs;

  Pairs(int pairs) {
    this.pairs = pairs;
  }

  static void head() {
    System.out.printf(
        "%-32s %9s %9s %7s %15s %9s %9s%n",
        "median of pairs", "ours", "yardstick", "ratio", "lowest-highest", "cpu ours", "cpu y.");
  }

  void print(String figure, Callable<Taken> ours, Callable<Taken> yardstick) throws Exception {
    List<Taken> mine = new ArrayList<>();
    List<Taken> theirs = new ArrayList<>();
    List<Double> ratios = new ArrayList<>();
    for (int i = 0; i < pairs; i++) {
      // Whoever is second finds the caches warm, so they take turns at that as well.
      boolean oursFirst = i % 2 == 0;
      if (oursFirst) {
        mine.add(ours.call());
      }
      theirs.add(yardstick.call());
      if (!oursFirst) {
        mine.add(ours.call());
      }
      ratios.add(mine.get(i).wall() / theirs.get(i).wall());
    }
    ratios.sort(null);
    System.out.printf(
        Locale.ROOT,
        "%-32s %7.2f s %7.2f s %6.2fx %6.2f - %5.2f %7.2f s %7.2f s%n",
        figure,
        median(mine, Taken::wall),
        median(theirs, Taken::wall),
        ratios.get(pairs / 2),
        ratios.get(0),
        ratios.get(pairs - 1),
        median(mine, Taken::cpu),
        median(theirs, Taken::cpu));
  }

  /** A figure without a yardstick. */
  void print(String figure, Callable<Taken> ours) throws Exception {
    List<Taken> mine = new ArrayList<>();
    for (int i = 0; i < pairs; i++) {
      mine.add(ours.call());
    }
    System.out.printf(
        Locale.ROOT,
        "%-32s %7.2f s %41s %7.2f s%n",
        figure,
        median(mine, Taken::wall),
        "",
        median(mine, Taken::cpu));
  }

  private static double median(List<Taken> all, ToDoubleFunction<Taken> what) {
    double[] sorted = all.stream().mapToDouble(what).sorted().toArray();
    return sorted[sorted.length / 2];
  }
}
