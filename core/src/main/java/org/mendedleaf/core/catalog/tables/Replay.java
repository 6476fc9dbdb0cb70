package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.log.Segment;

/**
 * Reads again from the log what it says of single files: after an erasure, so that the catalogue
 * holds what it would hold had it been built anew, at the cost of what went; and before one, so
 * that nothing is destroyed on the word of a row that is not what was written. For one thread,
 * inside a transaction.
 */
final class Replay {

  /** The number of lines that are read together, which takes about a hundred megabytes. */
  private static final int LINES_AT_ONCE = 50_000;

  private static final Comparator<RevisionKey> ORDER =
      Comparator.comparingLong(RevisionKey::segment).thenComparingInt(RevisionKey::line);

  private static final List<String> MARKS =
      List.of("note", "good", "held", "on_notice", "arrived", "finding", "meant");

  private final Sql sql;
  private final Projection projection;
  private final LoggedLines log;

  Replay(Sql sql, Projection projection, LoggedLines log) {
    this.sql = sql;
    this.projection = projection;
    this.log = log;
  }

  /** Told of each file with all lines that speak of it. */
  public interface Each {
    void of(long file, List<LoggedLines.LoggedLine> lines) throws IOException;
  }

  /**
   * Makes sure that the tables say of files what the log says, and that no line of it is missing.
   *
   * @param proven told of each with all lines that speak of it
   * @throws UnprovenException if they do not
   */
  void prove(Collection<Long> files, Each proven) throws IOException {
    inBatches(
        files,
        (file, lines) -> {
          List<List<Object>> said = SaidOfFile.in(sql, file);
          again(file, lines);
          if (!said.equals(SaidOfFile.in(sql, file))) {
            throw new UnprovenException("what was recorded of a file");
          }
          proven.of(file, lines);
        });
  }

  /** Files share commits, so the lines of many are read together. */
  private void inBatches(Collection<Long> files, Each each) throws IOException {
    Map<Long, List<RevisionKey>> batch = new LinkedHashMap<>();
    int lines = 0;
    for (long file : files) {
      List<RevisionKey> ofFile = linesOf(file);
      batch.put(file, ofFile);
      lines += ofFile.size();
      if (lines >= LINES_AT_ONCE) {
        tell(batch, each);
        lines = 0;
      }
    }
    tell(batch, each);
  }

  /** Those that speak of the file, and those that may have moved it with its folder. */
  private List<RevisionKey> linesOf(long file) throws IOException {
    List<RevisionKey> lines = projection.mentions().of(file);
    List<RevisionKey> folders = projection.folderMoves().concerning(file);
    if (folders.isEmpty() || lines.isEmpty()) {
      return lines;
    }
    List<RevisionKey> all = new ArrayList<>(lines);
    folders.stream().filter(move -> ORDER.compare(move, lines.get(0)) > 0).forEach(all::add);
    all.sort(ORDER);
    return all;
  }

  private void tell(Map<Long, List<RevisionKey>> batch, Each each) throws IOException {
    log.fetch(batch.values().stream().flatMap(List::stream).toList());
    for (Map.Entry<Long, List<RevisionKey>> one : batch.entrySet()) {
      each.of(one.getKey(), log.lines(one.getValue()));
    }
    batch.clear();
  }

  /** Brings the tables to what they would hold had the log always been as it reads now. */
  void applyErasure(Segment segment) throws IOException {
    Set<Long> files = new LinkedHashSet<>();
    Set<ContentId> contents = new LinkedHashSet<>();
    Set<Long> segments = new LinkedHashSet<>();
    for (int line = 1; line < segment.lines().size(); line++) {
      Detail detail = LineKinds.decode(segment.lines().get(line));
      if (detail instanceof Detail.FileErased erased) {
        files.add(erased.file());
      } else if (detail instanceof Detail.Erased erased) {
        look(erased.revision(), files, contents);
        segments.add(erased.revision().segment());
      }
    }
    Set<RevisionKey> items = new TreeSet<>(ORDER);
    for (long made : segments) {
      items.addAll(itemsOf(made));
    }
    for (ContentId content : contents) {
      items.addAll(projection.needs().naming(content));
    }
    for (Long file : List.copyOf(files)) {
      if (standing(file).isEmpty()) {
        files.remove(file);
      }
    }
    Set<ContentId> maybeGone = new LinkedHashSet<>(contents);
    for (ContentId content : contents) {
      maybeGone.addAll(projection.needs().partsOf(content));
    }
    for (long file : files) {
      items.addAll(itemsAbout(file));
    }
    for (RevisionKey item : items) {
      maybeGone.addAll(itemAgain(item));
    }
    inBatches(files, this::again);
    projection.flushNeeds();
    for (ContentId content : maybeGone) {
      projection.needs().forgetDead(content);
    }
  }

