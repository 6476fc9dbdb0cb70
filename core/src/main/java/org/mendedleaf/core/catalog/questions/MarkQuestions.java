package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;

/** Questions about what people say of revisions and files. Safe for several threads. */
public final class MarkQuestions {

  private static final String NOTES =
      """
      SELECT revision.number, note.text, note.at, note.person FROM revision
      JOIN note ON note.revision = revision.id WHERE revision.file = ? ORDER BY note.id""";

  private static final String ISSUES =
      """
      SELECT revision.number, issue.letter, issue.at, issue.person FROM issue
      JOIN revision ON revision.id = issue.revision WHERE issue.file = ? ORDER BY issue.letter""";

  private final Sql sql;

  public MarkQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * The marks on the revisions of a file, by revision number; revisions without any are left out.
   */
  public Map<Integer, RevisionMarks> of(long file) throws IOException {
    Map<Integer, List<RevisionMarks.Note>> notes = each(file, NOTES, MarkQuestions::note);
    Map<Integer, RevisionMarks.Good> good =
        last(
            file,
            "revision.number, good.at, good.person FROM revision JOIN good",
            row -> new RevisionMarks.Good(Times.of(row.getLong(2)), row.getString(3)));
    Map<Integer, RevisionMarks.Hold> holds =
        last(
            file,
            "revision.number, held.why, held.at, held.person, held.until FROM revision JOIN held",
            row ->
                new RevisionMarks.Hold(
                    row.getString(2),
                    end(row.getLong(5)),
                    Times.of(row.getLong(3)),
                    row.getString(4)));
    Map<Integer, Arrived> arrived =
        last(
            file,
            "revision.number, name, folder, arrived.modified FROM revision JOIN arrived",
            row -> new Arrived(row.getString(2), row.getString(3), Times.file(row, 4), ""));
    Map<Integer, RevisionMarks.Issue> issues = newest(each(file, ISSUES, MarkQuestions::issue));
    Map<Integer, RevisionMarks.NoticeGiven> notices =
        last(
            file,
            "revision.number, until, cause, on_notice.at, on_notice.person FROM revision JOIN on_notice",
            row ->
                new RevisionMarks.NoticeGiven(
                    Times.of(row.getLong(2)),
                    NoticeCause.valueOf(row.getString(3)),
                    Times.of(row.getLong(4)),
                    row.getString(5)));
    Map<Integer, RevisionMarks> marks = new HashMap<>();
    for (Map<Integer, ?> some : List.of(notes, good, holds, arrived, issues, notices)) {
      for (Integer number : some.keySet()) {
        marks.put(
            number,
            new RevisionMarks(
                notes.getOrDefault(number, List.of()),
                Optional.ofNullable(good.get(number)),
                Optional.ofNullable(holds.get(number)),
                Optional.ofNullable(arrived.get(number)),
                Optional.ofNullable(issues.get(number)),
                Optional.ofNullable(notices.get(number))));
      }
    }
    return marks;
  }

  private static RevisionMarks.Note note(ResultSet row) throws SQLException {
    return new RevisionMarks.Note(row.getString(2), Times.of(row.getLong(3)), row.getString(4));
  }

  private static RevisionMarks.Issue issue(ResultSet row) throws SQLException {
    return new RevisionMarks.Issue(row.getInt(2), Times.of(row.getLong(3)), row.getString(4));
  }

  /** All marks of one kind, by the number of the revision, which is the first column. */
  private <T> Map<Integer, List<T>> each(long file, String marks, Sql.RowReader<T> reader)
      throws IOException {
    Map<Integer, List<T>> found = new HashMap<>();
    sql.list(row -> new MarkedNumber<>(row.getInt(1), reader.read(row)), marks, file)
        .forEach(one -> found.computeIfAbsent(one.number(), n -> new ArrayList<>()).add(one.it()));
    return found;
  }

  /**
   * The mark of a kind of which a revision has one at most.
   *
   * @param marks what to select, with the mark's own table last
   */
  private <T> Map<Integer, T> last(long file, String marks, Sql.RowReader<T> reader)
      throws IOException {
    String table = marks.substring(marks.lastIndexOf(' ') + 1);
    return newest(
        each(
            file,
            "SELECT %s ON %s.revision = revision.id WHERE revision.file = ?"
                .formatted(marks, table),
            reader));
  }

  private static <T> Map<Integer, T> newest(Map<Integer, List<T>> all) {
    Map<Integer, T> newest = new HashMap<>();
    all.forEach((number, some) -> newest.put(number, some.get(some.size() - 1)));
    return newest;
  }

