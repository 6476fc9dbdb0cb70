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
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.SaverSource;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/** Questions about shelves, files and their revisions. Safe for several threads. */
public final class FileQuestions {

  private static final String FILE =
      """
      SELECT file.id, file.shelf, path.inner, file.present, file.last_number
      FROM file JOIN state ON state.id = file.state JOIN path ON path.id = state.path
      """;

  static final String REVISION =
      """
      SELECT revision.*, path.inner FROM revision JOIN path ON path.id = revision.path
      """;

  private final Sql sql;

  public FileQuestions(Sql sql) {
    this.sql = sql;
  }

  /** The last issue letter that a file was given, from 1; 0 if none was. */
  public int lastLetter(long file) throws IOException {
    return sql.first(row -> row.getInt(1), "SELECT MAX(letter) FROM issue WHERE file = ?", file)
        .orElse(0);
  }

  public Optional<RecordedFile> file(long id) throws IOException {
    return sql.first(FileQuestions::readFile, FILE + "WHERE file.id = ?", id);
  }

  /** The file that is at this path now. */
  public Optional<RecordedFile> presentAt(long shelf, InnerPath path) throws IOException {
    return lastAt(shelf, path).filter(RecordedFile::present);
  }

  /** The file that is at this path, or that was there when it was removed last. */
  public Optional<RecordedFile> lastAt(long shelf, InnerPath path) throws IOException {
    return sql.first(
        FileQuestions::readFile,
        """
        SELECT file.id, file.shelf, path.inner, file.present, file.last_number
        FROM path JOIN file ON file.id IN (
          SELECT state.file FROM state WHERE state.path = path.id AND state.until_at = ?3
          UNION ALL SELECT gone.id FROM file AS gone WHERE gone.gone_from = path.id)
        LEFT JOIN revision ON revision.id = file.current
        WHERE path.shelf = ?1 AND path.inner = ?2
        ORDER BY file.present DESC, revision.current_until DESC, file.id DESC LIMIT 1""",
        shelf,
        path.bytes(),
        Times.NEVER);
  }

  /** All revisions of a file, oldest first. */
  public List<Revision> history(long file) throws IOException {
    return sql.list(
        FileQuestions::readRevision, REVISION + "WHERE file = ? ORDER BY segment, line", file);
  }

  /** A revision of a file, and the file. */
  public record Numbered(RecordedFile file, Revision revision) {}

  /**
   * Certain revisions of several files.
   *
   * @param wanted pairs of a file's id and a number; what is not there is left out
   */
  public List<Numbered> revisions(List<long[]> wanted) throws IOException {
    StringBuilder pairs = new StringBuilder("[");
    for (long[] pair : wanted) {
      pairs.append(pairs.length() == 1 ? "" : ",");
      pairs.append('[').append(pair[0]).append(',').append(pair[1]).append(']');
    }
    return sql.list(
        row ->
            new Numbered(
                new RecordedFile(
                    row.getLong("file"),
                    row.getLong("shelf_of_file"),
                    InnerPath.ofBytes(row.getBytes("file_at")),
                    row.getBoolean("present"),
                    row.getInt("last_number")),
                readRevision(row)),
        """
        SELECT revision.*, path.inner, file.shelf AS shelf_of_file, file.present,
          file.last_number, now.inner AS file_at
        FROM json_each(?) AS wanted
        JOIN revision ON revision.file = json_extract(wanted.value, '$[0]')
          AND revision.number = json_extract(wanted.value, '$[1]')
        JOIN path ON path.id = revision.path
        JOIN file ON file.id = revision.file
        JOIN state ON state.id = file.state
        JOIN path AS now ON now.id = state.path
        ORDER BY wanted.id""",
        pairs.append(']').toString());
  }

