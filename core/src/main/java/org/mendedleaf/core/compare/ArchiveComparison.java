package org.mendedleaf.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;
import org.mendedleaf.core.compare.Comparison.Piece;
import org.mendedleaf.core.compare.inside.ArchiveEntry;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Sentences;

/** Compares what two archives hold: by name, then by size and checksum. */
final class ArchiveComparison {

  private static final int MAX_ROWS = 50_000;

  private final TreeMap<String, ArchiveEntry> before = new TreeMap<>();
  private final TreeMap<String, ArchiveEntry> after = new TreeMap<>();
  private final boolean whole;
  private int same;
  private boolean allShown = true;
  private final LineComparison.LineTally tally = new LineComparison.LineTally();

  ArchiveComparison(Inside.Listing earlier, Inside.Listing later) {
    earlier.entries().forEach(entry -> put(before, entry));
    later.entries().forEach(entry -> put(after, entry));
    whole = earlier.whole() && later.whole();
  }

  /** An archive may have several entries of one name; each counts. */
  private static void put(Map<String, ArchiveEntry> entries, ArchiveEntry entry) {
    String name = entry.name();
    for (int i = 2; entries.putIfAbsent(name, entry) != null; i++) {
      name = entry.name() + "\0" + i;
    }
  }

  List<ComparedRow> rows() {
    List<ComparedRow> rows = new ArrayList<>();
    TreeSet<String> names = new TreeSet<>(before.keySet());
    names.addAll(after.keySet());
    for (String name : names) {
      ArchiveEntry was = before.get(name);
      ArchiveEntry is = after.get(name);
      if (is == null && was != null) {
        tally.removed++;
        show(rows, new ComparedRow(ComparisonMark.REMOVED, 0, 0, told(was), List.of()));
      } else if (was == null && is != null) {
        tally.added++;
        show(rows, new ComparedRow(ComparisonMark.ADDED, 0, 0, List.of(), told(is)));
      } else if (was == null || is == null) {
        throw new IllegalStateException("in neither archive: " + name);
      } else if (was.size() != is.size() || !was.check().equals(is.check())) {
        tally.changed++;
        show(rows, new ComparedRow(ComparisonMark.CHANGED, 0, 0, told(was), told(is)));
      } else {
        same++;
      }
    }
    if (same > 0) {
      rows.add(ComparedRow.skipped(same));
    }
    return rows;
  }

  private void show(List<ComparedRow> rows, ComparedRow row) {
    if (rows.size() < MAX_ROWS) {
      rows.add(row);
    } else {
      allShown = false;
    }
  }

  /** Whether the rows tell of every entry. */
  boolean isWhole() {
    return whole && allShown;
  }

  String told() {
    String told = tally.told("entry", "entries");
    if (!whole) {
      return (told.isEmpty() ? "no difference" : told)
          + " among the entries that could be read; the rest could not be compared";
    }
    return told.isEmpty() ? "the same entries; only how they are packed changed" : told;
  }

  private static List<Piece> told(ArchiveEntry entry) {
    String size = entry.size() < 0 ? "" : ", " + Sentences.count(entry.size(), "byte", "bytes");
    return List.of(new Piece(entry.name(), false), new Piece(size, true));
  }
}