  private void look(RevisionKey key, Set<Long> files, Set<ContentId> contents) throws IOException {
    record ContentRow(long file, byte[] content) {}
    Optional<ContentRow> row =
        sql.first(
            found -> new ContentRow(found.getLong(1), found.getBytes(2)),
            "SELECT file, content FROM revision WHERE segment = ? AND line = ?",
            key.segment(),
            key.line());
    if (row.isPresent()) {
      files.add(row.get().file());
      if (row.get().content() != null) {
        contents.add(ContentId.of(row.get().content()));
      }
    }
  }

  private List<RevisionKey> itemsOf(long segment) throws IOException {
    return sql.list(
        row -> new RevisionKey(row.getLong(1), row.getInt(2)),
        "SELECT segment, line FROM receipt_item WHERE segment = ?",
        segment);
  }

  private List<RevisionKey> itemsAbout(long file) throws IOException {
    return sql.list(
        row -> new RevisionKey(row.getLong(1), row.getInt(2)),
        """
        SELECT mention.segment, mention.line FROM mention JOIN receipt_item AS item
          ON item.segment = mention.segment AND item.line = mention.line
        WHERE mention.file = ?""",
        file);
  }

  private Optional<String> item(RevisionKey key) throws IOException {
    return sql.first(
        row -> row.getString(1),
        "SELECT item FROM receipt_item WHERE segment = ? AND line = ?",
        key.segment(),
        key.line());
  }

  /** Returns what the receipt named before. */
  private Set<ContentId> itemAgain(RevisionKey key) throws IOException {
    Optional<String> said = item(key);
    if (said.isEmpty()) {
      return Set.of();
    }
    LoggedLines.LoggedLine line = log.line(key);
    Optional<String> says =
        line.detail() instanceof Detail.ItemDone item && !line.isErased()
            ? Optional.of(line.in().metadata(item).toString())
            : Optional.empty();
    if (says.equals(said)) {
      return Set.of();
    }
    Set<ContentId> named = MetadataFormat.contents(MetadataFormat.parse(said.get()));
    projection.needs().useItem(key, said.get(), -1);
    if (says.isPresent()) {
      sql.update(
          "UPDATE receipt_item SET item = ? WHERE segment = ? AND line = ?",
          says.get(),
          key.segment(),
          key.line());
      projection.needs().useItem(key, says.get(), 1);
    } else {
      sql.update(
          "DELETE FROM receipt_item WHERE segment = ? AND line = ?", key.segment(), key.line());
    }
    return named;
  }

  private record Had(long id, RevisionKey key, Optional<ContentRef> content) {}

  private record FilePresence(long shelf, boolean present) {}

  private void again(long file, List<LoggedLines.LoggedLine> lines) throws IOException {
    Mentions mentions = projection.mentions();
    Set<RevisionKey> counted = new HashSet<>(mentions.counted(file));
    counted.addAll(movedWithFolder(file, lines));
    Optional<FilePresence> before = standing(file);
    Set<Long> paths =
        new HashSet<>(
            sql.list(
                row -> row.getLong(1), "SELECT DISTINCT path FROM state WHERE file = ?", file));
    Map<RevisionKey, Long> ids = new HashMap<>();
    for (Had had : revisions(file)) {
      ids.put(had.key(), had.id());
      had.content().ifPresent(content -> projection.needs().use(content, -1));
    }
    forget(file, paths);
    Set<RevisionKey> counts = new HashSet<>(projection.applyAgain(file, lines, ids));
    counts.addAll(mentions.counted(file));
    if (before.isPresent()) {
      countAgain(lines, counted, counts, before.get(), standing(file));
    }
    for (long path : paths) {
      projection.paths().forgetUnneeded(path);
    }
  }

