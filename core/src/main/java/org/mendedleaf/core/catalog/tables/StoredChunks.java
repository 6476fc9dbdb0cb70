package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.core.store.ChunkIndex;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.Location;
import org.mendedleaf.core.store.SheafId;

/** Where contents lie, as one connection to the catalogue sees it. */
public record StoredChunks(Sql sql) implements ChunkIndex {

  @Override
  public Optional<Location> locate(ContentId id) throws IOException {
    return sql.first(
        row ->
            new Location(
                new SheafId(row.getString(1)),
                row.getLong(2),
                row.getInt(3),
                row.getInt(4),
                row.getInt(5),
                row.getInt(6)),
        """
        SELECT sheaf.name, offset, length, start, size, depth
        FROM chunk JOIN record ON record.id = chunk.record JOIN sheaf ON sheaf.id = record.sheaf
        WHERE chunk.id = ?""",
        id.bytes());
  }
}
