package org.mendedleaf.cli.answers;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Piece;

/**
 * Writes compared lines in the unified format that POSIX describes for {@code diff -u}: removed
 * lines before added ones in each stretch, stretches headed by where they stand.
 */
final class UnifiedText {

  private final StringBuilder text = new StringBuilder();
  private final List<String> hunk = new ArrayList<>();
  private final List<String> added = new ArrayList<>();
  private int earlierAt;
  private int laterAt;
  private int earlierCount;
  private int laterCount;
  private int changes;

  private UnifiedText() {}

  public static String of(List<ComparedRow> rows, String earlier, String later) {
    UnifiedText unified = new UnifiedText();
    unified.text.append("--- %s%n+++ %s%n".formatted(earlier, later));
    rows.forEach(unified::take);
    unified.end();
    return unified.text.toString();
  }

  private void take(ComparedRow row) {
    if (row.mark() == ComparisonMark.SKIPPED || row.mark() == ComparisonMark.SECTION) {
      end();
      if (row.mark() == ComparisonMark.SECTION) {
        text.append("# %s%n".formatted(joined(row.before())));
      }
      return;
    }
    earlierAt = earlierAt == 0 ? row.earlier() : earlierAt;
    laterAt = laterAt == 0 ? row.later() : laterAt;
    if (row.mark() == ComparisonMark.SAME) {
      flush();
      hunk.add(" " + joined(row.before()));
      earlierCount++;
      laterCount++;
      return;
    }
    changes++;
    if (row.mark() != ComparisonMark.ADDED) {
      hunk.add("-" + joined(row.before()));
      earlierCount++;
    }
    if (row.mark() != ComparisonMark.REMOVED) {
      added.add("+" + joined(row.after()));
      laterCount++;
    }
  }

  private void flush() {
    hunk.addAll(added);
    added.clear();
  }

  private void end() {
    flush();
    if (changes > 0) {
      text.append("@@ -%d,%d +%d,%d @@%n".formatted(earlierAt, earlierCount, laterAt, laterCount));
      hunk.forEach(line -> text.append(line).append(System.lineSeparator()));
    }
    hunk.clear();
    earlierAt = 0;
    laterAt = 0;
    earlierCount = 0;
    laterCount = 0;
    changes = 0;
  }

  private static String joined(List<Piece> pieces) {
    return pieces.stream().map(Piece::text).collect(Collectors.joining());
  }
}
