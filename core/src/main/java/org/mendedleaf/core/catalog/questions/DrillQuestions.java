package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.history.DrillFigures;

/**
 * Questions about what a drill could try, and what earlier ones measured. Safe for several threads.
 */
public final class DrillQuestions {

  private static final String OF_SHELF =
      " FROM revision JOIN file ON file.id = revision.file WHERE file.shelf = ? ";

  // An odd factor and a prime: another order for each factor, and the same for the same.
  private static final String SHUFFLED = "ORDER BY (revision.id * ?) % 1000003, revision.id ";

  private final Sql sql;

  public DrillQuestions(Sql sql) {
    this.sql = sql;
  }

  /** A revision by its file and its number. */
  public record DrillChoice(long file, int number) {}

  /**
   * The amount that recovering everything has to write.
   *
   * @param small how many files are smaller than what was asked with
   * @param smallBytes how many bytes those have
   * @param largeBytes how many bytes the others have
   */
  public record ToWrite(long small, long smallBytes, long largeBytes) {}

  /** How many revisions a shelf has. */
  public long revisions(long shelf) throws IOException {
    return sql.first(row -> row.getLong(1), "SELECT COUNT(*)" + OF_SHELF, shelf).orElse(0L);
  }

  /** What lies on a shelf now, by size. */
  public ToWrite current(long shelf, long largeFrom) throws IOException {
    return sql.first(
            row -> new ToWrite(row.getLong(1), row.getLong(2), row.getLong(3)),
            """
            SELECT COUNT(CASE WHEN size < ?1 THEN 1 END),
              IFNULL(SUM(CASE WHEN size < ?1 THEN size END), 0),
              IFNULL(SUM(CASE WHEN size >= ?1 THEN size END), 0)
            FROM file JOIN revision ON revision.id = file.current
            WHERE file.shelf = ?2 AND file.present""",
            largeFrom,
            shelf)
        .orElse(new ToWrite(0, 0, 0));
  }

  /** Some revisions that are current, by chance. */
  public List<DrillChoice> someCurrent(long shelf, long factor, int most) throws IOException {
    return some(shelf, "AND file.present AND revision.id = file.current", factor, most);
  }

  /** Some revisions that are not, by chance. */
  public List<DrillChoice> someEarlier(long shelf, long factor, int most) throws IOException {
    return some(shelf, "AND NOT (file.present AND revision.id = file.current)", factor, most);
  }

  private List<DrillChoice> some(long shelf, String which, long factor, int most)
      throws IOException {
    return sql.list(
        DrillQuestions::candidate,
        "SELECT revision.file, revision.number" + OF_SHELF + which + " " + SHUFFLED + "LIMIT ?",
        shelf,
        factor,
        most);
  }

  /** The revisions that were recorded first. */
  public List<DrillChoice> oldest(long shelf, int most) throws IOException {
    return sql.list(
        DrillQuestions::candidate,
        "SELECT revision.file, revision.number"
            + OF_SHELF
            + "ORDER BY revision.at, revision.id LIMIT ?",
        shelf,
        most);
  }

  /** The largest. */
  public List<DrillChoice> largest(long shelf, int most) throws IOException {
    return sql.list(
        DrillQuestions::candidate,
        "SELECT revision.file, revision.number"
            + OF_SHELF
            + "ORDER BY revision.size DESC, revision.id LIMIT ?",
        shelf,
        most);
  }

  /** A current revision of each kind of file, as their names tell kinds apart, by chance. */
  public List<DrillChoice> oneOfEachKind(long shelf, long factor, int most) throws IOException {
    record Named(DrillChoice candidate, String kind) {}
    Set<String> kinds = new HashSet<>();
    List<DrillChoice> found = new ArrayList<>();
    for (Named named :
        sql.list(
            row -> new Named(candidate(row), kind(row.getBytes(3))),
            """
            SELECT revision.file, revision.number, path.inner FROM revision
            JOIN file ON file.current = revision.id JOIN path ON path.id = revision.path
            WHERE file.shelf = ? AND file.present\s"""
                + SHUFFLED,
            shelf,
            factor)) {
      if (found.size() < most && kinds.add(named.kind())) {
        found.add(named.candidate());
      }
    }
    return found;
  }

  /** What an act measured, if it was a drill. */
  public Optional<DrillFigures> figures(long act) throws IOException {
    return sql.first(
        row ->
            new DrillFigures(
                row.getInt(1),
                row.getLong(2),
                row.getInt(3),
                row.getLong(4),
                row.getLong(5),
                row.getLong(6)),
        "SELECT sampled, of_all, opened, bytes, millis, full_millis FROM drill WHERE segment = ?",
        act);
  }

  private static DrillChoice candidate(ResultSet row) throws SQLException {
    return new DrillChoice(row.getLong(1), row.getInt(2));
  }

  private static String kind(byte[] path) {
    String text = new String(path, StandardCharsets.UTF_8);
    String name = text.substring(text.lastIndexOf('/') + 1);
    return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }
}
