package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.InnerPath;

/**
 * The rows of paths: one for every path that anything on a shelf ever had. For one thread, inside a
 * transaction.
 */
public final class Paths {

  private final Sql sql;

  Paths(Sql sql) {
    this.sql = sql;
  }

  /** The row of a path, if anything ever had it. */
  Optional<Long> find(long shelf, InnerPath inner) throws IOException {
    return sql.first(
        row -> row.getLong(1),
        "SELECT id FROM path WHERE shelf = ? AND inner = ?",
        shelf,
        inner.bytes());
  }

  /** The row of a path, made if there is none; those of the folders that it lies in likewise. */
  long of(long shelf, InnerPath inner) throws IOException {
    Optional<Long> known = find(shelf, inner);
    if (known.isPresent()) {
      return known.get();
    }
    Long folder = inner.isRoot() ? null : of(shelf, inner.folder());
    long added =
        sql.insert(
            "INSERT INTO path (shelf, folder, inner) VALUES (?,?,?)", shelf, folder, inner.bytes());
    if (!inner.isRoot()) {
      new NameIndex(sql).add(added, inner);
    }
    return added;
  }

  private record PathRow(@Nullable Long folder, InnerPath inner, boolean isIndexed) {}

  /** Forgets a path and the folders above it unless a file has or ever had them. */
  void forgetUnneeded(long path) throws IOException {
    Long at = path;
    while (at != null && !isNeeded(at)) {
      long gone = at;
      Optional<PathRow> row =
          sql.first(
              found -> {
                long folder = found.getLong(1);
                return new PathRow(
                    found.wasNull() ? null : folder,
                    InnerPath.ofBytes(found.getBytes(2)),
                    found.getObject(3) == null);
              },
              "SELECT folder, inner, named_like FROM path WHERE id = ?",
              gone);
      if (row.isEmpty()) {
        break;
      }
      if (row.get().isIndexed() && !row.get().inner().isRoot()) {
        new NameIndex(sql).remove(gone, row.get().inner());
        indexInstead(gone, row.get().inner());
      }
      sql.update("DELETE FROM path WHERE id = ?", gone);
      at = row.get().folder();
    }
  }

  /** Paths that are found by the name of one that goes are found by one of them from now on. */
  private void indexInstead(long gone, InnerPath named) throws IOException {
    Optional<Long> next =
        sql.first(row -> row.getLong(1), "SELECT id FROM path WHERE named_like = ? LIMIT 1", gone);
    if (next.isPresent()) {
      new NameIndex(sql).add(next.get(), named);
      sql.update("UPDATE path SET named_like = NULL WHERE id = ?", next.get());
      sql.update("UPDATE path SET named_like = ? WHERE named_like = ?", next.get(), gone);
    }
  }

  private boolean isNeeded(long path) throws IOException {
    return sql.first(
            row -> row.getBoolean(1),
            """
            SELECT EXISTS (SELECT 1 FROM state WHERE path = ?1)
              OR EXISTS (SELECT 1 FROM folder_state WHERE path = ?1)
              OR EXISTS (SELECT 1 FROM path WHERE folder = ?1)
              OR EXISTS (SELECT 1 FROM former WHERE path = ?1)
              OR EXISTS (SELECT 1 FROM file WHERE gone_from = ?1)""",
            path)
        .orElse(true);
  }

  /**
   * An end of the range in which all paths below a folder lie.
   *
   * @param sign a slash for the beginning, the sign after it for the end
   */
  public static byte[] below(InnerPath folder, int sign) {
    byte[] bytes = Arrays.copyOf(folder.bytes(), folder.bytes().length + 1);
    bytes[bytes.length - 1] = (byte) sign;
    return bytes;
  }
}
