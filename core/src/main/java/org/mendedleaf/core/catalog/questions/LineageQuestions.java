package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.InnerPath;

/**
 * The whole recorded past of a shelf, in the form that its care plan judges, in one question. Safe
 * for several threads.
 */
public final class LineageQuestions {

  private final Sql sql;

  public LineageQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * A revision.
   *
   * @param until when it stopped being current; empty if it still is
   * @param afterRemoval whether its file had been removed before
   * @param gathered when it was made of a copy; empty if it was recorded in its time
   */
  public record LineageRevision(
      long file,
      int number,
      Instant from,
      Optional<Instant> until,
      boolean afterRemoval,
      long bytes,
      Optional<Instant> gathered) {}

  /** A file by the path that it has or had last. */
  public record LineageFile(long file, InnerPath path, boolean present) {}

  /** The smallest and the largest number of a file of a store; both 0 where there is none. */
  public List<Long> range() throws IOException {
    return sql.first(
            row -> List.of(row.getLong(1), row.getLong(2)),
            "SELECT COALESCE(MIN(id), 0), COALESCE(MAX(id), 0) FROM file")
        .orElseThrow();
  }

  /** The files of a shelf from one number to before another, in the order of their numbers. */
  public List<LineageFile> files(long shelf, long from, long to) throws IOException {
    return sql.list(
        row ->
            new LineageFile(row.getLong(1), InnerPath.ofBytes(row.getBytes(2)), row.getBoolean(3)),
        """
        SELECT file.id, path.inner, file.present FROM file
        JOIN state ON state.id = file.state JOIN path ON path.id = state.path
        WHERE +file.shelf = ? AND file.id >= ? AND file.id < ? ORDER BY file.id""",
        shelf,
        from,
        to);
  }

  /**
   * All revisions of the files of a shelf from one number to before another, file by file in the
   * order of their numbers, oldest first.
   */
  public List<LineageRevision> of(long shelf, long from, long to) throws IOException {
    return sql.list(
        row -> {
          long until = row.getLong(4);
          long gathered = row.getLong(7);
          return new LineageRevision(
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
        WHERE +file.shelf = ? AND file.id >= ? AND file.id < ?
        ORDER BY file.id, revision.number""",
        shelf,
        from,
        to);
  }
}
