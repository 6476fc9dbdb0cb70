package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.findings.DoubtfulRevision;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.format.ContentId;

/**
 * What was found doubtful about revisions, and what is still to be examined. For several threads.
 */
public final class FindingQuestions {

  private static final String OF_REVISION = "JOIN revision ON revision.id = finding.revision ";

  /** What a person said of a revision goes before anything that was found. */
  private static final String UNSAID =
      """
        AND NOT EXISTS (SELECT 1 FROM meant WHERE meant.revision = revision.id)
        AND NOT EXISTS (SELECT 1 FROM good WHERE good.revision = revision.id)
      """;

  private static final String DOUBTFUL =
      "EXISTS (SELECT 1 FROM finding WHERE finding.revision = revision.id)" + UNSAID;

  private static final String HURT =
      "EXISTS (SELECT 1 FROM finding WHERE finding.revision = revision.id"
          + " AND finding.strength <> 'worth-a-look')"
          + UNSAID;

  private final Sql sql;

  public FindingQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * Commits whose revisions were not all examined yet, in the order in which that is to be done:
   * first those of files that had a past, oldest first.
   */
  public List<Long> unscreened(int limit) throws IOException {
    return sql.list(
        row -> row.getLong(1),
        """
        SELECT number FROM segment WHERE (saved > 0 OR gone > 0)
          AND number NOT IN (SELECT segment FROM screened)
          AND number NOT IN (SELECT segment FROM examined)
        ORDER BY NOT EXISTS (SELECT 1 FROM revision
          WHERE revision.segment = segment.number AND revision.number > 0), number LIMIT ?""",
        limit);
  }

  /** Commits that were examined on this desk and of which the log does not say so yet. */
  public List<Long> examinedHere() throws IOException {
    return sql.list(
        row -> row.getLong(1),
        """
        SELECT segment FROM examined WHERE segment NOT IN (SELECT segment FROM screened)
        ORDER BY segment""");
  }

  /** The last of the first revisions of files that was examined on this desk. */
  public RevisionKey lastFirst() throws IOException {
    Optional<String> last =
        sql.first(row -> row.getString(1), "SELECT value FROM about WHERE key = 'first states'");
    if (last.isEmpty()) {
      return new RevisionKey(0, 0);
    }
    int between = last.get().indexOf(' ');
    return new RevisionKey(
        Long.parseLong(last.get().substring(0, between)),
        Integer.parseInt(last.get().substring(between + 1)));
  }

