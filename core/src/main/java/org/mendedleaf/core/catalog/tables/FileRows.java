package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RevisionKey;

/**
 * The rows of files and revisions, and of each file's path and attributes over time. For one
 * thread, inside a transaction.
 */
final class FileRows {

  private final Sql sql;
  // Rows that revisions had before their lines were read again; they keep them.
  private final Map<RevisionKey, Long> formerIds;
  // Files beyond it are new and have nothing that ends; a first capture saves half its time by
  // that.
  private long lastFile;

  FileRows(Sql sql, long lastFile, Map<RevisionKey, Long> formerIds) {
    this.sql = sql;
    this.lastFile = lastFile;
    this.formerIds = formerIds;
  }

  /** A file's state before an act, and the row of its new revision. */
  record Saved(long revision, boolean wasPresent) {}

  Saved revise(LineContext in, Detail.Revised revised, FileState state, long path)
      throws IOException {
    long at = Times.nanos(in.header().at());
    // A gathered copy was what counted from when it was saved, not only from now.
    long since =
        revised.origin() == Origin.GATHER ? Math.min(at, Times.nanos(state.modified())) : at;
    Before before = Before.NOTHING;
    if (revised.file() <= lastFile) {
      before = before(revised.file());
      // A desk with a late clock must not make a revision current before the one it follows.
      since = Math.max(since, before.currentFrom());
      endCurrent(revised.file(), since);
    }
    long revision = insert(in, revised, state, path, since, !before.known());
    long from = since < at ? Math.min(since, in.countsFrom()) : in.countsFrom();
    if (revised.file() <= lastFile) {
      from = endState(revised.file(), from, in.segment());
    }
    sql.update(
        """
        INSERT INTO file VALUES (?1, ?2, 1, ?3, ?4, ?5, ?6, NULL)
        ON CONFLICT (id) DO UPDATE
        SET present = 1, last_number = ?3, current = ?4, touched = ?5, state = ?6,
          gone_from = NULL""",
        revised.file(),
        in.shelf(),
        revised.number(),
        revision,
        in.segment(),
        newState(revised.file(), path, revision, state, from, in.segment()));
    lastFile = Math.max(lastFile, revised.file());
    return new Saved(revision, before.present());
  }

  private long insert(
      LineContext in, Detail.Revised revised, FileState state, long path, long since, boolean fresh)
      throws IOException {
    return sql.insert(
        """
        INSERT INTO revision (id, file, number, segment, line, at, current_from, current_until,
          path, size, modified, mode, owner, file_key, content, levels, link, origin,
          from_number, desk, person, was_number, after_removal, summary)
        VALUES (?22,?1,?2,?3,?4,?5,?6,?7,?8,?9,?10,?11,?12,?13,?14,?15,?16,?17,?18,?19,?20,?23,
          COALESCE((SELECT NOT present FROM file WHERE id = ?1), 0),
          CASE WHEN ?21 OR EXISTS (SELECT 1 FROM revision AS former WHERE former.file = ?1
            AND former.number = ?2 - 1 AND former.content IS ?14 AND former.link IS ?16)
            THEN '' END)""",
        revised.file(),
        revised.number(),
        in.segment(),
        in.key().line(),
        Times.nanos(in.header().at()),
        since,
        Times.NEVER,
        path,
        state.size(),
        Times.file(state.modified()),
        state.mode().orElse(null),
        state.owner().orElse(null),
        state.key().orElse(null),
        state.content().map(content -> content.id().bytes()).orElse(null),
        state.content().map(content -> content.levels()).orElse(0),
        state.link().map(Names::bytes).orElse(null),
        revised.origin().word(),
        revised.from().isPresent() ? revised.from().getAsInt() : null,
        in.header().desk(),
        in.header().by(),
        fresh,
        formerIds.get(in.key()),
        revised.was().map(Detail.FormerNumber::number).orElse(null));
  }

