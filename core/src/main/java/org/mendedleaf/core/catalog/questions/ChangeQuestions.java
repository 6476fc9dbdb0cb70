package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.InnerPath;

/** Questions about what changed when. Safe for several threads. */
public final class ChangeQuestions {

  /** The folder of path ?1 and all folders in it. */
  private static final String FOLDERS_BELOW =
      """
      WITH RECURSIVE below(id) AS (
        SELECT ?1 UNION
        SELECT folder_state.path FROM below CROSS JOIN folder_state
        WHERE folder_state.folder = below.id AND folder_state.path <> ?1)
      """;

  private final Sql sql;

  public ChangeQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * One act that changed a shelf.
   *
   * @param saved how many revisions it made
   * @param removed how many files left the shelf
   * @param moved how many files have another path since
   */
  public record ShelfChange(Instant at, long saved, long removed, long moved) {}

  /** Every act that changed a shelf, oldest first. */
  public List<ShelfChange> of(long shelf) throws IOException {
    return sql.list(
        row ->
            new ShelfChange(
                Times.of(row.getLong(1)), row.getLong(2), row.getLong(3), row.getLong(4)),
        """
        SELECT at, saved, gone, moved FROM segment
        WHERE shelf = ? AND saved + gone + moved > 0 ORDER BY at, number""",
        shelf);
  }

  /**
   * The moments at which anything in a folder changed, at any depth, oldest first, each once:
   * between two of them the folder has one state.
   */
  public List<Instant> moments(long shelf, InnerPath folder) throws IOException {
    if (folder.isRoot()) {
      // The acts say it: the states of a whole shelf may be millions.
      return of(shelf).stream().map(ShelfChange::at).distinct().toList();
    }
    Optional<Long> id =
        sql.first(
            row -> row.getLong(1),
            "SELECT id FROM path WHERE shelf = ? AND inner = ?",
            shelf,
            folder.bytes());
    if (id.isEmpty()) {
      return List.of();
    }
    return sql.list(
        row -> Times.of(row.getLong(1)),
        FOLDERS_BELOW
            + """
            SELECT from_at AS at FROM below CROSS JOIN path ON path.folder = below.id
            CROSS JOIN state ON state.path = path.id
            UNION
            SELECT until_at FROM below CROSS JOIN path ON path.folder = below.id
            CROSS JOIN state ON state.path = path.id
            WHERE until_at < ?2 ORDER BY at""",
        id.get(),
        Times.NEVER);
  }

  /**
   * How many files had been saved before a moment but were captured only after it, as far as their
   * times tell.
   */
  public long savedNotYetCaptured(long shelf, Instant at) throws IOException {
    return sql.first(
            row -> row.getLong(1),
            """
            SELECT COUNT(*) FROM revision WHERE modified <= ?2 AND segment =
              (SELECT number FROM segment
               WHERE shelf = ?1 AND at > ?2 AND saved > 0 AND act = 'capture'
               ORDER BY at LIMIT 1)""",
            shelf,
            Times.nanos(at))
        .orElse(0L);
  }

  /** When a file left its shelf last; empty if it never did. */
  public Optional<Instant> removedAt(long file) throws IOException {
    return sql.first(
            row -> row.getLong(1),
            "SELECT MAX(until_at) FROM state WHERE file = ? AND until_at < ?",
            file,
            Times.NEVER)
        .filter(nanos -> nanos != 0)
        .map(Times::of);
  }
}
