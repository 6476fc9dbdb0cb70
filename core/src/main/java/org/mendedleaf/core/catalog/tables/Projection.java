package org.mendedleaf.core.catalog.tables;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.catalog.lines.MetadataBlocks;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.Segment;

/**
 * Applies segments to the tables. What the tables hold is a function of the log and of the records
 * that it mentions, and of nothing else. For one thread, inside a transaction.
 */
public final class Projection {

  private final Store store;
  private final Sql sql;
  private final Needs needs;
  private final Mentions mentions;
  private final Paths paths;
  private final FolderMoves folderMoves;

  // Whether anything could not be read, so that what leads on from it is passed over.
  private boolean unread;

  public Projection(Store store, Sql sql) {
    this.store = store;
    this.sql = sql;
    this.needs = new Needs(sql);
    this.mentions = new Mentions(sql);
    this.paths = new Paths(sql);
    this.folderMoves = new FolderMoves(sql);
  }

  /**
   * @param known contents of sheaves that this process has just written, by sheaf; others are read
   */
  public void apply(Segment segment, Map<SheafId, SheafContents> known) throws IOException {
    CommitHeader header = CommitHeader.decode(segment.lines().get(0));
    long countsFrom = new TrueTimes(sql).of(header);
    addSegment(segment, header, countsFrom);
    changeSheaves(segment.number(), header, known, Set.of(), false);
    AppliedLines applied = lines(lastFile(), Map.of());
    unread = Unread.any(sql);
    MetadataBlocks blocks = new MetadataBlocks(header.blocks(), contents());
    if (unread) {
      blocks.passOverLost();
    }
    for (int line = 1; line < segment.lines().size(); line++) {
      Detail detail = LineKinds.decode(segment.lines().get(line));
      RevisionKey key = new RevisionKey(segment.number(), line);
      apply(detail, new LineContext(key, header, blocks, countsFrom), applied);
    }
    applied.finish();
    if (header.act() == Act.ERASE) {
      new Replay(sql, this, new LoggedLines(store.log(), contents(), sql)).applyErasure(segment);
    }
    flushNeeds();
    if (applied.settingsChanged()) {
      new SmallTables(sql).seal();
    }
    count(segment.number(), header, applied);
  }

  private void addSegment(Segment segment, CommitHeader header, long countsFrom)
      throws IOException {
    sql.update(
        "INSERT INTO segment VALUES (?,?,?,?,?,?,?,?,?,0,0,0,?,NULL,?)",
        segment.number(),
        segment.hash().bytes(),
        header.act().word(),
        Times.nanos(header.at()),
        header.desk(),
        header.by(),
        header.shelf().isPresent() ? header.shelf().getAsLong() : null,
        header.of().isPresent() ? header.of().getAsLong() : null,
        segment.lines().size(),
        header.run().orElse(null),
        countsFrom);
  }

  private long lastFile() throws IOException {
    return sql.first(
            row -> Math.max(row.getLong(1), row.getLong(2)),
            "SELECT (SELECT MAX(id) FROM file), (SELECT MAX(file) FROM erased)")
        .orElse(0L);
  }

  private AppliedLines lines(long lastFile, Map<RevisionKey, Long> formerIds) {
    return new AppliedLines(sql, needs, paths, folderMoves, new FileRows(sql, lastFile, formerIds));
  }

  private void count(long segment, CommitHeader header, AppliedLines applied) throws IOException {
    sql.update(
        "UPDATE segment SET saved = ?, gone = ?, moved = ? WHERE number = ?",
        applied.revisions(),
        applied.gone(),
        applied.movedFiles(),
        segment);
    if (header.shelf().isPresent()) {
      sql.update(
          "UPDATE shelf SET files = files + ?, revisions = revisions + ? WHERE id = ?",
          applied.files(),
          applied.revisions(),
          header.shelf().getAsLong());
    }
    if (header.act() == Act.CAPTURE && !header.more()) {
      sql.update("UPDATE shelf SET first_done = 1 WHERE id = ?", header.shelf().orElseThrow());
    }
  }

  /** Notes which sheaves came and went in a segment, before those are applied that need them. */
  public void changeSheaves(
      long segment,
      CommitHeader header,
      Map<SheafId, SheafContents> known,
      Set<SheafId> gone,
      boolean salvaging)
      throws IOException {
    SheafTable table = new SheafTable(sql, needs);
    long at = Times.nanos(header.at());
    for (SheafId sheaf : header.retired()) {
      table.retire(segment, sheaf, at);
    }
    for (SheafId sheaf : header.sheaves()) {
      if (!gone.contains(sheaf) && !table.isKnown(sheaf)) {
        SheafContents contents = known.get(sheaf);
        table.add(
            segment,
            sheaf,
            contents == null ? contents(sheaf, salvaging) : contents,
            !header.retired().isEmpty());
      }
    }
    for (SheafId sheaf : header.retired()) {
      table.clear(sheaf);
    }
  }

