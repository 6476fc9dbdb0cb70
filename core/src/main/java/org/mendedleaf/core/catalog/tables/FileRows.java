package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
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

  private static final String STAND = "INSERT INTO file VALUES (?1, ?2, 1, ?3, ?4, ?5, ?6, NULL)";
  private static final String STAND_AGAIN =
      """
      UPDATE file SET present = 1, last_number = ?3, current = ?4, touched = ?5,
        state = ?6, gone_from = NULL WHERE id = ?1""";

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
    boolean isNew = revised.file() > lastFile;
    Optional<StandingRows> before = isNew ? Optional.empty() : standing(revised.file());
    if (before.isPresent()) {
      // A desk with a late clock must not make a revision current before the one it follows.
      since = Math.max(since, before.get().currentFrom());
      endCurrent(before.get(), since);
    }
    // What is the same as before needs no summary, and what is first has none.
    boolean isSummed =
        before.isPresent()
            ? before.get().isFollowedAlikeBy(revised, state)
            : isNew || !isErased(revised.file());
    boolean afterRemoval = before.isPresent() && !before.get().present();
    long revision = insert(in, revised, state, path, since, afterRemoval, isSummed ? "" : null);
    long from = since < at ? Math.min(since, in.countsFrom()) : in.countsFrom();
    if (before.isPresent()) {
      from = endState(before.get(), from, in.segment());
    }
    sql.update(
        before.isPresent() ? STAND_AGAIN : STAND,
        revised.file(),
        in.shelf(),
        revised.number(),
        revision,
        in.segment(),
        newState(revised.file(), path, revision, state, from, in.segment()));
    lastFile = Math.max(lastFile, revised.file());
    return new Saved(revision, before.isPresent() && before.get().present());
  }

  private long insert(
      LineContext in,
      Detail.Revised revised,
      FileState state,
      long path,
      long since,
      boolean afterRemoval,
      @Nullable String summary)
      throws IOException {
    return sql.insert(
        """
        INSERT INTO revision (id, file, number, segment, line, at, current_from, current_until,
          path, size, modified, mode, owner, file_key, content, levels, link, origin,
          from_number, desk, person, was_number, after_removal, summary)
        VALUES (?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?)""",
        formerIds.get(in.key()),
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
        content(state),
        state.content().map(content -> content.levels()).orElse(0),
        link(state),
        revised.origin().word(),
        revised.from().isPresent() ? revised.from().getAsInt() : null,
        in.header().desk(),
        in.header().by(),
        revised.was().map(Detail.FormerNumber::number).orElse(null),
        afterRemoval,
        summary);
  }

  private static byte @Nullable [] content(FileState state) {
    return state.content().map(content -> content.id().bytes()).orElse(null);
  }

  private static byte @Nullable [] link(FileState state) {
    return state.link().map(Names::bytes).orElse(null);
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
    Optional<StandingRows> before = standing(file);
    if (before.isEmpty()) {
      // It was erased with all its history; the log still says this.
      return;
    }
    long since = endState(before.get(), in.countsFrom(), in.segment());
    sql.update(
        "UPDATE file SET touched = ?, state = ? WHERE id = ?",
        in.segment(),
        newState(file, path, before.get().revision(), state, since, in.segment()),
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
    Optional<StandingRows> before = standing(file);
    if (before.isEmpty()) {
      return false;
    }
    endState(before.get(), in.countsFrom(), in.segment());
    int there =
        sql.update(
            """
            UPDATE file SET present = 0, touched = ?,
              gone_from = (SELECT path FROM state WHERE state.id = file.state)
            WHERE id = ? AND present""",
            in.segment(),
            file);
    endCurrent(before.get(), Math.max(Times.nanos(in.header().at()), before.get().currentFrom()));
    return there > 0;
  }

  private boolean isErased(long file) throws IOException {
    return sql.first(row -> true, "SELECT 1 FROM erased WHERE file = ?", file).isPresent();
  }

  /**
   * A file as it is before a line is applied.
   *
   * @param revision the row of its current revision, or of the last one if it is gone
   * @param currentFrom of that: none before it began later
   * @param isOpen whether that revision is current now
   * @param state the row of what stands, or stood last
   */
  private record StandingRows(
      boolean present,
      long revision,
      int number,
      long currentFrom,
      boolean isOpen,
      byte @Nullable [] content,
      byte @Nullable [] link,
      long state,
      long stateFrom) {

    boolean isFollowedAlikeBy(Detail.Revised next, FileState now) {
      return number == next.number() - 1
          && Arrays.equals(content, FileRows.content(now))
          && Arrays.equals(link, FileRows.link(now));
    }
  }

  private Optional<StandingRows> standing(long file) throws IOException {
    return sql.first(
        row ->
            new StandingRows(
                row.getBoolean(1),
                row.getLong(2),
                row.getInt(3),
                row.getLong(4),
                row.getLong(5) == Times.NEVER,
                row.getBytes(6),
                row.getBytes(7),
                row.getLong(8),
                row.getLong(9)),
        """
        SELECT file.present, revision.id, revision.number, revision.current_from,
          revision.current_until, revision.content, revision.link, state.id, state.from_at
        FROM file JOIN revision ON revision.id = file.current JOIN state ON state.id = file.state
        WHERE file.id = ?""",
        file);
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

  /**
   * Ends what stands, if anything does, and returns since when another state counts. A clock that
   * is late must not make anything end before it began: the log has the order.
   */
  private long endState(StandingRows standing, long at, long segment) throws IOException {
    if (!standing.present()) {
      return at;
    }
    long since = Math.max(at, standing.stateFrom());
    sql.update(
        "UPDATE state SET until_at = ?, until_segment = ? WHERE id = ?",
        since,
        segment,
        standing.state());
    return since;
  }

  private void endCurrent(StandingRows standing, long at) throws IOException {
    if (standing.isOpen()) {
      sql.update("UPDATE revision SET current_until = ? WHERE id = ?", at, standing.revision());
    }
  }
}
