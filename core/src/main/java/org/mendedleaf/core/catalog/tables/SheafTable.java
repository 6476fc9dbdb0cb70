package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Optional;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafEntry;
import org.mendedleaf.core.store.format.SheafId;

/** Keeps the table of sheaves as they come and go. For one thread, inside a transaction. */
final class SheafTable {

  private final Sql sql;
  private final Needs needs;

  SheafTable(Sql sql, Needs needs) {
    this.sql = sql;
    this.needs = needs;
  }

  boolean isKnown(SheafId sheaf) throws IOException {
    return row(sheaf).isPresent();
  }

  private Optional<Long> row(SheafId sheaf) throws IOException {
    return sql.first(row -> row.getLong(1), "SELECT id FROM sheaf WHERE name = ?", sheaf.text());
  }

  /**
   * Adds what a sheaf holds. Where two sheaves hold the same content, the later one is used: the
   * earlier may have been packed into it. A record that lay in a sheaf which the same commit
   * retires is the same record, and only its place changes: most of what a large sheaf holds is not
   * touched when it is written anew.
   *
   * @param retires whether the same commit retires any
   */
  void add(long segment, SheafId sheaf, SheafContents contents, boolean retires)
      throws IOException {
    long row = sql.insert("INSERT INTO sheaf (name, segment) VALUES (?,?)", sheaf.text(), segment);
    count();
    if (!contents.isWhole()) {
      Unread.note(sql, sheaf);
    }
    boolean anyHurt = sql.first(r -> r.getLong(1), "SELECT 1 FROM hurt LIMIT 1").isPresent();
    for (SheafContents.InRecord record : contents.records()) {
      if (!retires || !move(row, record)) {
        add(row, record);
      }
      if (anyHurt) {
        for (SheafEntry entry : record.entries()) {
          // The later copy is used, and it is whole.
          sql.update("DELETE FROM hurt WHERE id = ?", (Object) entry.id().bytes());
        }
      }
    }
  }

  private boolean move(long sheaf, SheafContents.InRecord record) throws IOException {
    Location at = record.entries().get(0).location();
    Optional<Long> former =
        sql.first(
            r -> r.getLong(1),
            """
            SELECT record.id FROM record JOIN sheaf ON sheaf.id = record.sheaf
            WHERE holds = ? AND length = ? AND depth = ? AND sheaf.retired_at IS NOT NULL""",
            holds(record),
            at.length(),
            at.depth());
    if (former.isEmpty()) {
      return false;
    }
    sql.update(
        "UPDATE record SET sheaf = ?, offset = ? WHERE id = ?", sheaf, at.offset(), former.get());
    return true;
  }

  private void add(long sheaf, SheafContents.InRecord record) throws IOException {
    Location at = record.entries().get(0).location();
    long row =
        sql.insert(
            "INSERT INTO record (sheaf, offset, length, depth, holds) VALUES (?,?,?,?,?)",
            sheaf,
            at.offset(),
            at.length(),
            at.depth(),
            holds(record));
    for (SheafEntry entry : record.entries()) {
      int added =
          sql.update(
              "INSERT OR IGNORE INTO chunk VALUES (?,?,?,?)",
              entry.id().bytes(),
              row,
              entry.location().from(),
              entry.location().size());
      if (added == 0) {
        noteCopy(row, entry.id());
        sql.update(
            "UPDATE chunk SET record = ?, start = ?, size = ? WHERE id = ?",
            row,
            entry.location().from(),
            entry.location().size(),
            entry.id().bytes());
      }
    }
    for (ContentId base : record.bases()) {
      needs.lean(base, row);
    }
  }

  /** Tells records apart by what they hold. */
  private static long holds(SheafContents.InRecord record) {
    ByteBuffer ids =
        ByteBuffer.allocate(
            (ContentId.BYTES + Integer.BYTES) * record.entries().size()
                + ContentId.BYTES * record.bases().size());
    record.entries().forEach(entry -> ids.put(entry.id().bytes()).putInt(entry.location().size()));
    record.bases().forEach(base -> ids.put(base.bytes()));
    return ByteBuffer.wrap(ContentId.hash(ids.array(), 0, ids.capacity()).bytes()).getLong();
  }

  /** Where in a record a chunk lay so far. */
  private record Former(long record, int start, int size) {}

  /** The record in which it lay so far may be in use, and then holds it as well. */
  private void noteCopy(long row, ContentId id) throws IOException {
    Optional<Former> former =
        sql.first(
            r -> new Former(r.getLong(1), r.getInt(2), r.getInt(3)),
            """
            SELECT record.id, chunk.start, chunk.size FROM chunk JOIN record ON record.id = chunk.record
            JOIN sheaf ON sheaf.id = record.sheaf
            WHERE chunk.id = ? AND sheaf.retired_at IS NULL""",
            (Object) id.bytes());
    if (former.isPresent() && former.get().record() != row) {
      needs.copy(id, former.get().record(), former.get().start(), former.get().size());
    }
  }

  /**
   * Retires a sheaf; its contents are used as long as no other sheaf holds them. One that was put
   * aside by packing is retired once more by an erasure, which does not let its file wait.
   */
  void retire(long segment, SheafId sheaf, long at) throws IOException {
    int known =
        sql.update(
            """
            UPDATE sheaf SET retired_at = ?1, retired_in = ?2
            WHERE name = ?3 AND retired_at IS NOT ?4""",
            at,
            segment,
            sheaf.text(),
            Times.NEVER);
    if (known == 0 && !isKnown(sheaf)) {
      // No commit ever added it, as far as it was read here, or its file may be gone.
      sql.update(
          "INSERT INTO sheaf (name, segment, retired_at, retired_in) VALUES (?,?,?,?)",
          sheaf.text(),
          segment,
          at,
          segment);
      count();
    }
  }

  /** A retired sheaf is no longer searched once everything that lives lies in another. */
  void clear(SheafId retired) throws IOException {
    Optional<Long> row = row(retired);
    if (row.isPresent()) {
      for (long record :
          sql.list(r -> r.getLong(1), "SELECT id FROM record WHERE sheaf = ?", row.get())) {
        sql.update("DELETE FROM chunk WHERE record = ?", record);
        sql.update("DELETE FROM record WHERE id = ?", record);
      }
    }
  }

  /** The number of rows proves that none is missing. */
  private void count() throws IOException {
    sql.update(
        """
        INSERT INTO about VALUES ('sheaves', 1) ON CONFLICT (key) DO UPDATE
        SET value = value + 1""");
  }
}