  private SheafContents contents(SheafId sheaf, boolean salvaging) throws IOException {
    if (!salvaging) {
      return store.contents(sheaf);
    }
    try {
      return store.contents(sheaf);
    } catch (DamagedContentException | NoSuchFileException e) {
      return store.salvaged(sheaf);
    }
  }

  /** Writes how often what is needed now. */
  public void flushNeeds() throws IOException {
    needs.flush(contents());
  }

  private ContentReader contents() {
    return store.reader(new StoredChunks(sql));
  }

  /** Applies a line, or passes it over where its metadata was erased. */
  private void apply(Detail detail, LineContext in, AppliedLines applied) throws IOException {
    boolean erased = in.blocks().isErased(detail) || isOfSomethingLost(detail);
    OptionalLong file = fileOf(detail, in, erased);
    if (detail instanceof Detail.Revised revised && !erased) {
      mentions.addRevision(revised.file(), in.key());
    } else if (file.isPresent()) {
      mentions.add(file.getAsLong(), in.key(), !erased);
    }
    if (unread && in.blocks().isLost(detail)) {
      new Gaps(sql).note(detail, in);
    }
    if (erased) {
      applied.passOver(detail, in);
    } else {
      LineKinds.apply(detail, in, applied);
    }
  }

  /** A line about a file or a revision of which the beginning could not be read. */
  private boolean isOfSomethingLost(Detail detail) throws IOException {
    if (detail instanceof Detail.Revised || !unread) {
      return false;
    }
    if (detail instanceof Detail.OfFile line) {
      return sql.first(row -> true, "SELECT 1 FROM file WHERE id = ?", line.file()).isEmpty();
    }
    return detail instanceof Detail.OfRevision line
        && sql.first(
                row -> true,
                "SELECT 1 FROM revision WHERE segment = ? AND line = ?",
                line.revision().segment(),
                line.revision().line())
            .isEmpty();
  }

  /** Which file a line speaks of. */
  private OptionalLong fileOf(Detail detail, LineContext in, boolean erased) throws IOException {
    if (detail instanceof Detail.OfFile line) {
      return OptionalLong.of(line.file());
    } else if (detail instanceof Detail.OfRevision line) {
      return sql.first(
              row -> OptionalLong.of(row.getLong(1)),
              "SELECT file FROM revision WHERE segment = ? AND line = ?",
              line.revision().segment(),
              line.revision().line())
          .orElse(OptionalLong.empty());
    } else if (detail instanceof Detail.ItemDone item && !erased) {
      JsonNode file = in.metadata(item).get("file");
      return file == null ? OptionalLong.empty() : OptionalLong.of(file.asLong());
    }
    return OptionalLong.empty();
  }

  /**
   * Reads lines again that speak of one file, of which nothing is in the tables any more; counts of
   * acts and of the shelf are left to the caller, and so are receipts.
   *
   * @param lines in the order of the log
   * @param ids the rows that the file's revisions had, which they keep
   * @return those that moved it with its folder
   */
  public Set<RevisionKey> applyAgain(
      long file, List<LoggedLines.LoggedLine> lines, Map<RevisionKey, Long> ids)
      throws IOException {
    Set<RevisionKey> moved = new LinkedHashSet<>();
    AppliedLines applied = lines(Long.MAX_VALUE, ids);
    for (LoggedLines.LoggedLine line : lines) {
      if (line.detail() instanceof Detail.ItemDone) {
        boolean erased = line.isErased();
        if (fileOf(line.detail(), line.in(), erased).equals(OptionalLong.of(file))) {
          mentions.add(file, line.key(), !erased);
        }
      } else if (line.detail() instanceof Detail.FolderMoved folder) {
        if (folderMoves.apply(FolderMoves.FolderMove.of(folder, line.in()), file)) {
          moved.add(line.key());
        }
      } else {
        apply(line.detail(), line.in(), applied);
      }
    }
    applied.finish();
    return moved;
  }

  public Needs needs() {
    return needs;
  }

  public Mentions mentions() {
    return mentions;
  }

  public Paths paths() {
    return paths;
  }

  public FolderMoves folderMoves() {
    return folderMoves;
  }
}
