package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Snapshot;

/** Questions about snapshots. Safe for several threads. */
public final class SnapshotQuestions {

  private static final String SNAPSHOT =
      """
      SELECT id, segment, shelf, path, label, reason, cause, at, person, unlabelled FROM snapshot
      """;

  private final Sql sql;

  public SnapshotQuestions(Sql sql) {
    this.sql = sql;
  }

  /** The snapshots of a shelf that still have their labels, oldest first. */
  public List<Snapshot> of(long shelf) throws IOException {
    return sql.list(
        SnapshotQuestions::read,
        SNAPSHOT + "WHERE shelf = ? AND unlabelled IS NULL ORDER BY segment",
        shelf);
  }

  /** The snapshots of a shelf that were taken automatically, oldest first; unlabelled ones too. */
  public List<Snapshot> scheduled(long shelf) throws IOException {
    return sql.list(
        SnapshotQuestions::read,
        SNAPSHOT + "WHERE shelf = ? AND cause = ? ORDER BY segment",
        shelf,
        Snapshot.SCHEDULE);
  }

  public Optional<Snapshot> snapshot(long id) throws IOException {
    return sql.first(SnapshotQuestions::read, SNAPSHOT + "WHERE id = ?", id);
  }

  /** What a snapshot holds. */
  public record SnapshotSize(long files, long bytes) {}

  /** How many files a snapshot of a whole shelf or of a folder holds, and their bytes. */
  public SnapshotSize held(Snapshot snapshot) throws IOException {
    byte[] from =
        (snapshot.folder().text() + "/").getBytes(java.nio.charset.StandardCharsets.UTF_8);
    byte[] to = (snapshot.folder().text() + "0").getBytes(java.nio.charset.StandardCharsets.UTF_8);
    boolean whole = snapshot.folder().isRoot();
    return sql.first(
            row -> new SnapshotSize(row.getLong(1), row.getLong(2)),
            """
            SELECT COUNT(*), COALESCE(SUM(revision.size), 0)
            FROM path JOIN state ON state.path = path.id
            JOIN revision ON revision.id = state.revision
            WHERE path.shelf = ?1 AND (?4 OR (path.inner > ?2 AND path.inner < ?3))
              AND state.from_segment <= ?5 AND state.until_segment > ?5""",
            snapshot.shelf(),
            from,
            to,
            whole,
            snapshot.segment())
        .orElseThrow();
  }

  /** The revision of a file that each snapshot of its shelf holds, oldest snapshot first. */
  public List<HeldRevision> holding(long file) throws IOException {
    return sql.list(
        row -> new HeldRevision(row.getLong(1), row.getInt(2)),
        """
        SELECT snapshot.id, revision.number
        FROM state JOIN file ON file.id = state.file
        JOIN revision ON revision.id = state.revision
        JOIN path ON path.id = state.path
        JOIN snapshot ON snapshot.shelf = file.shelf AND snapshot.unlabelled IS NULL
          AND state.from_segment <= snapshot.segment AND state.until_segment > snapshot.segment
        WHERE state.file = ? AND (LENGTH(snapshot.path) = 0
          OR SUBSTR(path.inner, 1, LENGTH(snapshot.path) + 1) = CAST(snapshot.path || X'2F' AS BLOB))
        ORDER BY snapshot.segment""",
        file);
  }

  /** Which revision of a file a snapshot holds. */
  public record HeldRevision(long snapshot, int revision) {}

  private static Snapshot read(ResultSet row) throws SQLException {
    boolean unlabelled = row.getObject(10) != null;
    return new Snapshot(
        row.getLong(1),
        row.getLong(2),
        row.getLong(3),
        InnerPath.ofBytes(row.getBytes(4)),
        row.getString(5),
        row.getString(6),
        row.getString(7),
        Times.of(row.getLong(8)),
        row.getString(9),
        unlabelled);
  }
}
