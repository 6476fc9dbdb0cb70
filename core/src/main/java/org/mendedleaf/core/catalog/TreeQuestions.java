package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.ContentRef;

/** Questions about folders at a moment. Safe for several threads. */
public final class TreeQuestions {

  private static final Comparator<TreeEntry> BY_PATH = Comparator.comparing(TreeEntry::path);

  private static final String FILES =
      """
      SELECT state.file, path.inner, revision.number, revision.size, state.modified, state.mode,
        revision.current_from, revision.content, revision.levels, revision.link
      FROM state JOIN path ON path.id = state.path JOIN revision ON revision.id = state.revision
      WHERE state.until_at > ?2 AND state.from_at <= ?2 AND
      """;

  private static final String FOLDERS =
      """
      SELECT path.inner, folder_state.modified, folder_state.mode, folder_state.from_at
      FROM folder_state JOIN path ON path.id = folder_state.path
      WHERE folder_state.until_at > ?2 AND folder_state.from_at <= ?2 AND path.inner <> X'' AND
      """;

  private final Sql sql;

  TreeQuestions(Sql sql) {
    this.sql = sql;
  }

  /** What lay directly in a folder at a moment, sorted by path. */
  public List<TreeEntry> folder(long shelf, InnerPath folder, Instant at) throws IOException {
    Optional<Long> id =
        sql.first(
            row -> row.getLong(1),
            "SELECT id FROM path WHERE shelf = ? AND inner = ?",
            shelf,
            folder.bytes());
    if (id.isEmpty()) {
      return List.of();
    }
    return entries("state.folder = ?1", "folder_state.folder = ?1", id.get(), at);
  }

  /** Everything on a shelf at a moment, sorted by path. */
  public List<TreeEntry> whole(long shelf, Instant at) throws IOException {
    return entries("path.shelf = ?1", "path.shelf = ?1", shelf, at);
  }

  /** When the shelf was last captured up to a moment, whether or not anything had changed then. */
  public Optional<Instant> capturedBefore(long shelf, Instant at) throws IOException {
    return sql.first(
            row -> row.getLong(1),
            "SELECT COALESCE(MAX(at), 0) FROM segment WHERE shelf = ? AND act = 'capture' AND at <= ?",
            shelf,
            Times.nanos(at))
        .filter(nanos -> nanos != 0)
        .map(Times::of);
  }

  private List<TreeEntry> entries(String files, String folders, long id, Instant at)
      throws IOException {
    // What has not ended ends at NEVER, which must lie after every moment.
    long moment = Math.min(Times.nanos(at), Times.NEVER - 1);
    List<TreeEntry> entries = new ArrayList<>();
    entries.addAll(sql.list(TreeQuestions::readFolder, FOLDERS + folders, id, moment));
    entries.addAll(sql.list(TreeQuestions::readFile, FILES + files, id, moment));
    entries.sort(BY_PATH);
    return entries;
  }

  private static TreeEntry readFolder(ResultSet row) throws SQLException {
    return new TreeEntry(
        TreeEntry.Kind.FOLDER,
        InnerPath.ofBytes(row.getBytes(1)),
        OptionalLong.empty(),
        OptionalInt.empty(),
        0,
        Times.of(row.getLong(2)),
        Times.of(row.getLong(4)),
        Optional.ofNullable(row.getString(3)),
        Optional.empty(),
        Optional.empty());
  }

  private static TreeEntry readFile(ResultSet row) throws SQLException {
    byte[] content = row.getBytes(8);
    return new TreeEntry(
        content == null ? TreeEntry.Kind.LINK : TreeEntry.Kind.FILE,
        InnerPath.ofBytes(row.getBytes(2)),
        OptionalLong.of(row.getLong(1)),
        OptionalInt.of(row.getInt(3)),
        row.getLong(4),
        Times.of(row.getLong(5)),
        Times.of(row.getLong(7)),
        Optional.ofNullable(row.getString(6)),
        content == null
            ? Optional.empty()
            : Optional.of(new ContentRef(ContentId.of(content), row.getInt(9), row.getLong(4))),
        Optional.ofNullable(row.getBytes(10)).map(Names::text));
  }
}
