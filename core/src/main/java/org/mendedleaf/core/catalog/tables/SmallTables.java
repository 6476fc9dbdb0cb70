package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.mendedleaf.core.store.format.ContentId;

/**
 * The few rows of shelves, settings, moved folders, mass events and snapshots: a hash of all of
 * them proves that each is what was written and that none is missing. For one thread, inside a
 * transaction.
 */
public final class SmallTables {

  private static final List<String> ROWS =
      List.of(
          "SELECT id, name, kind, folder, at FROM shelf ORDER BY id",
          "SELECT * FROM shelf_setting ORDER BY shelf, what",
          "SELECT * FROM plan ORDER BY name",
          "SELECT * FROM said_plan ORDER BY segment, line",
          "SELECT * FROM safeguard ORDER BY segment, line",
          "SELECT * FROM mass_event ORDER BY shelf, first",
          "SELECT * FROM folder_move ORDER BY segment, line",
          "SELECT * FROM snapshot ORDER BY id");

  private final Sql sql;

  public SmallTables(Sql sql) {
    this.sql = sql;
  }

  /** Notes what they hold now. */
  public void seal() throws IOException {
    sql.update("INSERT OR REPLACE INTO about VALUES ('small tables', ?)", hash());
  }

  /**
   * @throws UnprovenException if they hold something else than was noted
   */
  public void prove() throws IOException {
    String sealed =
        sql.first(row -> row.getString(1), "SELECT value FROM about WHERE key = 'small tables'")
            .orElse("");
    if (!sealed.equals(hash())) {
      throw new UnprovenException(
          "what was set of shelves or of the store, or which folders moved or snapshots there are");
    }
  }

  private String hash() throws IOException {
    StringBuilder all = new StringBuilder();
    for (String rows : ROWS) {
      for (List<Object> row : sql.list(Sql::values, rows)) {
        for (Object value : row) {
          all.append(value).append('\u0000');
        }
        all.append('\n');
      }
    }
    byte[] bytes = all.toString().getBytes(StandardCharsets.UTF_8);
    return ContentId.hash(bytes, 0, bytes.length).hex();
  }
}