  /** A revision that was let go and is still there. */
  public record OnNotice(long file, int number, Instant until, NoticeCause cause, String by) {}

  /** All revisions of a shelf that are on notice. */
  public List<OnNotice> onNotice(long shelf) throws IOException {
    return noticed(shelf, "");
  }

  /** Those of them that somebody wants erased. */
  public List<OnNotice> toBeErased(long shelf) throws IOException {
    return noticed(shelf, "AND cause IN ('ERASURE', 'ERASURE_NAMED')");
  }

  private List<OnNotice> noticed(long shelf, String which) throws IOException {
    return sql.list(
        row ->
            new OnNotice(
                row.getLong(1),
                row.getInt(2),
                Times.of(row.getLong(3)),
                NoticeCause.valueOf(row.getString(4)),
                row.getString(5)),
        """
        SELECT revision.file, revision.number, on_notice.until, cause, on_notice.person FROM on_notice
        JOIN revision ON revision.id = on_notice.revision JOIN file ON file.id = revision.file
        WHERE file.shelf = ? %s ORDER BY revision.file, revision.number"""
            .formatted(which),
        shelf);
  }

  /**
   * One mark of one revision.
   *
   * @param until when a hold ends; empty for one that does not, and for other marks
   */
  public record Marked(long file, int number, String mark, Optional<Instant> until) {}

  private static Optional<Instant> end(long nanos) {
    return nanos == Times.NEVER ? Optional.empty() : Optional.of(Times.of(nanos));
  }

  /**
   * What is said of all revisions of a shelf that may keep them: "held", "good", "issued", "noted",
   * "snapshot", and "doubtful" for what was found and nobody called meant or good.
   */
  public List<Marked> ofShelf(long shelf) throws IOException {
    return sql.list(
        row -> new Marked(row.getLong(1), row.getInt(2), row.getString(3), end(row.getLong(4))),
        // From the marks to the revisions, never the other way: few of a million are marked.
        """
        SELECT revision.file, revision.number, 'held', held.until FROM held
          CROSS JOIN revision ON revision.id = held.revision
          CROSS JOIN file ON file.id = revision.file WHERE file.shelf = ?1
        UNION SELECT revision.file, revision.number, 'good', ?2 FROM good
          CROSS JOIN revision ON revision.id = good.revision
          CROSS JOIN file ON file.id = revision.file WHERE file.shelf = ?1
        UNION SELECT revision.file, revision.number, 'issued', ?2 FROM issue
          CROSS JOIN revision ON revision.id = issue.revision
          CROSS JOIN file ON file.id = revision.file WHERE file.shelf = ?1
        UNION SELECT revision.file, revision.number, 'noted', ?2 FROM note
          CROSS JOIN revision ON revision.id = note.revision
          CROSS JOIN file ON file.id = revision.file
          WHERE file.shelf = ?1 AND note.text <> '' AND note.id =
            (SELECT MAX(id) FROM note AS last WHERE last.revision = revision.id)
        UNION SELECT revision.file, revision.number, 'doubtful', ?2 FROM finding
          CROSS JOIN revision ON revision.id = finding.revision
          CROSS JOIN file ON file.id = revision.file WHERE file.shelf = ?1
            AND NOT EXISTS (SELECT 1 FROM meant WHERE meant.revision = revision.id)
            AND NOT EXISTS (SELECT 1 FROM good WHERE good.revision = revision.id)
        UNION SELECT revision.file, revision.number, 'snapshot', ?2 FROM snapshot
          CROSS JOIN state
            ON state.from_segment <= snapshot.segment AND state.until_segment > snapshot.segment
          CROSS JOIN revision ON revision.id = state.revision
          CROSS JOIN file ON file.id = revision.file
          CROSS JOIN path ON path.id = state.path
          WHERE snapshot.shelf = ?1 AND snapshot.unlabelled IS NULL AND file.shelf = ?1
            AND (LENGTH(snapshot.path) = 0
              OR SUBSTR(path.inner, 1, LENGTH(snapshot.path) + 1)
                = CAST(snapshot.path || X'2F' AS BLOB))""",
        shelf,
        Times.NEVER);
  }

  private record MarkedNumber<T>(int number, T it) {}

  /** What people say a file is. */
  public Description description(long file) throws IOException {
    return sql.first(row -> row.getString(1), "SELECT says FROM described WHERE file = ?", file)
        .map(says -> Description.decode(MetadataFormat.parse(says)))
        .orElse(Description.NONE);
  }
}
