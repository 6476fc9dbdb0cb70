package org.mendedleaf.core.compare;

import com.github.difflib.DiffUtils;
import com.github.difflib.algorithm.myers.MyersDiffWithLinearSpace;
import com.github.difflib.patch.AbstractDelta;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Piece;
import org.mendedleaf.core.compare.inside.Sentences;

/** Compares two lists of lines, and the words inside lines that changed. */
final class LineComparison {

  private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+|\\s+|.");
  private static final int CONTEXT = 3;
  private static final int MAX_WORDS = 2_000;

  /** Longer lines are shown cut; whether they differ is told from all of them. */
  private static final int SHOWN_LINE = 4_000;

  private final List<String> earlier;
  private final List<String> later;
  private final List<Map<String, Integer>> earlierWords;
  private final List<Map<String, Integer>> laterWords;
  private final List<ComparedRow> rows = new ArrayList<>();
  private final LineTally tally = new LineTally();

  LineComparison(List<String> earlier, List<String> later) {
    this.earlier = earlier;
    this.later = later;
    this.earlierWords = new ArrayList<>(java.util.Collections.nCopies(earlier.size(), null));
    this.laterWords = new ArrayList<>(java.util.Collections.nCopies(later.size(), null));
  }

  /** How many lines changed. */
  static final class LineTally {
    int changed;
    int added;
    int removed;

    boolean isNothing() {
      return changed + added + removed == 0;
    }

    void add(LineTally other) {
      changed += other.changed;
      added += other.added;
      removed += other.removed;
    }

    /** The changes in words, for example "3 lines changed, 1 added". */
    String told(String one, String many) {
      List<String> parts = new ArrayList<>();
      part(parts, changed, "changed", one, many);
      part(parts, added, "added", one, many);
      part(parts, removed, "gone", one, many);
      return String.join(", ", parts);
    }

    private static void part(List<String> parts, int number, String verb, String one, String many) {
      if (number > 0) {
        parts.add(
            parts.isEmpty()
                ? Sentences.count(number, one, many) + " " + verb
                : "%,d %s".formatted(number, verb));
      }
    }
  }

  LineTally tally() {
    return tally;
  }

  /** The rows, with long stretches of equal lines folded. */
  List<ComparedRow> rows() {
    List<Alignment.Pair> pairs = Alignment.of(earlier, later, this::likeness);
    int same = 0;
    for (int i = 0; i < pairs.size(); i++) {
      if (pairs.get(i).equal()) {
        same++;
        continue;
      }
      fold(pairs, i - same, i, i == same);
      same = 0;
      rows.add(row(pairs.get(i)));
    }
    fold(pairs, pairs.size() - same, pairs.size(), same == pairs.size());
    return rows;
  }

  private void fold(List<Alignment.Pair> pairs, int from, int to, boolean atStart) {
    boolean atEnd = to == pairs.size();
    int head = atStart ? 0 : CONTEXT;
    int tail = atEnd ? 0 : CONTEXT;
    if (to - from <= head + tail + 1) {
      pairs.subList(from, to).forEach(pair -> rows.add(same(pair)));
      return;
    }
    pairs.subList(from, from + head).forEach(pair -> rows.add(same(pair)));
    rows.add(ComparedRow.skipped(to - from - head - tail));
    pairs.subList(to - tail, to).forEach(pair -> rows.add(same(pair)));
  }

  private ComparedRow same(Alignment.Pair pair) {
    return new ComparedRow(
        ComparisonMark.SAME,
        pair.earlier() + 1,
        pair.later() + 1,
        plain(earlier.get(pair.earlier())),
        List.of());
  }

  private ComparedRow row(Alignment.Pair pair) {
    if (pair.later() < 0) {
      tally.removed++;
      return new ComparedRow(
          ComparisonMark.REMOVED,
          pair.earlier() + 1,
          0,
          plain(earlier.get(pair.earlier())),
          List.of());
    }
    if (pair.earlier() < 0) {
      tally.added++;
      return new ComparedRow(
          ComparisonMark.ADDED, 0, pair.later() + 1, List.of(), plain(later.get(pair.later())));
    }
    tally.changed++;
    List<Piece> before = new ArrayList<>();
    List<Piece> after = new ArrayList<>();
    inside(earlier.get(pair.earlier()), later.get(pair.later()), before, after);
    return new ComparedRow(
        ComparisonMark.CHANGED, pair.earlier() + 1, pair.later() + 1, before, after);
  }

  private static void inside(String earlier, String later, List<Piece> before, List<Piece> after) {
    List<String> first = words(earlier);
    List<String> second = words(later);
    if (first.size() > MAX_WORDS || second.size() > MAX_WORDS) {
      before.add(new Piece(cut(earlier), true));
      after.add(new Piece(cut(later), true));
      return;
    }
    int a = 0;
    int b = 0;
    var patch = DiffUtils.diff(first, second, new MyersDiffWithLinearSpace<>());
    for (AbstractDelta<String> delta : patch.getDeltas()) {
      int from = delta.getSource().getPosition();
      int to = delta.getTarget().getPosition();
      put(before, first.subList(a, from), false);
      put(after, second.subList(b, to), false);
      a = from + delta.getSource().size();
      b = to + delta.getTarget().size();
      put(before, first.subList(from, a), true);
      put(after, second.subList(to, b), true);
    }
    put(before, first.subList(a, first.size()), false);
    put(after, second.subList(b, second.size()), false);
  }

  private static void put(List<Piece> pieces, List<String> words, boolean changed) {
    String text = String.join("", words);
    if (!text.isEmpty()) {
      pieces.add(new Piece(text, changed));
    }
  }

  private double likeness(int first, int second) {
    Map<String, Integer> a = counted(earlierWords, earlier, first);
    Map<String, Integer> b = counted(laterWords, later, second);
    int shared = 0;
    int all = 0;
    for (Map.Entry<String, Integer> word : a.entrySet()) {
      shared += Math.min(word.getValue(), b.getOrDefault(word.getKey(), 0));
      all += word.getValue();
    }
    for (int count : b.values()) {
      all += count;
    }
    return all == 0 ? 1 : 2.0 * shared / all;
  }

  private static Map<String, Integer> counted(
      List<Map<String, Integer>> known, List<String> lines, int line) {
    Map<String, Integer> counts = known.get(line);
    if (counts == null) {
      counts = new HashMap<>();
      for (String word : words(lines.get(line))) {
        if (!word.isBlank()) {
          counts.merge(word, 1, Integer::sum);
        }
      }
      known.set(line, counts);
    }
    return counts;
  }

  private static List<String> words(String line) {
    List<String> words = new ArrayList<>();
    Matcher matcher = WORD.matcher(line);
    while (matcher.find() && words.size() <= MAX_WORDS) {
      words.add(matcher.group());
    }
    return words;
  }

  private static List<Piece> plain(String line) {
    return line.isEmpty() ? List.of() : List.of(new Piece(cut(line), false));
  }

  private static String cut(String line) {
    return line.length() > SHOWN_LINE ? line.substring(0, SHOWN_LINE) + " …" : line;
  }
}
