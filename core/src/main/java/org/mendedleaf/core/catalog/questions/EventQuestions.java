package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.history.Act;

/** Many files that were hurt at once, and what they are made out by. For several threads. */
public final class EventQuestions {

  private static final String EVENTS =
      """
      SELECT mass_event.*, began.counts_from AS began, ended.counts_from AS ended FROM mass_event
      JOIN segment AS began ON began.number = mass_event.first
      JOIN segment AS ended ON ended.number = mass_event.last
      """;

  /** What was so when it was first recorded did not happen then. */
  private static final String DAMAGED =
      """
      EXISTS (SELECT 1 FROM finding WHERE finding.revision = revision.id
          AND finding.strength <> 'worth-a-look' AND finding.usual <> -1)
        AND NOT EXISTS (SELECT 1 FROM meant WHERE meant.revision = revision.id)
        AND NOT EXISTS (SELECT 1 FROM good WHERE good.revision = revision.id)
      """;

  private final Sql sql;

  public EventQuestions(Sql sql) {
    this.sql = sql;
  }

  /** All that was found on a shelf, the newest first. */
  public List<MassEvent> of(long shelf) throws IOException {
    return sql.list(
        EventQuestions::event,
        EVENTS + "WHERE mass_event.shelf = ? ORDER BY mass_event.first DESC",
        shelf);
  }

  private static MassEvent event(ResultSet row) throws SQLException {
    String why = row.getString("why");
    return new MassEvent(
        row.getLong("shelf"),
        row.getLong("first"),
        row.getLong("last"),
        Times.of(row.getLong("began")),
        Times.of(row.getLong("ended")),
        row.getInt("damaged"),
        row.getInt("scrambled"),
        row.getInt("removed"),
        why == null
            ? Optional.empty()
            : Optional.of(
                new MassEvent.PersonsWord(
                    why, Times.of(row.getLong("at")), row.getString("person"))));
  }

  /** A capture of a shelf. */
  public record ShelfCapture(long segment, long shelf, Instant at) {}

  /** The capture that made this commit, if one did. */
  public Optional<ShelfCapture> capture(long segment) throws IOException {
    return sql.first(
        EventQuestions::shelfCapture,
        "SELECT number, shelf, counts_from FROM segment WHERE number = ? AND act = ? AND shelf IS NOT NULL",
        segment,
        Act.CAPTURE.word());
  }

  /** The shelf that a commit was about, if it was about one. */
  public Optional<Long> shelf(long segment) throws IOException {
    return sql.first(
        row -> row.getLong(1),
        "SELECT shelf FROM segment WHERE number = ? AND shelf IS NOT NULL",
        segment);
  }

  /** The captures of a shelf between two times, those times included, in the log's order. */
  public List<ShelfCapture> captures(long shelf, Instant from, Instant to) throws IOException {
    return sql.list(
        EventQuestions::shelfCapture,
        """
        SELECT number, shelf, counts_from FROM segment
        WHERE shelf = ? AND act = ? AND counts_from >= ? AND counts_from <= ? ORDER BY number""",
        shelf,
        Act.CAPTURE.word(),
        Times.nanos(from),
        Times.nanos(to));
  }

  private static ShelfCapture shelfCapture(ResultSet row) throws SQLException {
    return new ShelfCapture(row.getLong(1), row.getLong(2), Times.of(row.getLong(3)));
  }

  /**
   * A file that a commit of a shelf touched.
   *
   * @param folder that it lies or lay in, as the catalogue numbers paths
   * @param number of its first state that is left
   */
  public record TouchedFile(long file, long segment, long folder, int number) {}

  /** Files of a shelf of which commits from one to another recorded a damaged revision. */
  public List<TouchedFile> damaged(long shelf, long first, long last) throws IOException {
    return touched(
        """
        SELECT file.id, MAX(revision.segment), path.folder, revision.number FROM revision
        JOIN file ON file.id = revision.file JOIN path ON path.id = revision.path
        WHERE revision.segment BETWEEN ? AND ? AND file.shelf = ? AND %s GROUP BY file.id"""
            .formatted(DAMAGED),
        first,
        last,
        shelf);
  }

