package org.mendedleaf.core.catalog;

import java.io.IOException;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.store.ContentId;

/**
 * Contents that could not be read where they lie. Changes are for whoever holds the catalogue's
 * lock.
 */
final class HurtContents {

  // Hardly ever is there any, and it is asked for each content that is written.
  private volatile boolean any;

  boolean any() {
    return any;
  }

  /** Looks whether the tables have any that are connected now. */
  void look(Sql sql) throws IOException {
    any = sql.first(row -> row.getLong(1), "SELECT 1 FROM hurt LIMIT 1").isPresent();
  }

  boolean has(Sql sql, ContentId id) throws IOException {
    return any
        && sql.first(row -> row.getLong(1), "SELECT 1 FROM hurt WHERE id = ?", id.bytes())
            .isPresent();
  }

  /** Notes it, and whatever lies in the same record, which cannot be read either. */
  void note(Sql sql, ContentId id) throws IOException {
    any = true;
    if (!has(sql, id)) {
      sql.update(
          """
          INSERT OR IGNORE INTO hurt SELECT beside.id FROM chunk
          JOIN chunk AS beside ON beside.record = chunk.record
          WHERE chunk.id = ?""",
          (Object) id.bytes());
    }
  }

  /** Notes one that no record holds any more. */
  void noteLost(Sql sql, ContentId id) throws IOException {
    any = true;
    sql.update("INSERT OR IGNORE INTO hurt VALUES (?)", (Object) id.bytes());
  }
}
