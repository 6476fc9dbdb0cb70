package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Paths;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.history.PresentFile;

/** The present contents of a shelf, as recorded. Safe for several threads. */
public final class PresentQuestions {

  private static final String STATES =
      """
      SELECT revision.file, revision.number, revision.current_from, path.inner, revision.size,
        state.modified, state.mode, revision.owner, revision.file_key, revision.content,
        revision.levels, revision.link
      """;

  private static final String PRESENT =
      STATES
          + """
          FROM file
          JOIN state ON state.id = file.state
          JOIN revision ON revision.id = state.revision
          JOIN path ON path.id = state.path
          WHERE file.shelf = ?1 AND file.present
          """;

  private static final String PRESENT_AT =
      STATES
          + """
          FROM path CROSS JOIN state ON state.path = path.id AND state.until_at = ?2
          JOIN revision ON revision.id = state.revision
          WHERE path.shelf = ?1
          """;

  private static final String BELOW = "AND path.inner > ?3 AND path.inner < ?4";

  private final Sql sql;

  public PresentQuestions(Sql sql) {
    this.sql = sql;
  }

  /** What a shelf's files are like now: the newest state of each that is present. */
  public List<PresentFile> of(long shelf) throws IOException {
    return sql.list(new PresentReader(), PRESENT, shelf);
  }

  /** The same for the file at one path. */
  public Optional<PresentFile> at(long shelf, InnerPath path) throws IOException {
    return sql.first(
        new PresentReader(), PRESENT_AT + "AND path.inner = ?3", shelf, Times.NEVER, path.bytes());
  }

  /** The same for a file at this path, or for all files in a folder of this path, at any depth. */
  public List<PresentFile> within(long shelf, InnerPath path) throws IOException {
    if (path.isRoot()) {
      return of(shelf);
    }
    List<PresentFile> within = new ArrayList<>(at(shelf, path).stream().toList());
    byte[] from = Paths.below(path, '/');
    byte[] until = Paths.below(path, '/' + 1);
    within.addAll(
        sql.list(new PresentReader(), PRESENT_AT + BELOW, shelf, Times.NEVER, from, until));
    return within;
  }

  /** Whether any file is in this folder now, at any depth. */
  public boolean anyIn(long shelf, InnerPath folder) throws IOException {
    return sql.first(
            row -> true,
            """
            SELECT 1 FROM path CROSS JOIN state ON state.path = path.id AND state.until_at = ?4
            WHERE path.shelf = ?1 AND inner > ?2 AND inner < ?3 LIMIT 1""",
            shelf,
            Paths.below(folder, '/'),
            Paths.below(folder, '/' + 1),
            Times.NEVER)
        .isPresent();
  }

  /** Whether a file is where one of this folder would come to be if the folder moved. */
  public boolean anyInTheWay(long shelf, InnerPath before, InnerPath now) throws IOException {
    return sql.first(
            row -> true,
            """
            SELECT 1 FROM path AS there
            CROSS JOIN state ON state.path = there.id AND state.until_at = ?6
            CROSS JOIN path AS here ON here.shelf = there.shelf
              AND here.inner = CAST(?4 || SUBSTR(there.inner, ?5) AS BLOB)
            CROSS JOIN state AS other ON other.path = here.id AND other.until_at = ?6
            WHERE there.shelf = ?1 AND there.inner > ?2 AND there.inner < ?3 LIMIT 1""",
            shelf,
            Paths.below(now, '/'),
            Paths.below(now, '/' + 1),
            Paths.below(before, '/'),
            Paths.below(now, '/').length + 1,
            Times.NEVER)
        .isPresent();
  }

  /**
   * The files that a commit from this number on has touched, or moved with their folder, and that
   * are there. A file may come twice.
   */
  public List<PresentFile> since(long shelf, long commit) throws IOException {
    List<PresentFile> since =
        new ArrayList<>(
            sql.list(new PresentReader(), PRESENT + "AND file.touched >= ?2", shelf, commit));
    for (InnerPath folder : movedFolders(shelf, commit)) {
      since.addAll(
          sql.list(
              new PresentReader(),
              PRESENT_AT + BELOW + " AND state.from_segment >= ?5",
              shelf,
              Times.NEVER,
              Paths.below(folder, '/'),
              Paths.below(folder, '/' + 1),
              commit));
    }
    return since;
  }

  private List<InnerPath> movedFolders(long shelf, long commit) throws IOException {
    return sql.list(
        row -> InnerPath.ofBytes(row.getBytes(1)),
        "SELECT DISTINCT now FROM folder_move WHERE shelf = ? AND segment >= ?",
        shelf,
        commit);
  }

  /** The ids of files that a commit from this number on has removed. */
  public List<Long> removedSince(long shelf, long commit) throws IOException {
    return sql.list(
        row -> row.getLong(1),
        "SELECT id FROM file WHERE shelf = ? AND touched >= ? AND NOT present",
        shelf,
        commit);
  }

  /** What this desk has found out by reading files of a shelf, by file. */
  public Map<Long, LookedFile> looked(long shelf) throws IOException {
    Map<Long, LookedFile> looked = new HashMap<>();
    sql.list(
            row ->
                new LookedFile(
                    row.getLong(1),
                    row.getInt(2),
                    Optional.ofNullable(row.getString(3)),
                    Times.of(row.getLong(4))),
            """
            SELECT looked.file, looked.revision, looked.file_key, looked.at
            FROM looked JOIN file ON file.id = looked.file WHERE file.shelf = ?""",
            shelf)
        .forEach(one -> looked.put(one.file(), one));
    return looked;
  }

  /** What this desk has found out by reading one file. */
  public Optional<LookedFile> lookedAt(long file) throws IOException {
    return sql.first(
        row ->
            new LookedFile(
                file,
                row.getInt(1),
                Optional.ofNullable(row.getString(2)),
                Times.of(row.getLong(3))),
        "SELECT revision, file_key, at FROM looked WHERE file = ?",
        file);
  }

  /** The folders of a shelf as they are recorded now, the root included. */
  public List<FolderState> folders(long shelf) throws IOException {
    return sql.list(
        row ->
            new FolderState(
                InnerPath.ofBytes(row.getBytes(1)),
                Times.file(row, 2),
                Optional.ofNullable(row.getString(3))),
        """
        SELECT path.inner, folder_state.modified, folder_state.mode
        FROM folder_state CROSS JOIN path ON path.id = folder_state.path
        WHERE path.shelf = ? AND folder_state.until_at = ?""",
        shelf,
        Times.NEVER);
  }

  /** Whether a shelf has this folder now; it always has its root. */
  public boolean isFolder(long shelf, InnerPath folder) throws IOException {
    return folder.isRoot()
        || sql.first(
                row -> true,
                """
                SELECT 1 FROM path CROSS JOIN folder_state ON folder_state.path = path.id
                WHERE path.shelf = ? AND path.inner = ? AND folder_state.until_at = ?""",
                shelf,
                folder.bytes(),
                Times.NEVER)
            .isPresent();
  }
}