  /** The number of a revision that was erased stays used. */
  void useNumber(Detail.Revised revised) throws IOException {
    int known =
        sql.update(
            "UPDATE file SET last_number = MAX(last_number, ?) WHERE id = ?",
            revised.number(),
            revised.file());
    if (known == 0) {
      sql.update("INSERT OR REPLACE INTO erased VALUES (?,?)", revised.file(), revised.number());
      lastFile = Math.max(lastFile, revised.file());
    }
  }

  /** Another path, time or mode of a file that has no new revision. */
  void change(LineContext in, long file, long path, FileState state) throws IOException {
    Optional<Long> revision =
        sql.first(row -> row.getLong(1), "SELECT current FROM file WHERE id = ?", file);
    if (revision.isEmpty()) {
      // It was erased with all its history; the log still says this.
      return;
    }
    long since = endState(file, in.countsFrom(), in.segment());
    sql.update(
        "UPDATE file SET touched = ?, state = ? WHERE id = ?",
        in.segment(),
        newState(file, path, revision.get(), state, since, in.segment()),
        file);
  }

  /** Notes that a file had another path than this one, if it had. */
  void noteFormer(long file, long path) throws IOException {
    sql.update(
        """
        INSERT OR IGNORE INTO former SELECT state.path, file.id
        FROM file JOIN state ON state.id = file.state WHERE file.id = ? AND state.path <> ?""",
        file,
        path);
  }

  /** Returns whether the file was there. */
  boolean remove(LineContext in, long file) throws IOException {
    endState(file, in.countsFrom(), in.segment());
    int there =
        sql.update(
            """
            UPDATE file SET present = 0, touched = ?,
              gone_from = (SELECT path FROM state WHERE state.id = file.state)
            WHERE id = ? AND present""",
            in.segment(),
            file);
    endCurrent(file, Math.max(Times.nanos(in.header().at()), before(file).currentFrom()));
    return there > 0;
  }

  /**
   * @param known whether any line of the log spoke of the file before
   */
  private record Before(long currentFrom, boolean present, boolean known) {
    static final Before NOTHING = new Before(Long.MIN_VALUE, false, false);
  }

  private Before before(long file) throws IOException {
    return sql.first(
            row ->
                row.getBoolean(3)
                    ? new Before(row.getLong(1), row.getBoolean(2), true)
                    : Before.NOTHING,
            """
            SELECT MAX(current_from), (SELECT present FROM file WHERE id = ?1),
              EXISTS (SELECT 1 FROM file WHERE id = ?1)
                OR EXISTS (SELECT 1 FROM erased WHERE file = ?1)
            FROM revision WHERE file = ?1""",
            file)
        .orElseThrow();
  }

  /** Returns the row of the state. */
  private long newState(
      long file, long path, long revision, FileState state, long since, long segment)
      throws IOException {
    return sql.insert(
        """
        INSERT INTO state (file, path, revision, modified, mode, from_at, until_at, from_segment,
          until_segment)
        VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?7)""",
        file,
        path,
        revision,
        Times.file(state.modified()),
        state.mode().orElse(null),
        since,
        Times.NEVER,
        segment);
  }

  private record StandingState(long state, long from) {}

  /**
   * Ends what stands, if anything does, and returns since when another state counts. A clock that
   * is late must not make anything end before it began: the log has the order.
   */
  private long endState(long file, long at, long segment) throws IOException {
    Optional<StandingState> standing =
        sql.first(
            row -> new StandingState(row.getLong(1), row.getLong(2)),
            """
            SELECT state.id, state.from_at FROM file JOIN state ON state.id = file.state
            WHERE file.id = ? AND file.present""",
            file);
    if (standing.isEmpty()) {
      return at;
    }
    long since = Math.max(at, standing.get().from());
    sql.update(
        "UPDATE state SET until_at = ?, until_segment = ? WHERE id = ?",
        since,
        segment,
        standing.get().state());
    return since;
  }

  private void endCurrent(long file, long at) throws IOException {
    sql.update(
        """
        UPDATE revision SET current_until = ?
        WHERE id = (SELECT current FROM file WHERE id = ?) AND current_until = ?""",
        at,
        file,
        Times.NEVER);
  }
}
