package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.List;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Sheaves that the log mentions and that could not be read, or not whole, when the tables were made
 * of it. What the rest needs is not known then, so nothing is destroyed.
 */
public final class Unread {

  private static final String KEY = "unread ";
  private static final byte[] NOTHING = {};

  private Unread() {}

  static void note(Sql sql, SheafId sheaf) throws IOException {
    sql.update("INSERT OR REPLACE INTO about VALUES (?,?)", KEY + sheaf.text(), NOTHING);
  }

  public static boolean any(Sql sql) throws IOException {
    return !sheaves(sql).isEmpty();
  }

  /** Whether it was written anew, or packed, since. */
  public static boolean isRetired(Sql sql, SheafId sheaf) throws IOException {
    return sql.first(
            row -> true,
            "SELECT 1 FROM sheaf WHERE name = ? AND retired_at IS NOT NULL",
            sheaf.text())
        .isPresent();
  }

  /** Which they are. */
  public static List<SheafId> sheaves(Sql sql) throws IOException {
    return sql.list(
        row -> new SheafId(row.getString(1).substring(KEY.length())),
        "SELECT key FROM about WHERE key > 'unread ' AND key < 'unread!'");
  }
}
