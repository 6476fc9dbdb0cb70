package org.mendedleaf.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.TreeSet;
import org.mendedleaf.core.compare.Comparison.Mark;
import org.mendedleaf.core.compare.Comparison.Piece;
import org.mendedleaf.core.compare.Comparison.Row;

/** Compares what two archives hold: by name, then by size and checksum. */
final class ArchiveComparison {

  private final TreeMap<String, ArchiveEntry> before = new TreeMap<>();
  private final TreeMap<String, ArchiveEntry> after = new TreeMap<>();
  private int same;
  private final LineComparison.Tally tally = new LineComparison.Tally();

  ArchiveComparison(Inside.Listing earlier, Inside.Listing later) {
    earlier.entries().forEach(entry -> before.put(entry.name(), entry));
    later.entries().forEach(entry -> after.put(entry.name(), entry));
  }

  List<Row> rows() {
    List<Row> rows = new ArrayList<>();
    TreeSet<String> names = new TreeSet<>(before.keySet());
    names.addAll(after.keySet());
    for (String name : names) {
      ArchiveEntry was = before.get(name);
      ArchiveEntry is = after.get(name);
      if (is == null) {
        tally.removed++;
        rows.add(new Row(Mark.REMOVED, 0, 0, told(was), List.of()));
      } else if (was == null) {
        tally.added++;
        rows.add(new Row(Mark.ADDED, 0, 0, List.of(), told(is)));
      } else if (was.size() != is.size() || !was.check().equals(is.check())) {
        tally.changed++;
        rows.add(new Row(Mark.CHANGED, 0, 0, told(was), told(is)));
      } else {
        same++;
      }
    }
    if (same > 0) {
      rows.add(Row.skipped(same));
    }
    return rows;
  }

  String told() {
    return tally.told("entry", "entries");
  }

  private static List<Piece> told(ArchiveEntry entry) {
    String size = entry.size() < 0 ? "" : ", " + Sentences.count(entry.size(), "byte", "bytes");
    return List.of(new Piece(entry.name(), false), new Piece(size, true));
  }
}
