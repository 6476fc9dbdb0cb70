package org.mendedleaf.core.catalog.tables;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.MetadataBlocks;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Segment;
import org.mendedleaf.core.store.SheafContents;
import org.mendedleaf.core.store.SheafId;
import org.mendedleaf.core.store.Store;

/**
 * Applies segments to the tables. What the tables hold is a function of the log and of the records
 * that it mentions, and of nothing else. For the use of one thread, inside a transaction.
 */
public final class Projection {

  private final Store store;
  private final Sql sql;
  // Files beyond it are new and have nothing that ends; a first capture saves half its time by
  // that.
  private long lastFile;
  // What the segment changes in the counts of its shelf, and who saved what in it.
  private final Needs needs;
  private final Mentions mentions;
  private final Paths paths;
  private final FolderMoves folderMoves;
  private long files;
  private long revisions;
  private long gone;
  private long movedFiles;
  private long countsFrom;
  private boolean settingsChanged;
  // Rows that revisions had before their lines were read again; they keep them.
  private Map<RevisionKey, Long> formerIds = Map.of();
  private final Set<SavedBy> savedBy = new LinkedHashSet<>();

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
    countsFrom = new TrueTimes(sql).of(header);
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
    changeSheaves(segment.number(), header, known, Set.of());
    lastFile =
        sql.first(
                row -> Math.max(row.getLong(1), row.getLong(2)),
                "SELECT (SELECT MAX(id) FROM file), (SELECT MAX(file) FROM erased)")
            .orElse(0L);
    MetadataBlocks blocks = new MetadataBlocks(header.blocks(), contents());
    for (int line = 1; line < segment.lines().size(); line++) {
      Optional<Detail> detail = Detail.decode(segment.lines().get(line));
      if (detail.isPresent()) {
        applyLine(header, new RevisionKey(segment.number(), line), detail.get(), blocks);
      }
    }
    noteSavers();
    if (header.act() == Act.ERASE) {
      new Replay(sql, this, new LoggedLines(store.log(), contents(), sql)).applyErasure(segment);
    }
    flushNeeds();
    if (settingsChanged) {
      new SmallTables(sql).seal();
    }
    sql.update(
        "UPDATE segment SET saved = ?, gone = ?, moved = ? WHERE number = ?",
        revisions,
        gone,
        movedFiles,
        segment.number());
    if (header.shelf().isPresent()) {
      sql.update(
          "UPDATE shelf SET files = files + ?, revisions = revisions + ? WHERE id = ?",
          files,
          revisions,
          header.shelf().getAsLong());
    }
    if (header.act() == Act.CAPTURE && !header.more()) {
      sql.update("UPDATE shelf SET first_done = 1 WHERE id = ?", header.shelf().orElseThrow());
    }
  }

  /** Notes which sheaves came and went in a segment, before those are applied that need them. */
  public void changeSheaves(
      long segment, CommitHeader header, Map<SheafId, SheafContents> known, Set<SheafId> gone)
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
            contents == null ? store.contents(sheaf) : contents,
            !header.retired().isEmpty());
      }
    }
    for (SheafId sheaf : header.retired()) {
      table.clear(sheaf);
    }
  }

  /** Writes how often what is needed now. */
  public void flushNeeds() throws IOException {
    needs.flush(contents());
  }

  private ContentReader contents() {
    return store.reader(new StoredChunks(sql));
  }

  /**
   * A line whose metadata was erased reads as if it had never been written; the number of an erased
   * revision stays unused.
   */
  private void passOver(Detail detail) throws IOException {
    if (detail instanceof Detail.Revised revised) {
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
  }

  /** Applies a line, or passes it over where its metadata was erased. */
  private void applyLine(CommitHeader header, RevisionKey key, Detail detail, MetadataBlocks blocks)
      throws IOException {
    boolean erased = blocks.isErased(detail);
    OptionalLong file = fileOf(detail, blocks, erased);
    if (detail instanceof Detail.Revised revised && !erased) {
      mentions.addRevision(revised.file(), key);
    } else if (file.isPresent()) {
      mentions.add(file.getAsLong(), key, !erased);
    }
    if (erased) {
      passOver(detail);
    } else {
      apply(header, key, detail, blocks);
    }
  }

  /** Which file a line speaks of. */
  private OptionalLong fileOf(Detail detail, MetadataBlocks blocks, boolean erased)
      throws IOException {
    if (detail.ofFile().isPresent()) {
      return detail.ofFile();
    } else if (detail.about().isPresent()) {
      RevisionKey of = detail.about().get();
      return sql.first(
              row -> OptionalLong.of(row.getLong(1)),
              "SELECT file FROM revision WHERE segment = ? AND line = ?",
              of.segment(),
              of.line())
          .orElse(OptionalLong.empty());
    } else if (detail instanceof Detail.ItemDone item && !erased) {
      JsonNode file = blocks.line(item.at()).get("file");
      return file == null ? OptionalLong.empty() : OptionalLong.of(file.asLong());
    }
    return OptionalLong.empty();
  }

  private static boolean isSetting(Detail detail) {
    return detail instanceof Detail.ShelfAdded
        || detail instanceof Detail.FolderMoved
        || detail instanceof Detail.ShelfSet
        || detail instanceof Detail.SnapshotTaken
        || detail instanceof Detail.Unlabelled;
  }

  private void apply(CommitHeader header, RevisionKey key, Detail detail, MetadataBlocks blocks)
      throws IOException {
    settingsChanged |= isSetting(detail);
    long at = Times.nanos(header.at());
    if (detail instanceof Detail.Revised revised) {
      JsonNode line = blocks.line(revised.at());
      long revision = revise(header, key, revised, MetadataFormat.fileState(line));
      Optional<Arrived> arrived = MetadataFormat.arrived(line);
      if (arrived.isPresent()) {
        new Marks(sql).arrived(header, revision, arrived.get(), key.segment());
      }
    } else if (detail instanceof Detail.Moved moved) {
      FileState state = MetadataFormat.fileState(blocks.line(moved.at()));
      long path = paths.of(header.shelf().orElseThrow(), state.path());
      sql.update(
          "INSERT OR IGNORE INTO former SELECT path, id FROM file WHERE id = ? AND path <> ?",
          moved.file(),
          path);
      change(moved.file(), path, state, key.segment());
      movedFiles++;
    } else if (detail instanceof Detail.Touched touched) {
      FileState state = MetadataFormat.fileState(blocks.line(touched.at()));
      long path = paths.of(header.shelf().orElseThrow(), state.path());
      change(touched.file(), path, state, key.segment());
    } else if (detail instanceof Detail.Removed removed) {
      gone++;
      endState(removed.file(), countsFrom, key.segment());
      files -=
          sql.update(
              "UPDATE file SET present = 0, touched = ?, state = NULL WHERE id = ? AND present",
              key.segment(),
              removed.file());
      Before before = before(removed.file());
      endCurrent(removed.file(), Math.max(at, before.currentFrom()));
    } else if (detail instanceof Detail.FolderMoved) {
      movedFiles += folderMoves.apply(move(header, key, detail, blocks));
    } else if (detail instanceof Detail.FolderChanged folder) {
      changeFolder(header, folder, blocks.line(folder.at()), key.segment());
    } else if (detail instanceof Detail.ShelfAdded added) {
      JsonNode node = blocks.line(added.at());
      sql.update(
          "INSERT INTO shelf VALUES (?,?,?,?,?,?,0,0)",
          added.shelf(),
          node.get("name").asText(),
          node.get("kind").asText(),
          node.get("folder").asText(),
          at,
          // Nothing lies there before it begins, so its files start at r1.
          ShelfKind.of(node.get("kind").asText()) == ShelfKind.DEPOSIT);
    } else if (detail instanceof Detail.SnapshotTaken taken) {
      takeSnapshot(header, key, taken, blocks.line(taken.at()));
    } else if (detail instanceof Detail.ItemDone item) {
      String text = blocks.line(item.at()).toString();
      sql.update("INSERT INTO receipt_item VALUES (?,?,?)", key.segment(), key.line(), text);
      needItem(key, text, 1);
    } else if (detail instanceof Detail.Unlabelled unlabelled) {
      sql.update(
          "UPDATE snapshot SET unlabelled = ? WHERE id = ?", key.segment(), unlabelled.snapshot());
    } else if (detail instanceof Detail.Summed summed) {
      sql.update(
          "UPDATE revision SET summary = ? WHERE segment = ? AND line = ?",
          blocks.line(summed.at()).get("summary").asText(),
          summed.revision().segment(),
          summed.revision().line());
    } else if (detail instanceof Detail.SaverFound found) {
      JsonNode node = blocks.line(found.at());
      sql.update(
          "UPDATE revision SET saver = ?, saver_source = ? WHERE segment = ? AND line = ?",
          node.get("who").asText(),
          node.get("source").asText(),
          found.revision().segment(),
          found.revision().line());
      sql.first(
              row -> row.getLong(1),
              "SELECT file FROM revision WHERE segment = ? AND line = ?",
              found.revision().segment(),
              found.revision().line())
          .ifPresent(file -> savedBy.add(new SavedBy(node.get("who").asText(), file)));
    } else {
      mark(header, key, detail, blocks);
    }
  }

  private FolderMoves.Move move(
      CommitHeader header, RevisionKey key, Detail detail, MetadataBlocks blocks)
      throws IOException {
    JsonNode line = blocks.line(detail.place().orElseThrow());
    return new FolderMoves.Move(
        key,
        header.shelf().orElseThrow(),
        MetadataFormat.formerPath(line),
        MetadataFormat.path(line),
        countsFrom);
  }

  /** What a line says that moved a folder. */
  public FolderMoves.Move move(LoggedLines.Line line) throws IOException {
    return move(line.header(), line.key(), line.detail(), line.blocks());
  }

  private void mark(CommitHeader header, RevisionKey key, Detail detail, MetadataBlocks blocks)
      throws IOException {
    Marks marks = new Marks(sql);
    if (detail instanceof Detail.Noted noted) {
      String text = blocks.line(noted.at()).get("note").asText();
      marks.note(header, noted.revision(), text, key.segment());
    } else if (detail instanceof Detail.MarkedGood good) {
      marks.good(header, good.revision(), good.isGood());
    } else if (detail instanceof Detail.Held held) {
      marks.hold(header, held.revision(), blocks.line(held.at()).get("why").asText());
    } else if (detail instanceof Detail.Called called) {
      sql.update("UPDATE segment SET about = ? WHERE number = ?", called.name(), key.segment());
    } else if (detail instanceof Detail.Noticed noticed) {
      marks.notice(header, noticed);
    } else if (detail instanceof Detail.OffNotice off) {
      marks.offNotice(off.revision());
    } else if (detail instanceof Detail.Released released) {
      marks.release(released.revision());
    } else if (detail instanceof Detail.Issued issued) {
      marks.issue(header, issued);
    } else if (detail instanceof Detail.ShelfSet set) {
      sql.update(
          "INSERT OR REPLACE INTO shelf_setting VALUES (?,?,?,?)",
          header.shelf().orElseThrow(),
          set.what(),
          blocks.line(set.at()).toString(),
          Times.nanos(header.at()));
    } else if (detail instanceof Detail.Described described) {
      marks.describe(described.file(), blocks.line(described.at()).toString());
    }
  }

  private void takeSnapshot(
      CommitHeader header, RevisionKey key, Detail.SnapshotTaken taken, JsonNode node)
      throws IOException {
    sql.update(
        "INSERT INTO snapshot VALUES (?,?,?,?,?,?,?,?,?,NULL)",
        taken.snapshot(),
        key.segment(),
        header.shelf().orElseThrow(),
        MetadataFormat.path(node).bytes(),
        node.get("label").asText(),
        node.get("reason").asText(),
        node.get("cause").asText(),
        Times.nanos(header.at()),
        header.by());
  }

  /** Returns the row of the revision. */
  private long revise(CommitHeader header, RevisionKey key, Detail.Revised revised, FileState state)
      throws IOException {
    long shelf = header.shelf().orElseThrow();
    long path = paths.of(shelf, state.path());
    long at = Times.nanos(header.at());
    // A gathered copy was what counted from when it was saved, not only from now.
    long since =
        revised.origin() == Origin.GATHER ? Math.min(at, Times.nanos(state.modified())) : at;
    boolean fresh = revised.file() > lastFile;
    if (fresh) {
      files++;
    } else {
      Before before = before(revised.file());
      fresh = !before.known();
      // A desk with a late clock must not make a revision current before the one it follows.
      since = Math.max(since, before.currentFrom());
      endCurrent(revised.file(), since);
      files += before.present() ? 0 : 1;
    }
    revisions++;
    state.content().ifPresent(content -> needs.use(content, 1));
    long revision =
        sql.insert(
            """
            INSERT INTO revision (id, file, number, segment, line, at, current_from, current_until,
              path, size, modified, mode, owner, file_key, content, levels, link, origin,
              from_number, desk, person, after_removal, summary)
            VALUES (?22,?1,?2,?3,?4,?5,?6,?7,?8,?9,?10,?11,?12,?13,?14,?15,?16,?17,?18,?19,?20,
              COALESCE((SELECT NOT present FROM file WHERE id = ?1), 0),
              CASE WHEN ?21 OR EXISTS (SELECT 1 FROM revision AS former WHERE former.file = ?1
                AND former.number = ?2 - 1 AND former.content IS ?14 AND former.link IS ?16)
                THEN '' END)""",
            revised.file(),
            revised.number(),
            key.segment(),
            key.line(),
            at,
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
            header.desk(),
            header.by(),
            fresh,
            formerIds.get(key));
    long from = since < at ? Math.min(since, countsFrom) : countsFrom;
    if (revised.file() <= lastFile) {
      from = endState(revised.file(), from, key.segment());
    }
    sql.update(
        """
        INSERT INTO file VALUES (?1, ?2, ?3, 1, ?4, ?5, ?6, ?7)
        ON CONFLICT (id) DO UPDATE
        SET path = ?3, present = 1, last_number = ?4, current = ?5, touched = ?6, state = ?7""",
        revised.file(),
        shelf,
        path,
        revised.number(),
        revision,
        key.segment(),
        newState(revised.file(), path, revision, state, from, key.segment()));
    lastFile = Math.max(lastFile, revised.file());
    String saver = revised.origin().isOurs() ? header.by() : state.owner().orElse(header.by());
    savedBy.add(new SavedBy(saver, revised.file()));
    return revision;
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
      long file, List<LoggedLines.Line> lines, Map<RevisionKey, Long> ids) throws IOException {
    Counts counts = new Counts(files, revisions, gone, movedFiles, countsFrom, lastFile);
    Set<SavedBy> others = new LinkedHashSet<>(savedBy);
    savedBy.clear();
    Set<RevisionKey> moved = new LinkedHashSet<>();
    formerIds = ids;
    lastFile = Long.MAX_VALUE;
    for (LoggedLines.Line line : lines) {
      countsFrom = line.countsFrom();
      if (line.detail() instanceof Detail.ItemDone) {
        boolean erased = line.isErased();
        if (fileOf(line.detail(), line.blocks(), erased).equals(OptionalLong.of(file))) {
          mentions.add(file, line.key(), !erased);
        }
      } else if (line.detail() instanceof Detail.FolderMoved) {
        if (folderMoves.apply(move(line), file)) {
          moved.add(line.key());
        }
      } else {
        applyLine(line.header(), line.key(), line.detail(), line.blocks());
      }
    }
    noteSavers();
    savedBy.clear();
    savedBy.addAll(others);
    formerIds = Map.of();
    files = counts.files();
    revisions = counts.revisions();
    gone = counts.gone();
    movedFiles = counts.moved();
    countsFrom = counts.from();
    lastFile = counts.lastFile();
    return moved;
  }

  private record Counts(
      long files, long revisions, long gone, long moved, long from, long lastFile) {}

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

  /** What a receipt needs and names, more or less by one. */
  public void needItem(RevisionKey key, String item, int by) throws IOException {
    ReceiptItem.decode(item)
        .before()
        .flatMap(FileState::content)
        .ifPresent(content -> needs.use(content, by));
    for (ContentId content : MetadataFormat.contents(MetadataFormat.parse(item))) {
      if (by > 0) {
        needs.name(content, key);
      } else {
        needs.unname(content, key);
      }
    }
  }

  /**
   * @param known whether any line of the log spoke of the file before
   */
  private record Before(long currentFrom, boolean present, boolean known) {}

  private Before before(long file) throws IOException {
    return sql.first(
            row ->
                row.getBoolean(3)
                    ? new Before(row.getLong(1), row.getBoolean(2), true)
                    : new Before(Long.MIN_VALUE, false, false),
            """
            SELECT MAX(current_from), (SELECT present FROM file WHERE id = ?1),
              EXISTS (SELECT 1 FROM file WHERE id = ?1)
                OR EXISTS (SELECT 1 FROM erased WHERE file = ?1)
            FROM revision WHERE file = ?1""",
            file)
        .orElseThrow();
  }

  private record SavedBy(String name, long file) {}

  private void noteSavers() throws IOException {
    Map<String, Long> ids = new HashMap<>();
    for (SavedBy by : savedBy) {
      Long saver = ids.get(by.name());
      if (saver == null) {
        sql.update("INSERT OR IGNORE INTO saver (name) VALUES (?)", by.name());
        saver =
            sql.first(row -> row.getLong(1), "SELECT id FROM saver WHERE name = ?", by.name())
                .orElseThrow();
        ids.put(by.name(), saver);
      }
      sql.update("INSERT OR IGNORE INTO saved VALUES (?,?)", saver, by.file());
    }
  }

  /** Another path, time or mode of a file that has no new revision. */
  private void change(long file, long path, FileState state, long segment) throws IOException {
    Optional<Long> revision =
        sql.first(row -> row.getLong(1), "SELECT current FROM file WHERE id = ?", file);
    if (revision.isEmpty()) {
      // It was erased with all its history; the log still says this.
      return;
    }
    long since = endState(file, countsFrom, segment);
    sql.update(
        "UPDATE file SET path = ?, touched = ?, state = ? WHERE id = ?",
        path,
        segment,
        newState(file, path, revision.get(), state, since, segment),
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

  private record Standing(long state, long from) {}

  /**
   * Ends what stands, if anything does, and returns since when another state counts. A clock that
   * is late must not make anything end before it began: the log has the order.
   */
  private long endState(long file, long at, long segment) throws IOException {
    Optional<Standing> standing =
        sql.first(
            row -> new Standing(row.getLong(1), row.getLong(2)),
            """
            SELECT state.id, state.from_at FROM file JOIN state ON state.id = file.state
            WHERE file.id = ?""",
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

  private void changeFolder(
      CommitHeader header, Detail.FolderChanged folder, JsonNode node, long segment)
      throws IOException {
    InnerPath inner = MetadataFormat.path(node);
    long path = paths.of(header.shelf().orElseThrow(), inner);
    long at =
        sql.first(
                row -> Math.max(countsFrom, row.getLong(1)),
                "SELECT MAX(from_at) FROM folder_state WHERE path = ? AND until_at = ?",
                path,
                Times.NEVER)
            .orElse(countsFrom);
    sql.update(
        "UPDATE folder_state SET until_at = ?, until_segment = ? WHERE path = ? AND until_at = ?",
        at,
        segment,
        path,
        Times.NEVER);
    if (folder.here()) {
      FolderState state = MetadataFormat.folderState(node);
      sql.update(
          """
          INSERT INTO folder_state
          SELECT id, folder, ?2, ?3, ?4, ?5, ?6, ?5 FROM path WHERE id = ?1""",
          path,
          Times.file(state.modified()),
          state.mode().orElse(null),
          at,
          Times.NEVER,
          segment);
    }
  }
}
