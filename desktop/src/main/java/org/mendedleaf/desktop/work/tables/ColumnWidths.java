package org.mendedleaf.desktop.work.tables;

import java.util.List;

/** The widths and names of columns of foreign tables. */
public final class ColumnWidths {

  /** The number of rows from which the width of a column is told. */
  public static final int LOOKED_AT = 60;

  private static final double LETTER = 7.2;
  private static final double PADDING = 22;
  private static final double LEAST = 44;
  private static final double MOST = 240;

  private ColumnWidths() {}

  /** A width in pixels that most of these texts fit into. */
  public static double fitting(List<String> texts) {
    int longest = texts.stream().mapToInt(String::length).max().orElse(0);
    return Math.max(LEAST, Math.min(MOST, longest * LETTER + PADDING));
  }

  /** A, B … Z, AA. */
  public static String letters(int column) {
    String last = String.valueOf((char) ('A' + column % 26));
    return column < 26 ? last : letters(column / 26 - 1) + last;
  }

  /** Whether a text is a number, which stands at the right. */
  public static boolean isNumber(String text) {
    return text.matches("[-+−]?[\\d., ']*\\d[\\d., ']*%?");
  }
}
