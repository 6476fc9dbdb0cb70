package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Everything that a shelf ever recorded, as its care plan looks at it, in one question. Safe for
 * several threads.
 */
public final class LineageQuestions {

  private final Sql sql;

  LineageQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * A revision.
   *
   * @param until when it stopped being current; empty if it still is
   * @param afterRemoval whether its file had been removed before
   * @param gathered when it was made of a copy; empty if it was recorded in its time
   */
  public record Line(
      long file,
      int number,
      Instant from,
      Optional<Instant> until,
      boolean afterRemoval,
      long bytes,
      Optional<Instant> gathered) {}

  /** A file by the path that it has or had last. */
  public record OfFile(long file, InnerPath path, boolean present) {}

  /** All files of a shelf in the order of their numbers. */
  public List<OfFile> files(long shelf) throws IOException {
    return sql.list(
        row -> new OfFile(row.getLong(1), InnerPath.ofBytes(row.getBytes(2)), row.getBoolean(3)),
        """
        SELECT file.id, path.inner, file.present FROM file JOIN path ON path.id = file.path
        WHERE file.shelf = ? ORDER BY file.id""",
        shelf);
  }

  /** All revisions of a shelf, file by file in the order of their numbers, oldest first. */
  public List<Line> of(long shelf) throws IOException {
    return sql.list(
        row -> {
          long until = row.getLong(4);
          long gathered = row.getLong(7);
          return new Line(
              row.getLong(1),
              row.getInt(2),
              Times.of(row.getLong(3)),
              until == Times.NEVER ? Optional.empty() : Optional.of(Times.of(until)),
              row.getBoolean(5),
              row.getLong(6),
              gathered == 0 ? Optional.empty() : Optional.of(Times.of(gathered)));
        },
        // A plus keeps the index of shelves from being used: files must come in their order.
        """
        SELECT revision.file, revision.number, revision.current_from, revision.current_until,
          revision.after_removal, revision.size,
          CASE WHEN revision.origin = 'gather' THEN revision.at ELSE 0 END
        FROM file CROSS JOIN revision ON revision.file = file.id
        WHERE +file.shelf = ? ORDER BY file.id, revision.number""",
        shelf);
  }
}
