package org.mendedleaf.core.catalog.tables;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.RevisionKey;

/**
 * Folders that got another name with everything in them: one line of the log for all their files,
 * so the tables are changed for all of them at once. What such a line says of one file follows from
 * where the file was, so the lines of a shelf are kept to be read again with those of a file. For
 * one thread, inside a transaction.
 */
final class FolderMoves {

  private static final String TABLES =
      """
      CREATE TEMP TABLE IF NOT EXISTS moving (n INTEGER PRIMARY KEY, file INTEGER, state INTEGER,
        before INTEGER, folder INTEGER, path INTEGER)""";
  private static final String FOLDERS =
      """
      CREATE TEMP TABLE IF NOT EXISTS moving_folder (before INTEGER PRIMARY KEY, now INTEGER,
        known INTEGER)""";

  private final Sql sql;
  private final Paths paths;

  FolderMoves(Sql sql) {
    this.sql = sql;
    this.paths = new Paths(sql);
  }

  /**
   * A folder that has another name from now on.
   *
   * @param from when it counts, see {@link TrueTimes}
   */
  record FolderMove(RevisionKey line, long shelf, InnerPath before, InnerPath now, long from) {
    static FolderMove of(Detail.FolderMoved line, LineContext in) throws IOException {
      JsonNode says = in.metadata(line);
      return new FolderMove(
          in.key(),
          in.shelf(),
          MetadataFormat.formerPath(says),
          MetadataFormat.path(says),
          in.countsFrom());
    }
  }

  /** Moves every file that is in the folder, at any depth; returns how many. */
  long apply(FolderMove move) throws IOException {
    sql.update(
        "INSERT OR REPLACE INTO folder_move VALUES (?,?,?,?)",
        move.line().segment(),
        move.line().line(),
        move.shelf(),
        move.now().bytes());
    begin();
    // While a catalogue is built, the index is not there yet.
    sql.execute(Schema.STATE_PATH);
    byte[] within = Paths.below(move.before(), '/');
    byte[] until = Paths.below(move.before(), '/' + 1);
    sql.update(
        """
        INSERT INTO moving (file, state, before, folder)
        SELECT state.file, state.id, path.id, path.folder
        FROM path CROSS JOIN state ON state.path = path.id AND state.until_at = ?4
        WHERE path.shelf = ?1 AND path.inner > ?2 AND path.inner < ?3 ORDER BY path.inner""",
        move.shelf(),
        within,
        until,
        Times.NEVER);
    return finish(move);
  }

  private record StandingPlace(long state, long path, long folder, InnerPath inner) {}

  /** Moves one file if it is in the folder; returns whether it is. */
  boolean apply(FolderMove move, long file) throws IOException {
    Optional<StandingPlace> standing =
        sql.first(
            row ->
                new StandingPlace(
                    row.getLong(1),
                    row.getLong(2),
                    row.getLong(3),
                    InnerPath.ofBytes(row.getBytes(4))),
            """
            SELECT state.id, state.path, path.folder, path.inner
            FROM file JOIN state ON state.id = file.state
            JOIN path ON path.id = state.path
            WHERE file.id = ?1 AND file.present AND file.shelf = ?2""",
            file,
            move.shelf());
    if (standing.isEmpty()
        || !standing.get().inner().isWithin(move.before())
        || standing.get().inner().equals(move.before())) {
      return false;
    }
    begin();
    sql.update(
        "INSERT INTO moving (file, state, before, folder) VALUES (?,?,?,?)",
        file,
        standing.get().state(),
        standing.get().path(),
        standing.get().folder());
    finish(move);
    return true;
  }

  /** Whether a file's states say that this line moved it. */
  boolean moved(long file, RevisionKey line, InnerPath before, InnerPath now) throws IOException {
    List<InnerPath> ended = paths(file, "until_segment", line.segment());
    return paths(file, "from_segment", line.segment()).stream()
        .anyMatch(
            path ->
                path.isWithin(now) && !path.equals(now) && ended.contains(path.moved(now, before)));
  }