  private Set<RevisionKey> movedWithFolder(long file, List<LoggedLines.LoggedLine> lines)
      throws IOException {
    Set<RevisionKey> moved = new HashSet<>();
    for (LoggedLines.LoggedLine line : lines) {
      if (line.detail() instanceof Detail.FolderMoved folder) {
        FolderMoves.FolderMove move = FolderMoves.FolderMove.of(folder, line.in());
        if (projection.folderMoves().moved(file, line.key(), move.before(), move.now())) {
          moved.add(line.key());
        }
      }
    }
    return moved;
  }

  private Optional<FilePresence> standing(long file) throws IOException {
    return sql.first(
        row -> new FilePresence(row.getLong(1), row.getBoolean(2)),
        "SELECT shelf, present FROM file WHERE id = ?",
        file);
  }

  private List<Had> revisions(long file) throws IOException {
    return sql.list(
        row -> {
          byte[] content = row.getBytes(4);
          return new Had(
              row.getLong(1),
              new RevisionKey(row.getLong(2), row.getInt(3)),
              content == null
                  ? Optional.empty()
                  : Optional.of(
                      new ContentRef(ContentId.of(content), row.getInt(5), row.getLong(6))));
        },
        "SELECT id, segment, line, content, levels, size FROM revision WHERE file = ?",
        file);
  }

  /** Takes everything out of the tables that speaks of a file. */
  private void forget(long file, Set<Long> paths) throws IOException {
    for (String mark : MARKS) {
      sql.update(
          "DELETE FROM %s WHERE revision IN (SELECT id FROM revision WHERE file = ?)"
              .formatted(mark),
          file);
    }
    for (String table :
        List.of("state", "revision", "issue", "looked", "described", "file_cost", "erased")) {
      sql.update("DELETE FROM %s WHERE file = ?".formatted(table), file);
    }
    sql.update("DELETE FROM file WHERE id = ?", file);
    for (long path : paths) {
      sql.update("DELETE FROM former WHERE path = ? AND file = ?", path, file);
    }
    for (long saver : sql.list(row -> row.getLong(1), "SELECT id FROM saver")) {
      if (sql.update("DELETE FROM saved WHERE saver = ? AND file = ?", saver, file) > 0) {
        sql.update(
            """
            DELETE FROM saver WHERE id = ?1
            AND NOT EXISTS (SELECT 1 FROM saved WHERE saver = ?1)""",
            saver);
      }
    }
    projection.mentions().forget(file);
  }

  /** What acts did, and what a shelf has, without what was erased. */
  private void countAgain(
      List<LoggedLines.LoggedLine> lines,
      Set<RevisionKey> counted,
      Set<RevisionKey> counts,
      FilePresence before,
      Optional<FilePresence> after)
      throws IOException {
    for (LoggedLines.LoggedLine line : lines) {
      if (counted.contains(line.key()) && !counts.contains(line.key())) {
        if (line.detail() instanceof Detail.Revised) {
          sql.update("UPDATE segment SET saved = saved - 1 WHERE number = ?", line.key().segment());
          sql.update("UPDATE shelf SET revisions = revisions - 1 WHERE id = ?", before.shelf());
        } else if (line.detail() instanceof Detail.Moved
            || line.detail() instanceof Detail.FolderMoved) {
          sql.update("UPDATE segment SET moved = moved - 1 WHERE number = ?", line.key().segment());
        }
      }
    }
    int files =
        (after.map(FilePresence::present).orElse(false) ? 1 : 0) - (before.present() ? 1 : 0);
    if (files != 0) {
      sql.update("UPDATE shelf SET files = files + ? WHERE id = ?", files, before.shelf());
    }
  }
}