  /**
   * The first revisions of files that hold bytes and of which nothing was found, in the order in
   * which they were recorded.
   *
   * @param after which to begin
   */
  public List<Revision> firstOnes(RevisionKey after, int limit) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        FileQuestions.REVISION
            + """
            WHERE (segment, line) > (?, ?) AND content IS NOT NULL
              AND NOT EXISTS (SELECT 1 FROM revision AS earlier
                WHERE earlier.file = revision.file AND earlier.number < revision.number)
              AND NOT EXISTS (SELECT 1 FROM finding WHERE finding.revision = revision.id)
            ORDER BY segment, line LIMIT ?""",
        after.segment(),
        after.line(),
        limit);
  }

  /** The newest revision of a file before this one that holds bytes and is not hurt. */
  public OptionalInt unhurtBefore(long file, int number) throws IOException {
    return number(
        "SELECT number FROM revision WHERE file = ? AND number < ? AND content IS NOT NULL AND NOT ("
            + HURT
            + ") ORDER BY number DESC LIMIT 1",
        file,
        number);
  }

  /** The newest revision of a file before this one that holds bytes and has no open finding. */
  public OptionalInt undoubtedBefore(long file, int number) throws IOException {
    return number(
        "SELECT number FROM revision WHERE file = ? AND number < ? AND content IS NOT NULL AND NOT ("
            + DOUBTFUL
            + ") ORDER BY number DESC LIMIT 1",
        file,
        number);
  }

  /** The newest revision of a file before this one that has this content and an open finding. */
  public OptionalInt doubtfulWith(long file, int number, ContentId content) throws IOException {
    return number(
        "SELECT number FROM revision WHERE file = ? AND number < ? AND content = ? AND "
            + DOUBTFUL
            + " ORDER BY number DESC LIMIT 1",
        file,
        number,
        content.bytes());
  }

  /** The first revision of a file after this one. */
  public OptionalInt firstAfter(long file, int number) throws IOException {
    return number(
        "SELECT number FROM revision WHERE file = ? AND number > ? ORDER BY number LIMIT 1",
        file,
        number);
  }

  /** The number of the earliest revision of a file before this one that has this content. */
  public OptionalInt earlierWith(long file, int number, ContentId content) throws IOException {
    return number(
        """
        SELECT number FROM revision WHERE file = ? AND number < ? AND content = ?
        ORDER BY number LIMIT 1""",
        file,
        number,
        content.bytes());
  }

  /**
   * Other files of the same store that had exactly this content before a revision was recorded and
   * after it: what they got later they may have got from it, and what was moved here is not theirs
   * any more.
   *
   * @param revision with this content
   */
  public List<Long> filesWith(ContentId content, Revision revision, int limit) throws IOException {
    return sql.list(
        row -> row.getLong(1),
        """
        SELECT DISTINCT file FROM revision
        WHERE content = ? AND file <> ? AND segment < ? AND current_until > ? LIMIT ?""",
        content.bytes(),
        revision.file(),
        revision.key().segment(),
        Times.nanos(revision.at()),
        limit);
  }

  /** The findings of a revision that nobody called meant or good. */
  public List<Finding> open(long file, int number) throws IOException {
    return sql.list(
        FindingQuestions::finding,
        "SELECT finding.* FROM finding "
            + OF_REVISION
            + "WHERE revision.file = ? AND revision.number = ? AND "
            + DOUBTFUL,
        file,
        number);
  }

  /** A revision of which something doubtful was called meant. */
  public record MeantBefore(long file, InnerPath path) {}

  /** What people called meant of this kind on a file's shelf. */
  public List<MeantBefore> meantBefore(long file, FindingKind kind) throws IOException {
    return sql.list(
        row -> new MeantBefore(row.getLong(1), InnerPath.ofBytes(row.getBytes(2))),
        """
        SELECT file.id, path.inner FROM meant
        CROSS JOIN finding ON finding.revision = meant.revision AND finding.kind = ?
        JOIN revision ON revision.id = meant.revision JOIN path ON path.id = revision.path
        JOIN file ON file.id = revision.file
        WHERE file.shelf = (SELECT shelf FROM file WHERE id = ?)""",
        kind.word(),
        file);
  }

  /** The newest state of a file that is believed to be good. */
  public OptionalInt lastGood(long file) throws IOException {
    return number(
        "SELECT number FROM revision WHERE file = ? AND content IS NOT NULL"
            + " AND (segment IN (SELECT segment FROM screened)"
            + " OR segment IN (SELECT segment FROM examined)"
            + " OR EXISTS (SELECT 1 FROM good WHERE good.revision = revision.id)) AND NOT ("
            + DOUBTFUL
            + ") ORDER BY number DESC LIMIT 1",
        file);
  }

  /** The sizes of a file's last distinct contents before a revision, newest first. */
  public List<Long> sizesBefore(long file, int number, int limit) throws IOException {
    return sql.list(
        row -> row.getLong(1),
        """
        SELECT size FROM revision WHERE file = ? AND number < ? AND content IS NOT NULL
        GROUP BY content ORDER BY MAX(number) DESC LIMIT ?""",
        file,
        number,
        limit);
  }

  /**
   * Files of a shelf that are there now, and whose current revision is doubtful; the newest first.
   */
  public List<DoubtfulRevision> current(long shelf) throws IOException {
    // From the findings, of which there are few, and not from the files of the shelf.
    return doubtful(
        """
        CROSS JOIN revision ON revision.id = finding.revision
        CROSS JOIN file ON file.id = revision.file AND file.current = revision.id
        WHERE file.shelf = ? AND file.present"""
            + UNSAID,
        shelf);
  }

  /** How many files of a shelf there are whose current revision is damaged. */
  public int damaged(long shelf) throws IOException {
    return sql.first(
            row -> row.getInt(1),
            """
            SELECT COUNT(DISTINCT file.id) FROM finding
            CROSS JOIN revision ON revision.id = finding.revision
            CROSS JOIN file ON file.id = revision.file AND file.current = revision.id
            WHERE file.shelf = ? AND file.present AND finding.strength <> 'worth-a-look'"""
                + UNSAID,
            shelf)
        .orElse(0);
  }

  /** Everything that was ever doubtful about a file, and what people said of it. */
  public List<DoubtfulRevision> of(long file) throws IOException {
    return doubtful(OF_REVISION + "WHERE revision.file = ?", file);
  }

  private record FoundRow(DoubtfulRevision revision, Finding finding) {}

  private List<DoubtfulRevision> doubtful(String which, long of) throws IOException {
    Map<Long, DoubtfulRevision> all = new LinkedHashMap<>();
    for (FoundRow row :
        sql.list(
            FindingQuestions::row,
            """
            SELECT finding.*, revision.file, revision.number, revision.at AS recorded,
              said.why, said.at AS said_at, said.person AS said_by
            FROM finding LEFT JOIN meant AS said ON said.revision = finding.revision
            """
                + which
                + " ORDER BY revision.at DESC, revision.id DESC",
            of)) {
      DoubtfulRevision one = row.revision();
      long key = one.file() << 32 | one.number();
      DoubtfulRevision before = all.get(key);
      List<Finding> findings = new ArrayList<>(before == null ? List.of() : before.findings());
      findings.add(row.finding());
      findings.sort((a, b) -> a.strength().compareTo(b.strength()));
      all.put(
          key,
          new DoubtfulRevision(
              one.file(), one.number(), one.at(), List.copyOf(findings), one.meant()));
    }
    return List.copyOf(all.values());
  }

  private static FoundRow row(ResultSet row) throws SQLException {
    String why = row.getString("why");
    return new FoundRow(
        new DoubtfulRevision(
            row.getLong("file"),
            row.getInt("number"),
            Times.of(row.getLong("recorded")),
            List.of(),
            why == null
                ? Optional.empty()
                : Optional.of(
                    new DoubtfulRevision.SaidMeant(
                        why, Times.of(row.getLong("said_at")), row.getString("said_by")))),
        finding(row));
  }

  private static Finding finding(ResultSet row) throws SQLException {
    long other = row.getLong("other");
    return new Finding(
        FindingKind.of(row.getString("kind")),
        FindingStrength.of(row.getString("strength")),
        row.getLong("measured"),
        row.getLong("usual"),
        other == 0 ? OptionalLong.empty() : OptionalLong.of(other));
  }

  private OptionalInt number(String question, Object... values) throws IOException {
    return sql.first(row -> OptionalInt.of(row.getInt(1)), question, values)
        .orElse(OptionalInt.empty());
  }
}
