package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;

/**
 * Notes lines of the log of which nobody can read what they say, because the sheaf with it is
 * damaged or lost: which file and revision they made is known all the same. For one thread, inside
 * a transaction.
 */
final class Gaps {

  private final Sql sql;

  Gaps(Sql sql) {
    this.sql = sql;
  }

  void note(Detail detail, LineContext in) throws IOException {
    Long file = detail instanceof Detail.OfFile of ? (Long) of.file() : null;
    Integer number = detail instanceof Detail.Revised revised ? (Integer) revised.number() : null;
    sql.update(
        "INSERT OR REPLACE INTO gap VALUES (?,?,?,?,?)",
        in.key().segment(),
        in.key().line(),
        shelf(in),
        file,
        number);
  }

  private static @Nullable Long shelf(LineContext in) {
    return in.header().shelf().isPresent() ? (Long) in.header().shelf().getAsLong() : null;
  }
}
