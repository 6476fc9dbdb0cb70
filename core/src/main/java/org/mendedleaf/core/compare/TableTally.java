package org.mendedleaf.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.Sentences;

/** Counts what changed between tables, and puts it into words. */
final class TableTally {

  int values;
  int looks;
  int formulasChanged;
  int rowsAdded;
  int rowsRemoved;
  int rowsMoved;
  int columnsAdded;
  int columnsRemoved;
  int sheetsAdded;
  int sheetsRemoved;
  int sheetsRenamed;
  private int sumsAdded;
  private int formulasAdded;
  private int formulasRemoved;

  /** Counts a formula that is new or gone. */
  void formulas(Cell before, Cell after) {
    if (before.formula().isEmpty() && !after.formula().isEmpty()) {
      if (after.formula().toUpperCase(Locale.ROOT).matches("(OF:)?=?SUM\\(.*")) {
        sumsAdded++;
      } else {
        formulasAdded++;
      }
    } else if (!before.formula().isEmpty() && after.formula().isEmpty()) {
      formulasRemoved++;
    }
  }

  /** Empty if nothing was found. */
  String told() {
    List<String> parts = new ArrayList<>();
    add(parts, values, "cell changed", "cells changed");
    add(parts, rowsAdded, "row added", "rows added");
    add(parts, rowsRemoved, "row gone", "rows gone");
    add(parts, rowsMoved, "row moved", "rows moved");
    add(parts, columnsAdded, "column added", "columns added");
    add(parts, columnsRemoved, "column gone", "columns gone");
    add(parts, sheetsAdded, "sheet added", "sheets added");
    add(parts, sheetsRemoved, "sheet gone", "sheets gone");
    add(parts, sheetsRenamed, "sheet renamed", "sheets renamed");
    boolean noValue = parts.isEmpty();
    add(parts, looks, "cell looks different", "cells look different");
    add(parts, sumsAdded, "sum added", "sums added");
    add(parts, formulasAdded, "formula added", "formulas added");
    add(parts, formulasChanged, "formula changed", "formulas changed");
    add(parts, formulasRemoved, "formula gone", "formulas gone");
    if (noValue && !parts.isEmpty()) {
      parts.add(0, "no value changed");
    }
    return String.join(", ", parts);
  }

  private static void add(List<String> parts, int number, String one, String many) {
    if (number > 0) {
      parts.add(Sentences.count(number, one, many));
    }
  }
}
