package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.store.ChunkIndex;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafId;

/** The places of contents, as one connection to the catalogue sees them. */
public record StoredChunks(Sql sql) implements ChunkIndex {

  @Override
  public Optional<Location> locate(ContentId id) throws IOException {
    return sql.first(
        StoredChunks::location,
        """
        SELECT sheaf.name, offset, length, start, size, depth
        FROM chunk JOIN record ON record.id = chunk.record JOIN sheaf ON sheaf.id = record.sheaf
        WHERE chunk.id = ?""",
        id.bytes());
  }

  @Override
  public List<Location> copies(ContentId id) throws IOException {
    return sql.list(
        StoredChunks::location,
        """
        SELECT sheaf.name, offset, length, start, size, depth
        FROM copy JOIN record ON record.id = copy.record JOIN sheaf ON sheaf.id = record.sheaf
        WHERE copy.id = ? AND sheaf.retired_at IS NULL ORDER BY depth""",
        (Object) Needs.key(id));
  }

  private static Location location(ResultSet row) throws SQLException {
    return new Location(
        new SheafId(row.getString(1)),
        row.getLong(2),
        row.getInt(3),
        row.getInt(4),
        row.getInt(5),
        row.getInt(6));
  }

  /** What is hurt, and all that is compressed against it, at whatever distance. */
  public Set<ContentId> hurtWithLeaning() throws IOException {
    return Set.copyOf(
        sql.list(
            row -> ContentId.of(row.getBytes(1)),
            """
            WITH RECURSIVE bad (id) AS (
              SELECT id FROM hurt
              UNION SELECT chunk.id FROM bad JOIN leans ON leans.base = SUBSTR(bad.id, 1, ?)
                JOIN chunk ON chunk.record = leans.record)
            SELECT id FROM bad""",
            Needs.KEY));
  }
}
