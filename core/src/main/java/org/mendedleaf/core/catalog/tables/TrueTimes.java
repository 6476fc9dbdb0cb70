package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import org.mendedleaf.core.catalog.lines.CommitHeader;

/**
 * Decides from when commits count for moments where a desk's clock is wrong. The log has the order:
 * a desk never commits earlier than before, so one whose clock lags counts from its commit before.
 * And what was captured with a clock that ran ahead would be shown by no moment until that time has
 * come, nor would anything after it; so once the clock is turned back, what was committed on the
 * shelf since that clock jumped counts from then.
 *
 * <p>Only moments change by this. Since when a revision is current, by which plans let it go, stays
 * the later time: nothing is let go earlier for it.
 *
 * <p>Whether the clock was wrong before or is wrong now, is told by the leap: it was wrong before
 * if the leap forward was larger than all the time that the desk then committed in. For the use of
 * one thread, inside a transaction, before the segment itself is noted.
 */
final class TrueTimes {

  private final Sql sql;

  TrueTimes(Sql sql) {
    this.sql = sql;
  }

  /** From when the next segment counts, in nanoseconds since 1970. */
  long of(CommitHeader header) throws IOException {
    long at = Times.nanos(header.at());
    if (header.shelf().isEmpty() || header.was().isPresent()) {
      // What another log had is committed late, and its desk may have gone on meanwhile.
      return at;
    }
    long shelf = header.shelf().getAsLong();
    long last =
        sql.first(
                row -> row.getLong(1),
                """
                SELECT counts_from FROM segment WHERE shelf = ? AND desk = ?
                ORDER BY number DESC LIMIT 1""",
                shelf,
                header.desk())
            .orElse(Long.MIN_VALUE);
    if (last <= at) {
      return at;
    }
    if (wasAhead(shelf, header.desk(), at, last)) {
      bringBack(shelf, at);
      return at;
    }
    return last;
  }

  private boolean wasAhead(long shelf, String desk, long now, long last) throws IOException {
    // The commit that made the shelf is about no shelf yet; it is the earliest there can be.
    long good =
        sql.first(
                row -> row.getLong(1),
                """
                SELECT counts_from FROM segment WHERE shelf = ? AND desk = ? AND counts_from <= ?
                ORDER BY number DESC LIMIT 1""",
                shelf,
                desk,
                now)
            .orElse(began(shelf));
    if (good > now) {
      return false;
    }
    long first =
        sql.first(
                row -> row.getLong(1),
                """
                SELECT MIN(counts_from) FROM segment
                WHERE shelf = ? AND desk = ? AND counts_from > ?""",
                shelf,
                desk,
                now)
            .orElse(last);
    return first - good > last - first;
  }

  private long began(long shelf) throws IOException {
    return sql.first(row -> row.getLong(1), "SELECT at FROM shelf WHERE id = ?", shelf)
        .orElse(Long.MAX_VALUE);
  }

  private void bringBack(long shelf, long now) throws IOException {
    sql.update(
        "UPDATE segment SET counts_from = ?2 WHERE shelf = ?1 AND counts_from > ?2", shelf, now);
    for (String of :
        new String[] {
          "state SET %s WHERE file IN (SELECT id FROM file WHERE shelf = ?1)",
          "folder_state SET %s WHERE path IN (SELECT id FROM path WHERE shelf = ?1)"
        }) {
      sql.update(
          "UPDATE "
              + of.formatted(
                  """
                  from_at = MIN(from_at, ?2),
                  until_at = CASE WHEN until_at = ?3 THEN until_at ELSE MIN(until_at, ?2) END
                  """)
              + " AND (from_at > ?2 OR (until_at > ?2 AND until_at <> ?3))",
          shelf,
          now,
          Times.NEVER);
    }
  }
}
