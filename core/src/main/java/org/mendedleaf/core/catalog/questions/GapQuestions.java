package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.Gap;

/**
 * Questions about what was recorded and cannot be read any more, because the sheaf that says it is
 * damaged or lost. Safe for several threads.
 */
public final class GapQuestions {

  private static final String GAP =
      """
      SELECT gap.segment, segment.at, gap.file, gap.number,
        EXISTS (SELECT 1 FROM file WHERE file.id = gap.file)
      FROM gap JOIN segment ON segment.number = gap.segment""";

  private final Sql sql;

  public GapQuestions(Sql sql) {
    this.sql = sql;
  }

  /** The gaps of one file, oldest first. */
  public List<Gap> ofFile(long file) throws IOException {
    return sql.list(
        GapQuestions::gap, GAP + " WHERE gap.file = ? ORDER BY gap.segment, gap.line", file);
  }

  /** The gaps of a shelf, oldest first. */
  public List<Gap> onShelf(long shelf) throws IOException {
    return sql.list(
        GapQuestions::gap, GAP + " WHERE gap.shelf = ? ORDER BY gap.segment, gap.line", shelf);
  }

  private static Gap gap(ResultSet row) throws SQLException {
    long file = row.getLong(3);
    OptionalLong of = row.wasNull() ? OptionalLong.empty() : OptionalLong.of(file);
    int number = row.getInt(4);
    OptionalInt revision = row.wasNull() ? OptionalInt.empty() : OptionalInt.of(number);
    return new Gap(row.getLong(1), Times.of(row.getLong(2)), of, revision, row.getBoolean(5));
  }
}
