package org.mendedleaf.core.catalog.questions;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.PresentFile;

/**
 * Reads the rows of one answer about files that are there. A capture asks for every file of a
 * shelf: columns go by number, since looking them up by name takes longer than reading them, and
 * modes and owners, of which there are few, are one object each. For one thread.
 */
final class PresentReader implements Sql.RowReader<PresentFile> {

  private final Map<String, Optional<String>> said = new HashMap<>();

  @Override
  public PresentFile read(ResultSet row) throws SQLException {
    return new PresentFile(
        row.getLong(1),
        row.getInt(2),
        Times.of(row.getLong(3)),
        new FileState(
            InnerPath.ofBytes(row.getBytes(4)),
            row.getLong(5),
            Times.file(row, 6),
            said.computeIfAbsent(row.getString(7), Optional::ofNullable),
            said.computeIfAbsent(row.getString(8), Optional::ofNullable),
            Optional.ofNullable(row.getString(9)),
            FileQuestions.content(row.getBytes(10), row, 11, 5),
            Optional.ofNullable(row.getBytes(12)).map(Names::text)));
  }
}
