package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.store.ContentId;

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
   * @param inner path of its file as it is or was last, in bytes
   * @param present whether its file is on the shelf
   * @param until when it stopped being current; empty if it still is
   * @param afterRemoval whether its file had been removed before
   * @param content empty for links
   * @param gathered when it was made of a copy; empty if it was recorded in its time
   */
  public record Line(
      long file,
      byte[] inner,
      boolean present,
      int number,
      RevisionKey key,
      Instant from,
      Optional<Instant> until,
      boolean afterRemoval,
      long bytes,
      Optional<ContentId> content,
      Optional<Instant> gathered) {}

  /** All revisions of a shelf, file by file, oldest first. */
  public List<Line> of(long shelf) throws IOException {
    return sql.list(
        row -> {
          long until = row.getLong(8);
          byte[] content = row.getBytes(11);
          return new Line(
              row.getLong(1),
              row.getBytes(2),
              row.getBoolean(3),
              row.getInt(4),
              new RevisionKey(row.getLong(5), row.getInt(6)),
              Times.of(row.getLong(7)),
              until == Times.NEVER ? Optional.empty() : Optional.of(Times.of(until)),
              row.getBoolean(9),
              row.getLong(10),
              content == null ? Optional.empty() : Optional.of(ContentId.of(content)),
              row.getBoolean(12) ? Optional.of(Times.of(row.getLong(13))) : Optional.empty());
        },
        """
        SELECT revision.file, path.inner, file.present, revision.number, revision.segment,
          revision.line, revision.current_from, revision.current_until, revision.after_removal,
          revision.size, revision.content, revision.origin = 'gather', revision.at
        FROM file CROSS JOIN path ON path.id = file.path
        CROSS JOIN revision ON revision.file = file.id
        WHERE +file.shelf = ? ORDER BY file.id, revision.number""",
        shelf);
  }
}
