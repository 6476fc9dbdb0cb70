package org.mendedleaf.core.catalog.tables;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.catalog.lines.LineTarget;
import org.mendedleaf.core.findings.FindingsFormat;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.RevisionKey;

/**
 * Applies each line of the log to the tables and counts what was done. Made anew for each segment.
 * For one thread, inside a transaction.
 */
final class AppliedLines implements LineTarget {

  private final Sql sql;
  private final Needs needs;
  private final Paths paths;
  private final FolderMoves folderMoves;
  private final FileRows fileRows;
  private final ShelfRows shelfRows;
  private final Marks marks;
  private final SaverRows savers;
  private long files;
  private long revisions;
  private long gone;
  private long movedFiles;
  private boolean settingsChanged;

  AppliedLines(Sql sql, Needs needs, Paths paths, FolderMoves folderMoves, FileRows fileRows) {
    this.sql = sql;
    this.needs = needs;
    this.paths = paths;
    this.folderMoves = folderMoves;
    this.fileRows = fileRows;
    this.shelfRows = new ShelfRows(sql);
    this.marks = new Marks(sql);
    this.savers = new SaverRows(sql);
  }

  /** How many files more, or less, the shelf has. */
  long files() {
    return files;
  }

  long revisions() {
    return revisions;
  }

  long gone() {
    return gone;
  }

  long movedFiles() {
    return movedFiles;
  }

  /** Whether anything changed of the few rows that are proven as a whole. */
  boolean settingsChanged() {
    return settingsChanged;
  }

  void finish() throws IOException {
    savers.flush();
  }

  /**
   * A line whose metadata was erased reads as if it had never been written; the number of an erased
   * revision stays unused.
   */
  void passOver(Detail detail, LineContext in) throws IOException {
    if (detail instanceof Detail.Revised revised) {
      fileRows.useNumber(revised);
    } else if (detail instanceof Detail.ShelfAdded added) {
      // Never erased, so it is lost; what was recorded on the shelf is not.
      shelfRows.addUnread(in, added.shelf());
    }
  }

  @Override
  public void revised(Detail.Revised line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    FileState state = MetadataFormat.fileState(says);
    FileRows.Saved saved = fileRows.revise(in, line, state, path(in, state));
    revisions++;
    files += saved.wasPresent() ? 0 : 1;
    state.content().ifPresent(content -> needs.use(content, 1));
    String owner = state.owner().orElse(in.header().by());
    savers.add(line.origin().isOurs() ? in.header().by() : owner, line.file());
    Optional<Arrived> arrived = MetadataFormat.arrived(says);
    if (arrived.isPresent()) {
      marks.arrived(in.header(), saved.revision(), arrived.get(), in.segment());
    }
  }

  private long path(LineContext in, FileState state) throws IOException {
    return paths.of(in.shelf(), state.path());
  }

  @Override
  public void moved(Detail.Moved line, LineContext in) throws IOException {
    FileState state = MetadataFormat.fileState(in.metadata(line));
    long path = path(in, state);
    fileRows.noteFormer(line.file(), path);
    fileRows.change(in, line.file(), path, state);
    movedFiles++;
  }

  @Override
  public void touched(Detail.Touched line, LineContext in) throws IOException {
    FileState state = MetadataFormat.fileState(in.metadata(line));
    fileRows.change(in, line.file(), path(in, state), state);
  }

  @Override
  public void removed(Detail.Removed line, LineContext in) throws IOException {
    gone++;
    files -= fileRows.remove(in, line.file()) ? 1 : 0;
  }

  @Override
  public void folderMoved(Detail.FolderMoved line, LineContext in) throws IOException {
    settingsChanged = true;
    movedFiles += folderMoves.apply(FolderMoves.FolderMove.of(line, in));
  }

  @Override
  public void folderChanged(Detail.FolderChanged line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    long path = paths.of(in.shelf(), MetadataFormat.path(says));
    long since = shelfRows.endFolder(in, path);
    if (line.here()) {
      FolderState state = MetadataFormat.folderState(says);
      shelfRows.beginFolder(in, path, state, since);
    }
  }

  @Override
  public void shelfAdded(Detail.ShelfAdded line, LineContext in) throws IOException {
    settingsChanged = true;
    shelfRows.add(in, line.shelf(), in.metadata(line));
  }

  @Override
  public void shelfSet(Detail.ShelfSet line, LineContext in) throws IOException {
    settingsChanged = true;
    shelfRows.set(in, line.what(), in.metadata(line));
  }

  @Override
  public void snapshotTaken(Detail.SnapshotTaken line, LineContext in) throws IOException {
    settingsChanged = true;
    shelfRows.takeSnapshot(in, line.snapshot(), in.metadata(line));
  }

