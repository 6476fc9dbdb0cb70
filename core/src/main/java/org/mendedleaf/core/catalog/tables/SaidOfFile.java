package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** All rows of one file, for comparison. For one thread, inside a transaction. */
final class SaidOfFile {

  /** The content of the tables about a file, without row ids that nothing else refers to. */
  private static final List<String> ROWS =
      List.of(
          """
          SELECT file.id, shelf, present, gone_from, last_number, current, touched,
            last.file, last.path, last.from_segment, last.until_at
          FROM file LEFT JOIN state AS last ON last.id = file.state WHERE file.id = ?""",
          "SELECT * FROM erased WHERE file = ?",
          "SELECT * FROM revision WHERE file = ? ORDER BY number",
          """
          SELECT path, revision, modified, mode, from_at, until_at, from_segment,
            until_segment FROM state WHERE file = ? ORDER BY from_segment, from_at, until_at""",
          "SELECT says FROM described WHERE file = ?",
          "SELECT * FROM issue WHERE file = ? ORDER BY letter",
          """
          SELECT revision, text, note.at, note.person, note.segment FROM note
          WHERE revision IN (SELECT id FROM revision WHERE file = ?) ORDER BY 1, 5, 2""",
          """
          SELECT * FROM finding
          WHERE revision IN (SELECT id FROM revision WHERE file = ?) ORDER BY 1, 2""",
          of("meant"),
          of("good"),
          of("held"),
          of("on_notice"),
          of("arrived"));

  /** What a care plan looks at lies in an index of its own, so both have to say the same. */
  private static final String LINEAGE =
      """
      SELECT file, number, current_from, current_until, after_removal, size, origin, at
      FROM revision INDEXED BY %s WHERE file = ? ORDER BY number""";

  /**
   * Paths are found by their text in an index, and shown as their row has it: a path of the file
   * whose row the index does not find by its text.
   */
  private static final String MISNAMED =
      """
      SELECT 1 FROM path WHERE id IN (SELECT path FROM state WHERE file = ?1
          UNION SELECT path FROM revision WHERE file = ?1)
        AND id NOT IN (SELECT same.id FROM path AS same INDEXED BY sqlite_autoindex_path_1
          WHERE same.shelf = path.shelf AND same.inner = path.inner)""";

  private SaidOfFile() {}

  private static String of(String mark) {
    return "SELECT * FROM %s WHERE revision IN (SELECT id FROM revision WHERE file = ?) ORDER BY 1"
        .formatted(mark);
  }

  /**
   * The rows of a file.
   *
   * @throws UnprovenException if an index says something else than the rows do
   */
  static List<List<Object>> in(Sql sql, long file) throws IOException {
    List<List<Object>> all = new ArrayList<>();
    for (String rows : ROWS) {
      all.addAll(sql.list(Sql::values, rows, file));
    }
    List<List<Object>> table =
        sql.list(Sql::values, LINEAGE.formatted("sqlite_autoindex_revision_1"), file);
    if (!table.equals(sql.list(Sql::values, LINEAGE.formatted("revision_lineage"), file))) {
      throw new UnprovenException("what care plans look at");
    }
    if (sql.first(row -> true, MISNAMED, file).isPresent()) {
      throw new UnprovenException("what a file is called");
    }
    return all;
  }
}
