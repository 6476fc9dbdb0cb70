package org.mendedleaf.desktop.drawings;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Where the leaves of a life line stand. Time runs from left to right; a stretch in which little
 * happened for long is cut short and marked by a break; every leaf has room, and where there are
 * more leaves than room, neighbours are bundled. Pure: the same input gives the same places.
 */
final class LifeLineLayout {

  /** Two leaves are at least so far apart, in pixels; otherwise they are bundled. */
  static final double LEAST_ROOM = 13;

  private static final double GOOD_ROOM = 30;

  private static final double SHORTEST = 22;
  private static final double LONGEST = 66;
  private static final double EMPTY = 9;
  private static final double QUIET = 5;

  private LifeLineLayout() {}

  /**
   * One drawn leaf.
   *
   * @param leaf the revision; the newest one of a bundle
   * @param bundled how many revisions it stands for
   * @param x where it grows from the stem
   * @param length of the leaf
   * @param up whether it grows upwards
   * @param change how much larger (1.27 = 127 % more) or smaller than the revision before it is; 0
   *     for the first
   */
  record Placed(Leaf leaf, int bundled, double x, double length, boolean up, double change) {}

  /**
   * @param leaves drawn ones, oldest first
   * @param breaks where the stem is broken because time was cut short
   */
  record Places(List<Placed> leaves, List<Double> breaks) {}

  static Places place(List<Leaf> leaves, double left, double right) {
    if (leaves.isEmpty()) {
      return new Places(List.of(), List.of());
    }
    List<List<Leaf>> bundles = bundle(leaves, (int) Math.max(1, (right - left) / LEAST_ROOM));
    double[] gaps = gaps(bundles);
    double limit = quietLimit(gaps);
    double all = Arrays.stream(gaps).map(gap -> Math.min(gap, limit)).sum();
    double room = Math.min(GOOD_ROOM, (right - left) / Math.max(1, bundles.size()));
    double free = Math.max(0, right - left - room * (bundles.size() - 1));
    Scale scale = Scale.of(leaves);
    List<Placed> placed = new ArrayList<>();
    List<Double> breaks = new ArrayList<>();
    double x = bundles.size() == 1 ? (left + right) / 2 : left;
    Leaf before = null;
    for (int i = 0; i < bundles.size(); i++) {
      List<Leaf> bundle = bundles.get(i);
      Leaf shown = bundle.get(bundle.size() - 1);
      double change =
          before == null || before.size() == 0 ? 0 : (double) shown.size() / before.size() - 1;
      placed.add(
          new Placed(shown, bundle.size(), x, scale.length(shown.size()), i % 2 == 0, change));
      before = shown;
      if (i < gaps.length) {
        double step =
            room + (all == 0 ? free / gaps.length : free * Math.min(gaps[i], limit) / all);
        if (gaps[i] > limit && step > GOOD_ROOM) {
          breaks.add(x + step / 2);
        }
        x += step;
      }
    }
    return new Places(placed, breaks);
  }

  /** Runs of revisions that were saved close together are bundled until there is room for all. */
  private static List<List<Leaf>> bundle(List<Leaf> leaves, int room) {
    List<List<Leaf>> bundles = new ArrayList<>();
    int per = (leaves.size() + room - 1) / room;
    for (int i = 0; i < leaves.size(); i += per) {
      bundles.add(leaves.subList(i, Math.min(leaves.size(), i + per)));
    }
    return bundles;
  }

  private static double[] gaps(List<List<Leaf>> bundles) {
    double[] gaps = new double[bundles.size() - 1];
    for (int i = 0; i < gaps.length; i++) {
      List<Leaf> here = bundles.get(i);
      Duration gap =
          Duration.between(here.get(here.size() - 1).at(), bundles.get(i + 1).get(0).at());
      gaps[i] = Math.max(0.0, gap.toMillis() / 1000.0);
    }
    return gaps;
  }

  private static double quietLimit(double[] gaps) {
    double[] sorted = Arrays.stream(gaps).filter(gap -> gap > 0).sorted().toArray();
    return sorted.length == 0 ? Double.MAX_VALUE : sorted[sorted.length / 2] * QUIET;
  }

  /** Length by the logarithm of the size, over this file's own range of at least a factor of 4. */
  private record Scale(double low, double high) {

    static Scale of(List<Leaf> leaves) {
      double[] logs =
          leaves.stream()
              .filter(leaf -> leaf.size() > 0)
              .mapToDouble(leaf -> Math.log((double) leaf.size()))
              .sorted()
              .toArray();
      if (logs.length == 0) {
        return new Scale(0, Math.log(4));
      }
      double low = logs[0];
      double high = logs[logs.length - 1];
      double missing = Math.max(0, Math.log(4) - (high - low));
      return new Scale(low - missing / 2, high + missing / 2);
    }

    double length(long size) {
      if (size == 0) {
        return EMPTY;
      }
      return SHORTEST + (LONGEST - SHORTEST) * (Math.log((double) size) - low) / (high - low);
    }
  }
}
