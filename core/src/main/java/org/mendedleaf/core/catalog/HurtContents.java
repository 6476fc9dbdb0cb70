package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.Collection;
import java.util.Set;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Contents that could not be read where they lie. Change it only while holding the catalogue's
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

  /** Notes it and everything else in the same record, which cannot be read either. */
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

  /**
   * Notes everything that lies in a record, or in a whole sheaf.
   *
   * @param offset of the record in the sheaf; below 0 for the whole sheaf
   */
  void note(Sql sql, SheafId sheaf, long offset) throws IOException {
    any = true;
    sql.update(
        """
        INSERT OR IGNORE INTO hurt SELECT chunk.id FROM sheaf
        JOIN record ON record.sheaf = sheaf.id JOIN chunk ON chunk.record = record.id
        WHERE sheaf.name = ?1 AND (?2 < 0 OR record.offset = ?2)""",
        sheaf.text(),
        offset);
  }

  /** Forgets contents that can be read again. */
  void forget(Sql sql, Collection<ContentId> ids) throws IOException {
    for (ContentId id : ids) {
      sql.update("DELETE FROM hurt WHERE id = ?", (Object) id.bytes());
    }
    look(sql);
  }

  static Set<ContentId> all(Sql sql) throws IOException {
    return Set.copyOf(sql.list(row -> ContentId.of(row.getBytes(1)), "SELECT id FROM hurt"));
  }

  static boolean isIn(Sql sql, SheafId sheaf) throws IOException {
    return sql.first(
            row -> true,
            """
            SELECT 1 FROM sheaf JOIN record ON record.sheaf = sheaf.id
            JOIN chunk ON chunk.record = record.id JOIN hurt ON hurt.id = chunk.id
            WHERE sheaf.name = ?""",
            sheaf.text())
        .isPresent();
  }
}
