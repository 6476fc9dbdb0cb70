package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/** Records who saved which files; gathered, then written in one go. For one thread. */
final class SaverRows {

  private record SavedBy(String name, long file) {}

  private final Sql sql;
  private final Set<SavedBy> savedBy = new LinkedHashSet<>();

  SaverRows(Sql sql) {
    this.sql = sql;
  }

  void add(String name, long file) {
    savedBy.add(new SavedBy(name, file));
  }

  void flush() throws IOException {
    Map<String, Long> ids = new HashMap<>();
    for (SavedBy by : savedBy) {
      Long saver = ids.get(by.name());
      if (saver == null) {
        sql.update("INSERT OR IGNORE INTO saver (name) VALUES (?)", by.name());
        saver =
            sql.first(row -> row.getLong(1), "SELECT id FROM saver WHERE name = ?", by.name())
                .orElseThrow();
        ids.put(by.name(), saver);
      }
      sql.update("INSERT OR IGNORE INTO saved VALUES (?,?)", saver, by.file());
    }
    savedBy.clear();
  }
}
