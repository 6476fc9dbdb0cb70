package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/** Questions about what needs which bytes of the store. Safe for several threads. */
public final class SpaceQuestions {

  private final Sql sql;

  public SpaceQuestions(Sql sql) {
    this.sql = sql;
  }

  /** A revision and its content. */
  public record Use(long shelf, long file, int number, boolean current, ContentRef content) {}

  /**
   * A piece of content and where it lies.
   *
   * @param sheaf by the catalogue's own number
   * @param offset of its record in the sheaf
   * @param length of that record, in stored bytes
   * @param size in plain bytes
   */
  public record StoredChunk(ContentId id, long sheaf, long offset, int length, int size) {}

  /** All revisions that have a content, file by file, oldest first. */
  public List<Use> uses() throws IOException {
    return sql.list(
        row ->
            new Use(
                row.getLong(1),
                row.getLong(2),
                row.getInt(3),
                row.getBoolean(4),
                new ContentRef(ContentId.of(row.getBytes(5)), row.getInt(6), row.getLong(7))),
        """
        SELECT file.shelf, revision.file, revision.number,
          file.present AND file.current = revision.id, content, levels, size
        FROM file CROSS JOIN revision ON revision.file = file.id
        WHERE content IS NOT NULL ORDER BY file.id, revision.number""");
  }

  /** A file that was ever recorded, by the path it has or had last. */
  public record SpaceFile(long shelf, long file, InnerPath path, boolean present) {}

  /** All files. */
  public List<SpaceFile> files() throws IOException {
    return sql.list(
        row ->
            new SpaceFile(
                row.getLong(1),
                row.getLong(2),
                InnerPath.ofBytes(row.getBytes(3)),
                row.getBoolean(4)),
        """
        SELECT file.shelf, file.id, path.inner, file.present
        FROM file JOIN state ON state.id = file.state JOIN path ON path.id = state.path
        ORDER BY file.id""");
  }

  /** What recoveries have put away before they put something in its place. */
  public List<ContentRef> keptBefore() throws IOException {
    return sql
        .list(row -> ReceiptItem.decode(row.getString(1)), "SELECT item FROM receipt_item")
        .stream()
        .flatMap(item -> item.before().flatMap(FileState::content).stream())
        .toList();
  }

  /** What a file cost when it was counted last. */
  public record CountedFile(long file, int revisions, long current, long history, long alone) {}

  /**
   * The space that all files took at the last count.
   *
   * @param commit up to which
   * @param disk bytes of all that was recorded
   */
  public record Count(long commit, long disk, List<CountedFile> files) {}

  /** What was counted last; empty if nothing was. */
  public Optional<Count> counted() throws IOException {
    Optional<String> when =
        sql.first(row -> row.getString(1), "SELECT value FROM about WHERE key = 'counted'");
    if (when.isEmpty()) {
      return Optional.empty();
    }
    String[] words = when.get().split(" ", -1);
    List<CountedFile> files =
        sql.list(
            row ->
                new CountedFile(
                    row.getLong(1), row.getInt(2), row.getLong(3), row.getLong(4), row.getLong(5)),
            "SELECT file, revisions, current, history, alone FROM file_cost");
    return Optional.of(new Count(Long.parseLong(words[0]), Long.parseLong(words[1]), files));
  }

  /** Every piece that is stored. */
  public List<StoredChunk> stored() throws IOException {
    return sql.list(
        row ->
            new StoredChunk(
                ContentId.of(row.getBytes(1)),
                row.getLong(2),
                row.getLong(3),
                row.getInt(4),
                row.getInt(5)),
        """
        SELECT chunk.id, sheaf, offset, length, size
        FROM chunk JOIN record ON record.id = chunk.record""");
  }

  /** The pieces of large contents, as far as they were asked for before. */
  public Map<ContentId, byte[]> parts() throws IOException {
    record ContentParts(ContentId content, byte[] ids) {}
    return sql
        .list(
            row -> new ContentParts(ContentId.of(row.getBytes(1)), row.getBytes(2)),
            "SELECT content, ids FROM part")
        .stream()
        .collect(Collectors.toMap(ContentParts::content, ContentParts::ids));
  }
}
