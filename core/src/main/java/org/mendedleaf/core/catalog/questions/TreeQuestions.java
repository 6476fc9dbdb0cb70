package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/** Questions about folders at a moment. Safe for several threads. */
public final class TreeQuestions {

  private static final Comparator<TreeEntry> BY_PATH = Comparator.comparing(TreeEntry::path);

  private static final String FILES =
      """
      SELECT state.file, path.inner, revision.number, revision.size, state.modified, state.mode,
        revision.current_from, revision.content, revision.levels, revision.link
      FROM path CROSS JOIN state ON state.path = path.id JOIN revision ON revision.id = state.revision
      WHERE state.%s > ?2 AND state.%s <= ?2 AND
      """;

  private static final String FOLDERS =
      """
      SELECT path.inner, folder_state.modified, folder_state.mode, folder_state.from_at
      FROM folder_state JOIN path ON path.id = folder_state.path
      WHERE folder_state.%s > ?2 AND folder_state.%s <= ?2 AND path.inner <> X'' AND
      """;

  private final Sql sql;

  public TreeQuestions(Sql sql) {
    this.sql = sql;
  }

  /** The direct contents of a folder, sorted by path. */
  public List<TreeEntry> folder(long shelf, InnerPath folder) throws IOException {
    return folder(shelf, folder, new Moment.Now(Instant.MAX));
  }

  /** What lay directly in a folder at a moment, sorted by path. */
  public List<TreeEntry> folder(long shelf, InnerPath folder, Moment moment) throws IOException {
    Optional<Long> id = pathId(shelf, folder);
    if (id.isEmpty()) {
      return List.of();
    }
    return entries(
        PointInHistory.of(moment), "path.folder = ?1", "folder_state.folder = ?1", id.get());
  }

  /** What lay at one path at a moment: a file, a folder, or neither. */
  public Optional<TreeEntry> entry(long shelf, InnerPath path, Moment moment) throws IOException {
    Optional<Long> id = pathId(shelf, path);
    if (id.isEmpty()) {
      return Optional.empty();
    }
    return entries(PointInHistory.of(moment), "path.id = ?1", "folder_state.path = ?1", id.get())
        .stream()
        .findFirst();
  }

  /** What lay in a folder and all folders in it at a moment, sorted by path. */
  public List<TreeEntry> below(long shelf, InnerPath folder, Moment moment) throws IOException {
    if (folder.isRoot()) {
      return entries(PointInHistory.of(moment), "path.shelf = ?1", "path.shelf = ?1", shelf);
    }
    List<TreeEntry> entries = new ArrayList<>();
    Deque<InnerPath> folders = new ArrayDeque<>(List.of(folder));
    while (!folders.isEmpty()) {
      for (TreeEntry entry : folder(shelf, folders.pop(), moment)) {
        entries.add(entry);
        if (entry.kind() == TreeEntry.EntryKind.FOLDER) {
          folders.add(entry.path());
        }
      }
    }
    entries.sort(BY_PATH);
    return entries;
  }

  /** The folders of a shelf at a moment, the shelf's own left out, sorted. */
  public List<InnerPath> folders(long shelf, Moment moment) throws IOException {
    PointInHistory point = PointInHistory.of(moment);
    return sql
        .list(
            TreeQuestions::readFolder, point.in(FOLDERS) + "path.shelf = ?1", shelf, point.value())
        .stream()
        .map(TreeEntry::path)
        .sorted()
        .toList();
  }

  private Optional<Long> pathId(long shelf, InnerPath path) throws IOException {
    return sql.first(
        row -> row.getLong(1),
        "SELECT id FROM path WHERE shelf = ? AND inner = ?",
        shelf,
        path.bytes());
  }

  /**
   * Which of the states of a tree is meant: by the time at which they were captured, or by their
   * place in the log.
   */
  record PointInHistory(String from, String until, long value) {

    static PointInHistory at(Instant moment) {
      // What has not ended ends at NEVER, which must lie after every moment.
      return new PointInHistory(
          "from_at", "until_at", Math.min(Times.nanos(moment), Times.NEVER - 1));
    }

    /** What has not ended; the index by ends finds it at once. */
    static PointInHistory now() {
      return new PointInHistory("from_segment", "until_at", Times.NEVER - 1);
    }

    static PointInHistory of(Moment moment) {
      if (moment instanceof Moment.Now) {
        return now();
      }
      return moment instanceof Moment.InSnapshot in
          ? new PointInHistory("from_segment", "until_segment", in.snapshot().segment())
          : at(moment.instant());
    }

    String in(String query) {
      return query.formatted(until, from);
    }
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

  private List<TreeEntry> entries(PointInHistory point, String files, String folders, long id)
      throws IOException {
    List<TreeEntry> entries = new ArrayList<>();
    entries.addAll(
        sql.list(TreeQuestions::readFolder, point.in(FOLDERS) + folders, id, point.value()));
    entries.addAll(sql.list(TreeQuestions::readFile, point.in(FILES) + files, id, point.value()));
    entries.sort(BY_PATH);
    return entries;
  }

  static TreeEntry readFolder(ResultSet row) throws SQLException {
    return new TreeEntry(
        TreeEntry.EntryKind.FOLDER,
        InnerPath.ofBytes(row.getBytes(1)),
        OptionalLong.empty(),
        OptionalInt.empty(),
        0,
        Times.file(row, 2),
        Times.of(row.getLong(4)),
        Optional.ofNullable(row.getString(3)),
        Optional.empty(),
        Optional.empty());
  }

  static TreeEntry readFile(ResultSet row) throws SQLException {
    byte[] content = row.getBytes(8);
    return new TreeEntry(
        content == null ? TreeEntry.EntryKind.LINK : TreeEntry.EntryKind.FILE,
        InnerPath.ofBytes(row.getBytes(2)),
        OptionalLong.of(row.getLong(1)),
        OptionalInt.of(row.getInt(3)),
        row.getLong(4),
        Times.file(row, 5),
        Times.of(row.getLong(7)),
        Optional.ofNullable(row.getString(6)),
        content == null
            ? Optional.empty()
            : Optional.of(new ContentRef(ContentId.of(content), row.getInt(9), row.getLong(4))),
        Optional.ofNullable(row.getBytes(10)).map(Names::text));
  }
}