  private List<InnerPath> paths(long file, String column, long segment) throws IOException {
    return sql.list(
        row -> InnerPath.ofBytes(row.getBytes(1)),
        """
        SELECT path.inner FROM state JOIN path ON path.id = state.path
        WHERE state.file = ? AND state.%s = ?"""
            .formatted(column),
        file,
        segment);
  }

  /** The lines that moved folders of a file's shelf, in the order of the log. */
  List<RevisionKey> concerning(long file) throws IOException {
    return sql.list(
        row -> new RevisionKey(row.getLong(1), row.getInt(2)),
        """
        SELECT segment, line FROM folder_move
        WHERE shelf = (SELECT shelf FROM file WHERE id = ?) ORDER BY 1, 2""",
        file);
  }

  private void begin() throws IOException {
    sql.execute(TABLES);
    sql.execute(FOLDERS);
    sql.update("DELETE FROM moving");
    sql.update("DELETE FROM moving_folder");
  }

  private record FolderPath(long path, InnerPath inner) {}

  /** Does to all that is moving what a line of its own would do to each. */
  private long finish(FolderMove move) throws IOException {
    for (FolderPath folder :
        sql.list(
            row -> new FolderPath(row.getLong(1), InnerPath.ofBytes(row.getBytes(2))),
            """
            SELECT id, inner FROM path WHERE id IN (SELECT DISTINCT folder FROM moving)
            ORDER BY inner""")) {
      InnerPath now = folder.inner().moved(move.before(), move.now());
      // Under a folder that nothing ever had, no path is known.
      boolean known = paths.find(move.shelf(), now).isPresent();
      sql.update(
          "INSERT INTO moving_folder VALUES (?,?,?)",
          folder.path(),
          paths.of(move.shelf(), now),
          known);
    }
    placePaths(move);
    sql.update("INSERT OR IGNORE INTO former SELECT before, file FROM moving");
    return turnStates(move);
  }

  /**
   * The row of what stands goes on standing under the new path, and what ended gets a row of its
   * own: so the row of the file, which names what stands, stays as it is.
   */
  private long turnStates(FolderMove move) throws IOException {
    sql.update(
        """
        INSERT INTO state (file, path, revision, modified, mode, from_at, until_at,
          from_segment, until_segment)
        SELECT state.file, state.path, state.revision, state.modified, state.mode, state.from_at,
          MAX(?1, state.from_at), state.from_segment, ?2
        FROM moving CROSS JOIN state ON state.id = moving.state""",
        move.from(),
        move.line().segment());
    return sql.update(
        """
        UPDATE state SET path = moving.path, from_at = MAX(?1, from_at), from_segment = ?2
        FROM moving WHERE state.id = moving.state""",
        move.from(),
        move.line().segment());
  }

  /**
   * Names are those that the files had, so they are found where those stand in the index of names.
   */
  private void placePaths(FolderMove move) throws IOException {
    byte[] folder = Paths.below(move.now(), '/');
    int rest = Paths.below(move.before(), '/').length + 1;
    sql.update(
        """
        UPDATE moving SET path = (
          SELECT there.id FROM path AS was JOIN path AS there
            ON there.shelf = was.shelf AND there.inner = CAST(?1 || SUBSTR(was.inner, ?2) AS BLOB)
          WHERE was.id = moving.before)
        WHERE folder IN (SELECT before FROM moving_folder WHERE known)""",
        folder,
        rest);
    long last = sql.first(row -> row.getLong(1), "SELECT MAX(id) FROM path").orElse(0L);
    sql.update(
        """
        INSERT INTO path (id, shelf, folder, inner, named_like)
        SELECT ?1 + moving.n, ?2, moving_folder.now, CAST(?3 || SUBSTR(was.inner, ?4) AS BLOB),
          COALESCE(was.named_like, was.id)
        FROM moving JOIN path AS was ON was.id = moving.before
        JOIN moving_folder ON moving_folder.before = moving.folder
        WHERE moving.path IS NULL ORDER BY moving.n""",
        last,
        move.shelf(),
        folder,
        rest);
    sql.update("UPDATE moving SET path = ? + n WHERE path IS NULL", last);
  }
}
