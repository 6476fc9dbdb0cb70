package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.FolderSum;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.SaverSource;
import org.mendedleaf.core.history.Since;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.history.Who;

/**
 * Folders at a moment, each line with what became of it since. One query answers for all lines: a
 * folder may have a hundred thousand. Safe for several threads.
 */
public final class MomentQuestions {

  // The first ten columns are those of TreeQuestions.
  private static final String LINES =
      """
      SELECT state.file, path.inner, revision.number, revision.size, state.modified, state.mode,
        revision.current_from, revision.content, revision.levels, revision.link,
        file.present, file.last_number, now.inner, newest.content, newest.link,
        CASE WHEN file.present THEN 0 ELSE
          (SELECT MAX(ended.until_at) FROM state AS ended WHERE ended.file = file.id) END,
        revision.origin, revision.person, revision.saver, revision.saver_source, revision.owner,
        state.until_at
      FROM %s
        JOIN revision ON revision.id = state.revision
        JOIN file ON file.id = state.file
        JOIN state AS last ON last.id = file.state
        JOIN path AS now ON now.id = last.path
        JOIN revision AS newest ON newest.id = file.current
      """;

  private static final String PATHS_FIRST = "path CROSS JOIN state ON state.path = path.id";

  private static final String THERE = "WHERE state.%1$s > ?2 AND state.%2$s <= ?2 AND ";

  private static final String GONE =
      """
      WHERE state.%1$s <= ?2 AND NOT EXISTS (SELECT 1 FROM state AS other
        WHERE other.file = state.file AND other.%2$s <= ?2 AND other.%1$s > state.%1$s) AND
      """;

  private static final String FOLDERS =
      """
      SELECT path.inner, folder_state.modified, folder_state.mode, folder_state.from_at,
        folder_state.until_at
      FROM folder_state JOIN path ON path.id = folder_state.path
      """;

  // Which lines come first is read off the index of the paths; only those are then read whole.
  private static final String STATES_FIRST = "state JOIN path ON path.id = state.path";

  private static final String FIRST =
      "WHERE state.id IN (SELECT state.id FROM path CROSS JOIN state ON state.path = path.id ";

  // The order of the letters that everybody uses; what comes of the others is put right with the
  // whole list.
  private static final String IN_ORDER =
      " ORDER BY CAST(path.inner AS TEXT) COLLATE NOCASE LIMIT ?3";

  private static final String FOLDERS_THERE =
      "WHERE folder_state.%1$s > ?2 AND folder_state.%2$s <= ?2 AND path.inner <> X'' AND ";

  private static final String FOLDERS_GONE =
      """
      WHERE folder_state.%1$s <= ?2 AND path.inner <> X'' AND NOT EXISTS (
        SELECT 1 FROM folder_state AS other WHERE other.path = folder_state.path
          AND other.%2$s <= ?2 AND other.%1$s > folder_state.%1$s) AND
      """;

  private final Sql sql;

  public MomentQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * What lay directly in a folder at a moment.
   *
   * @param withGone whether what had been removed before is told as well, as it was last
   */
  public List<MomentEntry> folder(long shelf, InnerPath folder, Moment moment, boolean withGone)
      throws IOException {
    Optional<Long> id = pathId(shelf, folder);
    if (id.isEmpty()) {
      return List.of();
    }
    return lines(
        moment, withGone, "", "path.folder = ?1", "folder_state.folder = ?1", List.of(id.get()));
  }

  /**
   * The first lines, by name, of what lay directly in a folder at a moment; much sooner known than
   * all of them.
   *
   * @param withGone whether what had been removed before is told as well
   * @param most how many folders and how many files at most
   */
  public List<MomentEntry> first(
      long shelf, InnerPath folder, Moment moment, boolean withGone, int most) throws IOException {
    Optional<Long> id = pathId(shelf, folder);
    return id.isEmpty()
        ? List.of()
        : lines(
            moment,
            withGone,
            FIRST,
            "path.folder = ?1" + IN_ORDER + ")",
            "folder_state.folder = ?1" + IN_ORDER,
            List.of(id.get(), most));
  }

  /** How many files lay directly in a folder at a moment. */
  public long files(long shelf, InnerPath folder, Moment moment) throws IOException {
    Optional<Long> id = pathId(shelf, folder);
    TreeQuestions.PointInHistory point = TreeQuestions.PointInHistory.of(moment);
    return id.isEmpty()
        ? 0
        : sql.first(
                row -> row.getLong(1),
                "SELECT COUNT(*) FROM " + PATHS_FIRST + " " + point.in(THERE) + "path.folder = ?1",
                id.get(),
                point.value())
            .orElse(0L);
  }