  /** All revisions of several files, file by file, oldest first. */
  public List<Revision> histories(List<Long> files) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION
            + """
            WHERE revision.file IN (SELECT value FROM json_each(?))
            ORDER BY revision.file, segment, line""",
        files.toString());
  }

  /**
   * A file that left its shelf.
   *
   * @param at when
   * @param newest its newest revision
   */
  public record Gone(RecordedFile file, Instant at, Revision newest) {}

  /** The files that left a shelf and are not back, by path. */
  public List<Gone> gone(long shelf) throws IOException {
    List<Gone> gone = new ArrayList<>();
    for (GoneRow row :
        sql.list(
            row -> new GoneRow(readFile(row), Times.of(row.getLong(6))),
            """
            SELECT file.id, file.shelf, path.inner, file.present, file.last_number,
              (SELECT MAX(state.until_at) FROM state WHERE state.file = file.id)
            FROM file JOIN path ON path.id = file.gone_from
            WHERE file.shelf = ? AND NOT file.present ORDER BY path.inner""",
            shelf)) {
      gone.add(new Gone(row.file(), row.at(), current(row.file().id()).orElseThrow()));
    }
    return gone;
  }

  private record GoneRow(RecordedFile file, Instant at) {}

  /** Every revision of every file that was ever on a shelf, file by file. */
  public List<Revision> allOf(long shelf) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION
            + """
            WHERE revision.file IN (SELECT id FROM file WHERE shelf = ?)
            ORDER BY revision.file, segment, line""",
        shelf);
  }

  /** The current revision of every file that is on a shelf. */
  public List<Revision> currentOf(long shelf) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION
            + """
            WHERE revision.id IN (SELECT current FROM file WHERE shelf = ? AND present)
            ORDER BY revision.file""",
        shelf);
  }

  public Optional<Revision> revision(long file, int number) throws IOException {
    return sql.first(
        FileQuestions::readRevision, REVISION + "WHERE file = ? AND number = ?", file, number);
  }

  /** The newest revision of a file, whether or not the file is still there. */
  public Optional<Revision> current(long file) throws IOException {
    return sql.first(
        FileQuestions::readRevision,
        REVISION + "WHERE revision.id = (SELECT current FROM file WHERE id = ?)",
        file);
  }

  /** The revisions that one act made. */
  public List<Revision> madeBy(long segment) throws IOException {
    return sql.list(
        FileQuestions::readRevision, REVISION + "WHERE segment = ? ORDER BY line", segment);
  }

  /**
   * The revisions that one act made of files whose names end so.
   *
   * @param endings lower case, with their dots
   */
  public List<Revision> madeBy(long segment, List<String> endings) throws IOException {
    String anyOf =
        endings.stream()
            .map(ending -> "LOWER(SUBSTR(path.inner, -%d)) = ?".formatted(ending.length()))
            .collect(Collectors.joining(" OR "));
    List<Object> values = new ArrayList<>(List.of(segment));
    values.addAll(endings);
    return sql.list(
        FileQuestions::readRevision,
        REVISION + "WHERE segment = ? AND (" + anyOf + ") ORDER BY line",
        values.toArray());
  }

  /** The newest revisions that changed and were not summed up yet, file by file. */
  public List<Revision> unsummed(int limit) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION
            + """
            WHERE revision.id IN (SELECT id FROM revision WHERE summary IS NULL
              ORDER BY id DESC LIMIT ?)
            ORDER BY revision.file, number DESC""",
        limit);
  }

  /** Every path that the file had before its present one, newest first, each once. */
  public List<InnerPath> formerPaths(long file) throws IOException {
    return sql.list(
        row -> InnerPath.ofBytes(row.getBytes(1)),
        """
        SELECT path.inner FROM state JOIN path ON path.id = state.path
        WHERE state.file = ?1 AND state.path <>
          (SELECT last.path FROM file JOIN state AS last ON last.id = file.state WHERE file.id = ?1)
        GROUP BY path.id ORDER BY MAX(state.until_segment) DESC, MAX(state.from_segment) DESC""",
        file);
  }

  /** Names that files of a shelf had before, or under which revisions of them arrived, by file. */
  public Map<Long, List<String>> otherNames(long shelf) throws IOException {
    Map<Long, List<String>> names = new HashMap<>();
    for (OtherName one :
        sql.list(
            row -> new OtherName(row.getLong(1), InnerPath.ofBytes(row.getBytes(2)).name()),
            """
            SELECT former.file, path.inner FROM former JOIN path ON path.id = former.path
            WHERE path.shelf = ?1
            UNION
            SELECT revision.file, CAST(arrived.name AS BLOB) FROM arrived
            JOIN revision ON revision.id = arrived.revision
            JOIN file ON file.id = revision.file WHERE file.shelf = ?1""",
            shelf)) {
      names.computeIfAbsent(one.file(), file -> new ArrayList<>()).add(one.name());
    }
    return names;
  }

  private record OtherName(long file, String name) {}

  /** Revisions of any file that hold this content, newest first. */
  public List<Revision> holding(ContentId content) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION + "WHERE revision.content = ? ORDER BY segment DESC, line DESC",
        content.bytes());
  }

  /**
   * Revisions that a desk has made by commits from this number on, of files about which somebody
   * wants to know, oldest first.
   */
  public List<Revision> described(String desk, long from) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION
            + """
            JOIN described ON described.file = revision.file
            WHERE revision.segment >= ? AND revision.desk = ?
            ORDER BY revision.segment, revision.line""",
        from,
        desk);
  }

  /** Revisions of a shelf's files whose content has so many bytes, newest first. */
  public List<Revision> ofSize(long shelf, long bytes) throws IOException {
    return sql.list(
        FileQuestions::readRevision,
        REVISION
            + """
            WHERE revision.size = ? AND revision.content IS NOT NULL AND path.shelf = ?
            ORDER BY segment DESC, line DESC""",
        bytes,
        shelf);
  }

  public long lastFile() throws IOException {
    return sql.first(
            row -> row.getLong(1),
            "SELECT MAX((SELECT IFNULL(MAX(id), 0) FROM file), (SELECT IFNULL(MAX(file), 0) FROM erased))")
        .orElse(0L);
  }

  /** The file with the highest number that any revision before this commit is of; 0 for none. */
  public long lastFileBefore(long segment) throws IOException {
    return sql.first(
            row -> row.getLong(1),
            "SELECT IFNULL(MAX(file), 0) FROM revision WHERE segment < ?",
            segment)
        .orElse(0L);
  }

  public long lastSnapshot() throws IOException {
    return sql.first(row -> row.getLong(1), "SELECT MAX(id) FROM snapshot").orElse(0L);
  }

  public long lastShelf() throws IOException {
    return sql.first(row -> row.getLong(1), "SELECT MAX(id) FROM shelf").orElse(0L);
  }

  private static RecordedFile readFile(ResultSet row) throws SQLException {
    return new RecordedFile(
        row.getLong(1),
        row.getLong(2),
        InnerPath.ofBytes(row.getBytes(3)),
        row.getBoolean(4),
        row.getInt(5));
  }

  static Revision readRevision(ResultSet row) throws SQLException {
    long until = row.getLong("current_until");
    int from = row.getInt("from_number");
    boolean hasFrom = !row.wasNull();
    int was = row.getInt("was_number");
    boolean hasWas = !row.wasNull();
    String saver = row.getString("saver");
    return new Revision(
        new RevisionKey(row.getLong("segment"), row.getInt("line")),
        row.getLong("file"),
        row.getInt("number"),
        Times.of(row.getLong("at")),
        Times.of(row.getLong("current_from")),
        until == Times.NEVER ? Optional.empty() : Optional.of(Times.of(until)),
        new FileState(
            InnerPath.ofBytes(row.getBytes("inner")),
            row.getLong("size"),
            Times.file(row, row.findColumn("modified")),
            Optional.ofNullable(row.getString("mode")),
            Optional.ofNullable(row.getString("owner")),
            Optional.ofNullable(row.getString("file_key")),
            content(row),
            Optional.ofNullable(row.getBytes("link")).map(Names::text)),
        Origin.of(row.getString("origin")),
        hasFrom ? OptionalInt.of(from) : OptionalInt.empty(),
        hasWas ? OptionalInt.of(was) : OptionalInt.empty(),
        row.getString("desk"),
        row.getString("person"),
        row.getBoolean("after_removal"),
        saver == null
            ? Optional.empty()
            : Optional.of(
                new Revision.FoundSaver(saver, SaverSource.of(row.getString("saver_source")))),
        Optional.ofNullable(row.getString("summary")).filter(summary -> !summary.isEmpty()));
  }

  private static Optional<ContentRef> content(ResultSet row) throws SQLException {
    return content(row.getBytes("content"), row, row.findColumn("levels"), row.findColumn("size"));
  }

  static Optional<ContentRef> content(byte[] id, ResultSet row, int levels, int size)
      throws SQLException {
    return id == null
        ? Optional.empty()
        : Optional.of(new ContentRef(ContentId.of(id), row.getInt(levels), row.getLong(size)));
  }
}
