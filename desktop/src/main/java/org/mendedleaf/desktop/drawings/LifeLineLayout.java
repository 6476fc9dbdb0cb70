package org.mendedleaf.desktop.drawings;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;

/**
 * Places the leaves of a life line. Time runs from left to right; a stretch in which little
 * happened for long is cut short and marked by a break; every leaf has room, and where there are
 * more leaves than room, neighbours are bundled. What was saved in one sitting is one leaf, which
 * opens when one of its revisions is chosen. Pure: the same input gives the same places.
 */
final class LifeLineLayout {

  /** The least distance of two leaves, in pixels; nearer ones are bundled. */
  static final double LEAST_ROOM = 13;

  private static final double GOOD_ROOM = 30;

  /** Saves that follow each other within this time belong to one sitting. */
  private static final Duration PAUSE = Duration.ofMinutes(15);

  /** The number of revisions of one sitting that are drawn as one leaf. */
  private static final int SITTING = 3;

  private static final double JUMP = 1.0 / 3;
  private static final double SHORTEST = 22;
  private static final double LONGEST = 66;
  private static final double EMPTY = 9;
  private static final double QUIET = 5;
  private static final double APART = 24;

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
  record PlacedLeaf(Leaf leaf, int bundled, double x, double length, boolean up, double change) {}

  /**
   * @param leaves drawn ones, oldest first
   * @param breaks where the stem is broken because time was cut short
   */
  record LeafPlaces(List<PlacedLeaf> leaves, List<Double> breaks) {}

  /**
   * @param chosen the numbers of the chosen revisions
   */
  static LeafPlaces place(List<Leaf> leaves, Set<Integer> chosen, double left, double right) {
    if (leaves.isEmpty()) {
      return new LeafPlaces(List.of(), List.of());
    }
    List<List<Leaf>> bundles =
        bundle(sittings(leaves, chosen), (int) Math.max(1, (right - left) / LEAST_ROOM));
    double[] gaps = gaps(bundles);
    double limit = quietLimit(gaps);
    double all = Arrays.stream(gaps).map(gap -> Math.min(gap, limit)).sum();
    double room = Math.min(GOOD_ROOM, (right - left) / Math.max(1, bundles.size()));
    double free = Math.max(0, right - left - room * (bundles.size() - 1));
    ChangeScale scale = ChangeScale.of(leaves);
    List<PlacedLeaf> placed = new ArrayList<>();
    List<Double> breaks = new ArrayList<>();
    double x = bundles.size() == 1 ? (left + right) / 2 : left;
    Leaf before = null;
    for (int i = 0; i < bundles.size(); i++) {
      List<Leaf> bundle = bundles.get(i);
      Leaf shown = bundle.get(bundle.size() - 1);
      double change =
          before == null || before.size() == 0 ? 0 : (double) shown.size() / before.size() - 1;
      placed.add(
          new PlacedLeaf(shown, bundle.size(), x, scale.length(shown.size()), i % 2 == 0, change));
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
    return new LeafPlaces(placed, breaks);
  }

  /**
   * Where a time lies among placed leaves; what is later than all of them, or earlier, stands a
   * little apart.
   */
  static double at(Instant time, LeafPlaces places) {
    List<PlacedLeaf> all = places.leaves();
    PlacedLeaf before = null;
    for (PlacedLeaf one : all) {
      if (one.leaf().at().isAfter(time)) {
        return before == null ? one.x() - APART : between(time, before, one);
      }
      before = one;
    }
    return before == null ? APART : before.x() + APART;
  }

  private static double between(Instant time, PlacedLeaf before, PlacedLeaf after) {
    double all = Duration.between(before.leaf().at(), after.leaf().at()).toMillis();
    double part = Duration.between(before.leaf().at(), time).toMillis();
    return before.x() + (after.x() - before.x()) * (all == 0 ? 0 : part / all);
  }

  /** Runs of revisions that were saved close together are bundled until there is room for all. */
  private static List<List<Leaf>> bundle(List<List<Leaf>> sittings, int room) {
    List<List<Leaf>> bundles = new ArrayList<>();
    int per = (sittings.size() + room - 1) / room;
    for (int i = 0; i < sittings.size(); i += per) {
      bundles.add(
          sittings.subList(i, Math.min(sittings.size(), i + per)).stream()
              .flatMap(List::stream)
              .toList());
    }
    return bundles;
  }

  /** Runs of plain revisions that were saved in one sitting; every other stands alone. */
  private static List<List<Leaf>> sittings(List<Leaf> leaves, Set<Integer> chosen) {
    List<List<Leaf>> sittings = new ArrayList<>();
    int from = 0;
    for (int i = 1; i <= leaves.size(); i++) {
      if (i == leaves.size() || !isOneSitting(leaves.get(i - 1), leaves.get(i))) {
        List<Leaf> sitting = leaves.subList(from, i);
        if (sitting.size() >= SITTING
            && sitting.stream().noneMatch(leaf -> chosen.contains(leaf.number()))) {
          sittings.add(sitting);
        } else {
          sitting.forEach(leaf -> sittings.add(List.of(leaf)));
        }
        from = i;
      }
    }
    return sittings;
  }

  /** Whatever is to be seen at a leaf keeps it apart; a jump in size is. */
  private static boolean isOneSitting(Leaf before, Leaf leaf) {
    double change = before.size() == 0 ? 1 : Math.abs((double) leaf.size() / before.size() - 1);
    return Duration.between(before.at(), leaf.at()).compareTo(PAUSE) <= 0
        && isPlain(before)
        && isPlain(leaf)
        && before.notice() == leaf.notice()
        && change <= JUMP;
  }

  private static boolean isPlain(Leaf leaf) {
    return leaf.mendedFrom().isEmpty()
        && !leaf.afterRemoval()
        && !leaf.held()
        && leaf.issue().isEmpty();
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
  private record ChangeScale(double low, double high) {

    static ChangeScale of(List<Leaf> leaves) {
      double[] logs =
          leaves.stream()
              .filter(leaf -> leaf.size() > 0)
              .mapToDouble(leaf -> Math.log((double) leaf.size()))
              .sorted()
              .toArray();
      if (logs.length == 0) {
        return new ChangeScale(0, Math.log(4));
      }
      double low = logs[0];
      double high = logs[logs.length - 1];
      double missing = Math.max(0, Math.log(4) - (high - low));
      return new ChangeScale(low - missing / 2, high + missing / 2);
    }

    double length(long size) {
      if (size == 0) {
        return EMPTY;
      }
      return SHORTEST + (LONGEST - SHORTEST) * (Math.log((double) size) - low) / (high - low);
    }
  }
}
