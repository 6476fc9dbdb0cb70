package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Names;

/**
 * Every name that a file or folder ever had, so that any part of it is found at once: an FTS5 index
 * of its trigrams, and one of the beginnings of its words for one and two letters. Both hold folded
 * names and give the row ids of paths; neither keeps the names or positions, so what they find is a
 * candidate that is still to be compared.
 */
public final class NameIndex {

  static final int PART = 3;

  private static final Pattern MARKS = Pattern.compile("\\p{M}+");

  private final Sql sql;

  public NameIndex(Sql sql) {
    this.sql = sql;
  }

  /** Adds the last name of a path. */
  void add(long path, InnerPath inner) throws IOException {
    String name = fold(inner.name());
    sql.update("INSERT INTO name_part (rowid, name) VALUES (?,?)", path, name);
    sql.update("INSERT INTO name_word (rowid, name) VALUES (?,?)", path, name);
  }

  /** Takes the last name of a path out again; no trace of it stays in the index. */
  void remove(long path, InnerPath inner) throws IOException {
    String name = fold(inner.name());
    for (String table : List.of("name_part", "name_word")) {
      sql.update(
          "INSERT INTO %1$s (%1$s, rowid, name) VALUES ('delete', ?, ?)".formatted(table),
          path,
          name);
    }
  }

  /** Without accents and differences of case, as everything is compared here. */
  public static String fold(String text) {
    String shown = Names.shown(text);
    String plain =
        shown.chars().allMatch(c -> c < 128)
            ? shown
            : MARKS.matcher(Normalizer.normalize(shown, Normalizer.Form.NFKD)).replaceAll("");
    return plain.toLowerCase(Locale.ROOT);
  }

  /**
   * Paths whose last name may contain this text, newest first.
   *
   * @param folded at least one character
   */
  public List<Long> candidates(String folded, int limit) throws IOException {
    boolean isPart = folded.codePointCount(0, folded.length()) >= PART;
    String table = isPart ? "name_part" : "name_word";
    String query = isPart ? trigrams(folded) : quoted(folded) + " *";
    return sql.list(
        row -> row.getLong(1),
        "SELECT rowid FROM %s WHERE %s MATCH ? ORDER BY rowid DESC LIMIT ?".formatted(table, table),
        query,
        limit);
  }

  /** Paths that stand in the index under another of the same name. */
  public List<Long> alike(long path) throws IOException {
    return sql.list(row -> row.getLong(1), "SELECT id FROM path WHERE named_like = ?", path);
  }

  private static String trigrams(String folded) {
    int[] points = folded.codePoints().toArray();
    List<String> terms = new ArrayList<>();
    for (int i = 0; i + PART <= points.length; i++) {
      terms.add(quoted(new String(points, i, PART)));
    }
    return String.join(" AND ", terms);
  }

  private static String quoted(String text) {
    return '"' + text.replace("\"", "\"\"") + '"';
  }
}
