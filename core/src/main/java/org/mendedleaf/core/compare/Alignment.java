package org.mendedleaf.core.compare;

import com.github.difflib.DiffUtils;
import com.github.difflib.algorithm.myers.MyersDiffWithLinearSpace;
import com.github.difflib.patch.AbstractDelta;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Lines two lists up: first what is equal, by the shortest edit script (E. Myers, "An O(ND)
 * Difference Algorithm and Its Variations", 1986), then inside each stretch between equal elements
 * what is alike, by dynamic programming. Elements that the other list does not have at all are left
 * out of the first step, so that two quite different lists are not slow.
 */
final class Alignment {

  /** Elements less alike than this stay apart. */
  private static final double ALIKE = 0.4;

  /** Stretches with more pairs than this are paired in order. */
  private static final int PAIRS = 40_000;

  private Alignment() {}

  /**
   * A pair of elements.
   *
   * @param earlier index in the earlier list, or -1
   * @param later index in the later list, or -1
   * @param equal whether they are equal
   */
  record Pair(int earlier, int later, boolean equal) {}

  /** The similarity of two elements, given by their indexes, from 0 to 1. */
  interface Likeness {
    double of(int earlier, int later);
  }

  static List<Pair> of(List<?> earlier, List<?> later, Likeness likeness) {
    int[] first = new int[earlier.size()];
    int[] second = new int[later.size()];
    number(earlier, later, first, second);
    int head = 0;
    while (head < first.length && head < second.length && first[head] == second[head]) {
      head++;
    }
    int firstEnd = first.length;
    int secondEnd = second.length;
    while (firstEnd > head && secondEnd > head && first[firstEnd - 1] == second[secondEnd - 1]) {
      firstEnd--;
      secondEnd--;
    }
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i < head; i++) {
      pairs.add(new Pair(i, i, true));
    }
    int a = head;
    int b = head;
    for (int[] match : matches(first, second, head, firstEnd, secondEnd)) {
      between(pairs, a, match[0], b, match[1], likeness);
      pairs.add(new Pair(match[0], match[1], true));
      a = match[0] + 1;
      b = match[1] + 1;
    }
    between(pairs, a, firstEnd, b, secondEnd, likeness);
    for (int i = 0; i < first.length - firstEnd; i++) {
      pairs.add(new Pair(firstEnd + i, secondEnd + i, true));
    }
    return pairs;
  }

  private static void number(List<?> earlier, List<?> later, int[] first, int[] second) {
    Map<Object, Integer> numbers = new HashMap<>();
    for (int i = 0; i < first.length; i++) {
      first[i] = numbers.computeIfAbsent(earlier.get(i), key -> numbers.size());
    }
    for (int i = 0; i < second.length; i++) {
      second[i] = numbers.computeIfAbsent(later.get(i), key -> numbers.size());
    }
  }

  /** Pairs of indexes of equal elements, both rising. */
  private static List<int[]> matches(
      int[] first, int[] second, int head, int firstEnd, int secondEnd) {
    Set<Integer> inFirst = new HashSet<>();
    Set<Integer> inSecond = new HashSet<>();
    for (int i = head; i < firstEnd; i++) {
      inFirst.add(first[i]);
    }
    for (int i = head; i < secondEnd; i++) {
      inSecond.add(second[i]);
    }
    List<Integer> firstPlaces = shared(first, head, firstEnd, inSecond);
    List<Integer> secondPlaces = shared(second, head, secondEnd, inFirst);
    List<Integer> firstValues = firstPlaces.stream().map(i -> first[i]).toList();
    List<Integer> secondValues = secondPlaces.stream().map(i -> second[i]).toList();
    List<int[]> matches = new ArrayList<>();
    int a = 0;
    int b = 0;
    var patch = DiffUtils.diff(firstValues, secondValues, new MyersDiffWithLinearSpace<>());
    for (AbstractDelta<Integer> delta : patch.getDeltas()) {
      while (a < delta.getSource().getPosition()) {
        matches.add(new int[] {firstPlaces.get(a++), secondPlaces.get(b++)});
      }
      a += delta.getSource().size();
      b += delta.getTarget().size();
    }
    while (a < firstPlaces.size()) {
      matches.add(new int[] {firstPlaces.get(a++), secondPlaces.get(b++)});
    }
    return matches;
  }

  private static List<Integer> shared(int[] values, int from, int to, Set<Integer> others) {
    List<Integer> places = new ArrayList<>();
    for (int i = from; i < to; i++) {
      if (others.contains(values[i])) {
        places.add(i);
      }
    }
    return places;
  }

  /** Pairs what is alike in a stretch without equal elements. */
  private static void between(
      List<Pair> pairs, int fromA, int toA, int fromB, int toB, Likeness likeness) {
    int rows = toA - fromA;
    int columns = toB - fromB;
    if ((long) rows * columns > PAIRS) {
      inOrder(pairs, fromA, toA, fromB, toB, likeness);
      return;
    }
    double[][] best = new double[rows + 1][columns + 1];
    double[][] like = new double[rows][columns];
    for (int i = rows - 1; i >= 0; i--) {
      for (int j = columns - 1; j >= 0; j--) {
        like[i][j] = likeness.of(fromA + i, fromB + j);
        double paired = like[i][j] < ALIKE ? 0 : like[i][j] + best[i + 1][j + 1];
        best[i][j] = Math.max(paired, Math.max(best[i + 1][j], best[i][j + 1]));
      }
    }
    int i = 0;
    int j = 0;
    while (i < rows && j < columns) {
      if (like[i][j] >= ALIKE && best[i][j] == like[i][j] + best[i + 1][j + 1]) {
        pairs.add(new Pair(fromA + i++, fromB + j++, false));
      } else if (best[i + 1][j] >= best[i][j + 1]) {
        pairs.add(new Pair(fromA + i++, -1, false));
      } else {
        pairs.add(new Pair(-1, fromB + j++, false));
      }
    }
    alone(pairs, fromA + i, toA, fromB + j, toB);
  }

  private static void inOrder(
      List<Pair> pairs, int fromA, int toA, int fromB, int toB, Likeness likeness) {
    int a = fromA;
    int b = fromB;
    while (a < toA && b < toB) {
      if (likeness.of(a, b) >= ALIKE) {
        pairs.add(new Pair(a++, b++, false));
      } else {
        pairs.add(new Pair(a++, -1, false));
        pairs.add(new Pair(-1, b++, false));
      }
    }
    alone(pairs, a, toA, b, toB);
  }

  private static void alone(List<Pair> pairs, int fromA, int toA, int fromB, int toB) {
    for (int a = fromA; a < toA; a++) {
      pairs.add(new Pair(a, -1, false));
    }
    for (int b = fromB; b < toB; b++) {
      pairs.add(new Pair(-1, b, false));
    }
  }
}
