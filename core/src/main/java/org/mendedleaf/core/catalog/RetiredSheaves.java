package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.store.log.SegmentLog;

/** Sheaves whose files will be deleted. Call only while holding the catalogue's lock. */
final class RetiredSheaves {

  private final SegmentLog log;
  private final Sql sql;

  RetiredSheaves(SegmentLog log, Sql sql) {
    this.log = log;
    this.sql = sql;
  }

  boolean has(SheafId sheaf) throws IOException {
    return sql.first(
            row -> row.getLong(1),
            "SELECT 1 FROM sheaf WHERE name = ? AND retired_at IS NOT NULL",
            sheaf.text())
        .isPresent();
  }

  /** Whether the log itself, whose every byte is checked, says of all of these that they are. */
  boolean haveByTheLog(List<SheafId> sheaves) throws IOException {
    Map<Long, CommitHeader> headers = new HashMap<>();
    for (SheafId sheaf : sheaves) {
      long in =
          sql.first(
                  row -> row.getLong(1),
                  "SELECT retired_in FROM sheaf WHERE name = ?",
                  sheaf.text())
              .orElse(-1L);
      if (!headers.containsKey(in)) {
        Optional<Segment> segment = in < 0 ? Optional.empty() : log.read(in);
        if (segment.isEmpty()) {
          return false;
        }
        headers.put(in, CommitHeader.decode(segment.get().lines().get(0)));
      }
      if (!headers.get(in).retired().contains(sheaf)) {
        return false;
      }
    }
    return true;
  }

  /** One whose file was deleted need not be looked at again. */
  void forget(SheafId sheaf) throws IOException {
    sql.update("UPDATE sheaf SET retired_at = ? WHERE name = ?", Times.NEVER, sheaf.text());
  }
}