  /** Files of a shelf that are gone since commits from one to another. */
  public List<TouchedFile> gone(long shelf, long first, long last) throws IOException {
    return touched(
        """
        SELECT file.id, file.touched, path.folder, file.last_number FROM file
        JOIN path ON path.id = file.gone_from
        WHERE file.touched BETWEEN ? AND ? AND file.shelf = ? AND NOT file.present""",
        first,
        last,
        shelf);
  }

  /** Files of a shelf that are there and came with commits from one to another. */
  public List<TouchedFile> added(long shelf, long first, long last) throws IOException {
    return touched(
        """
        SELECT file.id, revision.segment, path.folder, revision.number FROM revision
        JOIN file ON file.id = revision.file JOIN path ON path.id = revision.path
        WHERE revision.segment BETWEEN ? AND ? AND file.shelf = ? AND file.present
          AND NOT EXISTS (SELECT 1 FROM revision AS former
            WHERE former.file = file.id AND former.number < revision.number)
        ORDER BY revision.id""",
        first,
        last,
        shelf);
  }

  private List<TouchedFile> touched(String question, long first, long last, long shelf)
      throws IOException {
    return sql.list(
        row -> new TouchedFile(row.getLong(1), row.getLong(2), row.getLong(3), row.getInt(4)),
        question,
        first,
        last,
        shelf);
  }

  /** How many files lie directly in a folder now. */
  public int filesIn(long folder) throws IOException {
    return sql.first(
            row -> row.getInt(1),
            """
            SELECT COUNT(*) FROM path CROSS JOIN state
              ON state.path = path.id AND state.until_at = ? WHERE path.folder = ?""",
            Times.NEVER,
            folder)
        .orElse(0);
  }

  /**
   * A file that an event hurt.
   *
   * @param before the number of the revision that was current before; negative if there was none
   */
  public record EventFile(long file, int before) {}

  /**
   * The files that an event hurt and that are still damaged or gone, or are so again since somebody
   * took back what had mended them.
   */
  public List<EventFile> stillHurt(MassEvent event) throws IOException {
    return sql.list(
        row -> new EventFile(row.getLong(1), row.getInt(2)),
        """
        SELECT hurt.id, COALESCE((SELECT MAX(number) FROM revision
          WHERE revision.file = hurt.id AND revision.current_from < ?4), -1)
        FROM (
          SELECT file.id FROM file JOIN segment ON segment.number = file.touched
          WHERE file.shelf = ?1 AND NOT file.present AND file.touched BETWEEN ?2 AND ?3
            AND segment.act = ?5
          UNION
          SELECT file.id FROM file JOIN segment ON segment.number = file.touched
            JOIN state ON state.file = file.id
          WHERE file.shelf = ?1 AND NOT file.present AND segment.act = ?6
            AND state.until_segment BETWEEN ?2 AND ?3
            AND NOT EXISTS (SELECT 1 FROM state AS next
              WHERE next.file = file.id AND next.from_segment = state.until_segment)
          UNION
          SELECT file.id FROM revision
            JOIN segment ON segment.number = revision.segment AND segment.act = ?5
            JOIN file ON file.id = revision.file
          WHERE revision.segment BETWEEN ?2 AND ?3 AND file.shelf = ?1 AND %s
            AND (NOT file.present OR EXISTS (SELECT 1 FROM finding
              WHERE finding.revision = file.current
                AND NOT EXISTS (SELECT 1 FROM meant WHERE meant.revision = file.current)
                AND NOT EXISTS (SELECT 1 FROM good WHERE good.revision = file.current)))
        ) AS hurt ORDER BY hurt.id"""
            .formatted(DAMAGED),
        event.shelf(),
        event.first(),
        event.last(),
        Times.nanos(event.from()),
        Act.CAPTURE.word(),
        Act.UNDO.word());
  }
}