  @Override
  public void unlabelled(Detail.Unlabelled line, LineContext in) throws IOException {
    settingsChanged = true;
    shelfRows.unlabel(in, line.snapshot());
  }

  @Override
  public void itemDone(Detail.ItemDone line, LineContext in) throws IOException {
    String says = in.metadata(line).toString();
    RevisionKey key = in.key();
    sql.update("INSERT INTO receipt_item VALUES (?,?,?)", key.segment(), key.line(), says);
    needs.useItem(key, says, 1);
  }

  @Override
  public void summed(Detail.Summed line, LineContext in) throws IOException {
    marks.summary(line.revision(), in.metadata(line).get("summary").asText());
  }

  @Override
  public void screened(Detail.Screened line, LineContext in) throws IOException {
    sql.update("INSERT OR IGNORE INTO screened VALUES (?)", line.segment());
  }

  @Override
  public void doubted(Detail.Doubted line, LineContext in) throws IOException {
    marks.doubt(in.header(), line.revision(), FindingsFormat.decode(in.metadata(line)));
  }

  @Override
  public void meant(Detail.Meant line, LineContext in) throws IOException {
    marks.meant(in.header(), line.revision(), in.metadata(line).get("meant").asText());
  }

  @Override
  public void massHappened(Detail.MassHappened line, LineContext in) throws IOException {
    settingsChanged = true;
    sql.update(
        """
        INSERT INTO mass_event (shelf, first, last, damaged, scrambled, removed)
        VALUES (?,?,?,?,?,?) ON CONFLICT DO UPDATE SET last = excluded.last,
          damaged = excluded.damaged, scrambled = excluded.scrambled, removed = excluded.removed,
          why = NULL, at = NULL, person = NULL""",
        line.shelf(),
        line.first(),
        line.last(),
        line.damaged(),
        line.scrambled(),
        line.removed());
  }

  @Override
  public void massDecided(Detail.MassDecided line, LineContext in) throws IOException {
    settingsChanged = true;
    sql.update(
        "UPDATE mass_event SET why = ?, at = ?, person = ? WHERE shelf = ? AND first = ?",
        in.metadata(line).get("decided").asText(),
        Times.nanos(in.header().at()),
        in.header().by(),
        line.shelf(),
        line.first());
  }

  @Override
  public void saverFound(Detail.SaverFound line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    String who = says.get("who").asText();
    marks
        .saver(line.revision(), who, says.get("source").asText())
        .ifPresent(file -> savers.add(who, file));
  }

  @Override
  public void noted(Detail.Noted line, LineContext in) throws IOException {
    String text = in.metadata(line).get("note").asText();
    marks.note(in.header(), line.revision(), text, in.segment());
  }

  @Override
  public void markedGood(Detail.MarkedGood line, LineContext in) throws IOException {
    marks.good(in.header(), line.revision(), line.isGood());
  }

  @Override
  public void held(Detail.Held line, LineContext in) throws IOException {
    marks.hold(in.header(), line.revision(), in.metadata(line));
  }

  @Override
  public void released(Detail.Released line, LineContext in) throws IOException {
    marks.release(line.revision());
  }

  @Override
  public void noticed(Detail.Noticed line, LineContext in) throws IOException {
    marks.notice(in.header(), line);
  }

  @Override
  public void offNotice(Detail.OffNotice line, LineContext in) throws IOException {
    marks.offNotice(line.revision());
  }

  @Override
  public void described(Detail.Described line, LineContext in) throws IOException {
    marks.describe(line.file(), in.metadata(line).toString());
  }

  @Override
  public void issued(Detail.Issued line, LineContext in) throws IOException {
    marks.issue(in.header(), line);
  }

  @Override
  public void called(Detail.Called line, LineContext in) throws IOException {
    sql.update("UPDATE segment SET about = ? WHERE number = ?", line.name(), in.segment());
  }

  @Override
  public void safeguarded(Detail.Safeguarded line, LineContext in) throws IOException {
    settingsChanged = true;
    shelfRows.safeguard(in, line);
  }

  @Override
  public void drilled(Detail.Drilled line, LineContext in) throws IOException {
    DrillFigures figures = line.figures();
    sql.update(
        "INSERT INTO drill VALUES (?,?,?,?,?,?,?)",
        in.segment(),
        figures.sampled(),
        figures.of(),
        figures.opened(),
        figures.bytes(),
        figures.millis(),
        figures.fullMillis());
  }

  // What an erasure took away is no longer where the other lines look for it; Replay does the rest
  // when the whole act is read.

  @Override
  public void erased(Detail.Erased line, LineContext in) {}

  @Override
  public void fileErased(Detail.FileErased line, LineContext in) {}
}