  /** The same for a folder and everything in it, at any depth. */
  public List<MomentEntry> below(long shelf, InnerPath folder, Moment moment, boolean withGone)
      throws IOException {
    if (folder.isRoot()) {
      return lines(moment, withGone, "", "path.shelf = ?1", "path.shelf = ?1", List.of(shelf));
    }
    String within = "path.shelf = ?1 AND path.inner > ?3 AND path.inner < ?4";
    return lines(
        moment,
        withGone,
        "",
        within,
        within,
        List.of(shelf, bytes(folder.text() + "/"), bytes(folder.text() + "0")));
  }

  /** What a folder held at a moment and what became of it; counts every file below it. */
  public FolderSum sum(long shelf, InnerPath folder, Moment moment) throws IOException {
    TreeQuestions.PointInHistory point = TreeQuestions.PointInHistory.of(moment);
    Optional<Instant> removed =
        sql.first(
                row -> row.getLong(1),
                """
                SELECT MAX(folder_state.until_at) FROM folder_state
                JOIN path ON path.id = folder_state.path WHERE path.shelf = ? AND path.inner = ?""",
                shelf,
                folder.bytes())
            .filter(until -> until != 0 && until != Times.NEVER)
            .map(Times::of);
    return sql.first(
            row -> new FolderSum(row.getLong(1), row.getLong(2), row.getLong(3), removed),
            point.in(
                """
                SELECT COUNT(*),
                  SUM(NOT (file.present AND last.path = state.path
                    AND file.current = state.revision)),
                  SUM(NOT file.present)
                FROM path CROSS JOIN state ON state.path = path.id
                JOIN file ON file.id = state.file
                JOIN state AS last ON last.id = file.state
                WHERE path.shelf = ?1 AND path.inner > ?3 AND path.inner < ?4
                  AND state.%1$s > ?2 AND state.%2$s <= ?2"""),
            shelf,
            point.value(),
            bytes(folder.text() + "/"),
            bytes(folder.text() + "0"))
        .orElseThrow();
  }

  private Optional<Long> pathId(long shelf, InnerPath folder) throws IOException {
    return sql.first(
        row -> row.getLong(1),
        "SELECT id FROM path WHERE shelf = ? AND inner = ?",
        shelf,
        folder.bytes());
  }

  // "0" is the character after "/": all inner paths of a folder lie between the two.
  private static byte[] bytes(String text) {
    return Names.isUtf8(text) ? text.getBytes(StandardCharsets.UTF_8) : Names.bytes(text);
  }

  /**
   * @param which what stands before the condition of the files
   * @param values the first stands for ?1, the others for ?3 and so on
   */
  private List<MomentEntry> lines(
      Moment moment,
      boolean withGone,
      String which,
      String files,
      String folders,
      List<Object> values)
      throws IOException {
    TreeQuestions.PointInHistory point = TreeQuestions.PointInHistory.of(moment);
    List<Object> bound = new ArrayList<>(values);
    bound.add(1, point.value());
    Object[] all = bound.toArray();
    String selected = LINES.formatted(which.isEmpty() ? PATHS_FIRST : STATES_FIRST);
    List<MomentEntry> lines = new ArrayList<>();
    lines.addAll(
        sql.list(row -> folder(row, false), FOLDERS + point.in(FOLDERS_THERE) + folders, all));
    lines.addAll(
        sql.list(row -> file(row, false), selected + which + point.in(THERE) + files, all));
    if (withGone) {
      lines.addAll(
          sql.list(row -> folder(row, true), FOLDERS + point.in(FOLDERS_GONE) + folders, all));
      lines.addAll(
          sql.list(row -> file(row, true), selected + which + point.in(GONE) + files, all));
    }
    return lines;
  }

  private static MomentEntry folder(ResultSet row, boolean gone) throws SQLException {
    return new MomentEntry(
        TreeQuestions.readFolder(row),
        gone ? Optional.of(Times.of(row.getLong(5))) : Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static MomentEntry file(ResultSet row, boolean gone) throws SQLException {
    TreeEntry entry = TreeQuestions.readFile(row);
    InnerPath now = InnerPath.ofBytes(row.getBytes(13));
    boolean same =
        Arrays.equals(row.getBytes(8), row.getBytes(14))
            && Arrays.equals(row.getBytes(10), row.getBytes(15));
    Optional<Instant> removed =
        row.getBoolean(11) ? Optional.empty() : Optional.of(Times.of(row.getLong(16)));
    Since since =
        new Since(
            row.getInt(12) - entry.revision().orElseThrow(),
            same,
            now.equals(entry.path()) ? Optional.empty() : Optional.of(now),
            removed);
    String saver = row.getString(19);
    Who who =
        Who.of(
            Origin.of(row.getString(17)),
            row.getString(18),
            saver == null
                ? Optional.empty()
                : Optional.of(new Revision.FoundSaver(saver, SaverSource.of(row.getString(20)))),
            Optional.ofNullable(row.getString(21)));
    return new MomentEntry(
        entry,
        gone ? Optional.of(Times.of(row.getLong(22))) : Optional.empty(),
        Optional.of(since),
        Optional.of(who));
  }
}
