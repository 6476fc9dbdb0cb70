package org.mendedleaf.core.catalog;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.ReentrantLock;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.questions.ChangeQuestions;
import org.mendedleaf.core.catalog.questions.FileQuestions;
import org.mendedleaf.core.catalog.questions.LedgerQuestions;
import org.mendedleaf.core.catalog.questions.LineageQuestions;
import org.mendedleaf.core.catalog.questions.MarkQuestions;
import org.mendedleaf.core.catalog.questions.MomentQuestions;
import org.mendedleaf.core.catalog.questions.NameQuestions;
import org.mendedleaf.core.catalog.questions.PresentQuestions;
import org.mendedleaf.core.catalog.questions.SnapshotQuestions;
import org.mendedleaf.core.catalog.questions.SpaceQuestions;
import org.mendedleaf.core.catalog.questions.TreeQuestions;
import org.mendedleaf.core.catalog.tables.CatalogueException;
import org.mendedleaf.core.catalog.tables.CatalogueFiles;
import org.mendedleaf.core.catalog.tables.LoggedLines;
import org.mendedleaf.core.catalog.tables.Projection;
import org.mendedleaf.core.catalog.tables.Proof;
import org.mendedleaf.core.catalog.tables.Schema;
import org.mendedleaf.core.catalog.tables.SmallTables;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.StoredChunks;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.store.ChunkIndex;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.DamagedContentException;
import org.mendedleaf.core.store.FinishedSheaf;
import org.mendedleaf.core.store.Location;
import org.mendedleaf.core.store.Segment;
import org.mendedleaf.core.store.SheafContents;
import org.mendedleaf.core.store.SheafId;
import org.mendedleaf.core.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A projection of one store's log into SQLite: throw it away and it is built again. One process at
 * a time may hold a catalogue; inside it, all methods are safe for several threads. Questions are
 * answered over a connection of their own and see what was committed when they began. While a
 * catalogue is built anew, the former one goes on answering.
 */
public final class Catalogue implements ChunkIndex, Closeable {

  private static final Logger LOG = LoggerFactory.getLogger(Catalogue.class);

  private static final int READERS = 3;

  /** In KiB, negative as SQLite wants it: what is built has no order on the disk yet. */
  private static final int BUILDING_CACHE = -262_144;

  private static final long ANSWERED_BY_THEN_NANOS = 60_000_000_000L;

  private final Store store;
  private final CatalogueFiles files;
  private Sql writing;
  // One long question must not keep the short ones waiting.
  private volatile List<Sql> reading = List.of();
  private boolean building;
  // Whoever changes the tables has it; questions go without.
  private final ReentrantLock changing = new ReentrantLock();
  private volatile boolean anyHurt;
  // Who asked before a catalogue was built anew may not have done asking.
  private List<Sql> former = List.of();
  private long formerSince;
  // Changed under the lock, and read by questions without it.
  private volatile long nextSegment;
  private long erasures;
  // Whether it was built from the log since it was opened.
  private boolean builtHere;
  private ContentId lastHash = Segment.NO_PREDECESSOR;

  private Catalogue(Store store, CatalogueFiles files) {
    this.store = store;
    this.files = files;
  }

  /**
   * Opens the catalogue of a store and brings it up to date. One that is missing, damaged, of
   * another version, or ahead of the store is built anew.
   */
  public static Catalogue open(Store store, Path file) throws IOException {
    Files.createDirectories(file.toAbsolutePath().getParent());
    Catalogue catalogue = new Catalogue(store, CatalogueFiles.of(file));
    try {
      catalogue.connect();
      catalogue.building = true;
      if (!catalogue.fits()) {
        catalogue.startOver();
      }
    } catch (CatalogueException e) {
      catalogue.startOver();
    }
    catalogue.catchUp();
    return catalogue;
  }

  public Store store() {
    return store;
  }

  /** Gives contents back. */
  public ContentReader contents() {
    return store.reader(this);
  }

  /** Questions about shelves, files and revisions. */
  public FileQuestions files() {
    return new FileQuestions(reading());
  }

  /** Questions about what lies on a shelf now. */
  public PresentQuestions present() {
    return new PresentQuestions(reading());
  }

  /** Questions about folders at a moment. */
  public TreeQuestions trees() {
    return new TreeQuestions(reading());
  }

  /** Questions about snapshots. */
  public SnapshotQuestions snapshots() {
    return new SnapshotQuestions(reading());
  }

  /** Questions about folders at a moment and what became of them. */
  public MomentQuestions moments() {
    return new MomentQuestions(reading());
  }

  /** Questions about what changed when. */
  public ChangeQuestions changes() {
    return new ChangeQuestions(reading());
  }

  /** Questions about names. */
  public NameQuestions names() {
    return new NameQuestions(reading());
  }

  /** Questions about what needs which bytes. */
  public SpaceQuestions space() {
    return new SpaceQuestions(reading());
  }

  /** Remembers what large contents are made of, as ids one after another; it can be read again. */
  public void rememberParts(Map<ContentId, byte[]> parts) throws IOException {
    changing.lock();
    try {
      if (!parts.isEmpty()) {
        writing.transaction(
            () -> {
              for (Map.Entry<ContentId, byte[]> one : parts.entrySet()) {
                writing.update(
                    "INSERT OR REPLACE INTO part VALUES (?,?)",
                    one.getKey().bytes(),
                    one.getValue());
              }
            });
      }
    } finally {
      changing.unlock();
    }
  }

  /** Remembers what files were found to hold; it can be found out again. */
  public void rememberLooked(List<LookedFile> looked) throws IOException {
    changing.lock();
    try {
      if (!looked.isEmpty()) {
        writing.transaction(
            () -> {
              for (LookedFile one : looked) {
                writing.update(
                    "INSERT OR REPLACE INTO looked VALUES (?,?,?,?)",
                    one.file(),
                    one.revision(),
                    one.key().orElse(null),
                    Times.nanos(one.at()));
              }
            });
      }
    } finally {
      changing.unlock();
    }
  }

  /** Remembers what files cost; it can be counted again. */
  public void rememberCount(SpaceQuestions.Count count) throws IOException {
    changing.lock();
    try {
      writing.transaction(
          () -> {
            writing.update("DELETE FROM file_cost");
            for (SpaceQuestions.Counted one : count.files()) {
              writing.update(
                  "INSERT INTO file_cost VALUES (?,?,?,?,?)",
                  one.file(),
                  one.revisions(),
                  one.current(),
                  one.history(),
                  one.alone());
            }
            writing.update(
                "INSERT OR REPLACE INTO about VALUES ('counted', ?)",
                count.commit() + " " + count.disk());
          });
    } finally {
      changing.unlock();
    }
  }

  /** Questions about all that a shelf ever recorded. */
  public LineageQuestions lineages() {
    return new LineageQuestions(reading());
  }

  /** Questions about what people say of revisions and files. */
  public MarkQuestions marks() {
    return new MarkQuestions(reading());
  }

  /** Finds out what to do on the word of nothing but what is proven. */
  public interface Finding<T> {
    T find(Proof proof) throws IOException;
  }

  /**
   * Asks what something is to be destroyed by; nothing is changed by it.
   *
   * @throws UnprovenException if the catalogue is damaged: {@link #rebuild} it and ask again
   */
  public <T> T proving(Finding<T> finding) throws IOException {
    changing.lock();
    try {
      List<T> found = new ArrayList<>();
      writing.rehearsal(
          () -> {
            LoggedLines log =
                new LoggedLines(store.log(), store.reader(new StoredChunks(writing)), writing);
            Projection projection = new Projection(store, writing);
            found.add(finding.find(new Proof(writing, store, projection, log, builtHere)));
          });
      return found.get(0);
    } finally {
      changing.unlock();
    }
  }

  /** Questions about what was done. */
  public LedgerQuestions ledger() {
    return new LedgerQuestions(reading());
  }

  /** Applies all segments that were published since. Returns how many. */
  public long catchUp() throws IOException {
    changing.lock();
    try {
      long before = nextSegment;
      letFormerGo(false);
      Optional<Segment> next = store.log().read(nextSegment);
      if (next.isEmpty()) {
        answerFromHere();
        return 0;
      }
      sound(this::applyAll);
      answerFromHere();
      return nextSegment - before;
    } finally {
      changing.unlock();
    }
  }

  /**
   * Applies what was published since, for a question that is about to be asked. Where a thread of
   * this process is changing something, as by a large capture, it does not wait for that: what was
   * committed before is answered.
   */
  public void lookForNews() throws IOException {
    if (changing.tryLock()) {
      try {
        catchUp();
      } finally {
        changing.unlock();
      }
    }
  }

  /** Changes the catalogue; where it turns out to be damaged, it is read from the log instead. */
  private void sound(Sql.Work change) throws IOException {
    try {
      change.run();
    } catch (UnprovenException e) {
      if (building) {
        throw e;
      }
      LOG.warn("The catalogue is read from the log again: {}", e.getMessage());
      buildAnew();
    }
  }

  /**
   * Builds a new catalogue beside the one that answers. Where that cannot be done, because
   * something in the store is damaged or away, the former one stays: it may know more than the
   * store can still say.
   */
  private void buildAnew() throws IOException {
    boolean before = builtHere;
    startOver();
    boolean built = false;
    try {
      applyAll();
      answerFromHere();
      built = true;
    } finally {
      if (!built && !reading.isEmpty()) {
        writing.close();
        files.back();
        connect();
        building = false;
        builtHere = before;
      }
    }
  }

  /** Also what is published meanwhile; each time all sheaves are read before they are needed. */
  private void applyAll() throws IOException {
    long erasuresBefore = erasures;
    for (long end = addSheavesAhead(); end > nextSegment; end = addSheavesAhead()) {
      while (nextSegment < end) {
        apply(store.log().read(nextSegment).orElseThrow(), Map.of());
      }
    }
    if (erasures > erasuresBefore && !building) {
      forgetWritten();
    }
  }

  /** What was erased must not stay here either: the pages that were written lie in two files. */
  private void forgetWritten() throws CatalogueException {
    writing.execute("PRAGMA wal_checkpoint(TRUNCATE)");
  }

  /** Once it is built, a new catalogue answers, and nothing is left of the former one's files. */
  private void answerFromHere() throws IOException {
    if (!building) {
      return;
    }
    // What is sorted for an index may be sorted by two.
    writing.execute("PRAGMA threads=2");
    for (String index : Schema.AFTERWARDS) {
      writing.execute(index);
    }
    writing.execute("PRAGMA cache_size=" + Sql.CACHE);
    List<Sql> readers = new ArrayList<>();
    for (int i = 0; i < READERS; i++) {
      readers.add(new Sql(files.current(), this::insteadOf));
    }
    letFormerGo(true);
    former = reading;
    formerSince = System.nanoTime();
    reading = List.copyOf(readers);
    building = false;
    try {
      files.deleteOthers();
    } catch (IOException e) {
      // Some systems do not delete what is open.
      letFormerGo(true);
      files.deleteOthers();
    }
  }

  private void letFormerGo(boolean atOnce) {
    if (atOnce || System.nanoTime() - formerSince > ANSWERED_BY_THEN_NANOS) {
      former.forEach(Sql::close);
      former = List.of();
    }
  }

  /** Whether anything is known that could not be read where it lies. */
  public boolean isAnythingHurt() {
    return anyHurt;
  }

  @Override
  public boolean isHurt(ContentId id) throws IOException {
    return anyHurt
        && reading()
            .first(row -> row.getLong(1), "SELECT 1 FROM hurt WHERE id = ?", id.bytes())
            .isPresent();
  }

  @Override
  public void noteHurt(ContentId id) throws IOException {
    changing.lock();
    try {
      anyHurt = true;
      boolean known =
          writing
              .first(row -> row.getLong(1), "SELECT 1 FROM hurt WHERE id = ?", id.bytes())
              .isPresent();
      if (!known) {
        // Whatever lies in the same record cannot be read either.
        writing.update(
            """
            INSERT OR IGNORE INTO hurt SELECT beside.id FROM chunk
            JOIN chunk AS beside ON beside.record = chunk.record
            WHERE chunk.id = ?""",
            (Object) id.bytes());
      }
    } finally {
      changing.unlock();
    }
  }

  @Override
  public boolean isRetired(SheafId sheaf) throws IOException {
    changing.lock();
    try {
      return writing
          .first(
              row -> row.getLong(1),
              "SELECT 1 FROM sheaf WHERE name = ? AND retired_at IS NOT NULL",
              sheaf.text())
          .isPresent();
    } finally {
      changing.unlock();
    }
  }

  @Override
  public long erasures() {
    changing.lock();
    try {
      return erasures;
    } finally {
      changing.unlock();
    }
  }

  /**
   * Reads the sheaves of all new segments first. What an older segment mentions may lie in a sheaf
   * that a newer one has added by packing, and its own sheaf may be gone.
   *
   * @return the number after the last segment that there was
   */
  private long addSheavesAhead() throws IOException {
    while (true) {
      Map<Long, CommitHeader> headers = new LinkedHashMap<>();
      long end = nextSegment;
      for (Optional<Segment> segment = store.log().read(end);
          segment.isPresent();
          segment = store.log().read(++end)) {
        headers.put(end, CommitHeader.decode(segment.get().lines().get(0)));
      }
      try {
        addSheaves(headers);
        return end;
      } catch (DamagedContentException | NoSuchFileException e) {
        // Somebody's erasure may have taken a sheaf away since, which the log says then.
        if (store.log().read(end).isEmpty()) {
          throw e;
        }
      }
    }
  }

  private void addSheaves(Map<Long, CommitHeader> headers) throws IOException {
    Set<SheafId> gone = new HashSet<>();
    headers.values().forEach(header -> gone.addAll(header.retired()));
    Projection projection = new Projection(store, writing);
    writing.transaction(
        () -> {
          for (Map.Entry<Long, CommitHeader> one : headers.entrySet()) {
            projection.changeSheaves(one.getKey(), one.getValue(), Map.of(), gone);
          }
          projection.flushNeeds();
        });
  }

  /** Whether the log itself, whose every byte is checked, says of all of these that they are. */
  public boolean areRetired(List<SheafId> sheaves) throws IOException {
    changing.lock();
    try {
      Map<Long, CommitHeader> headers = new HashMap<>();
      for (SheafId sheaf : sheaves) {
        long in =
            writing
                .first(
                    row -> row.getLong(1),
                    "SELECT retired_in FROM sheaf WHERE name = ?",
                    sheaf.text())
                .orElse(-1L);
        if (!headers.containsKey(in)) {
          Optional<Segment> segment = in < 0 ? Optional.empty() : store.log().read(in);
          if (segment.isEmpty()) {
            return false;
          }
          headers.put(in, CommitHeader.decode(segment.get().lines().get(0)));
        }
        if (!headers.get(in).retired().contains(sheaf)) {
          return false;
        }
      }
      return true;
    } finally {
      changing.unlock();
    }
  }

  /** A retired sheaf whose file was deleted need not be looked at again. */
  public void forgetSheaf(SheafId sheaf) throws IOException {
    changing.lock();
    try {
      writing.update("UPDATE sheaf SET retired_at = ? WHERE name = ?", Times.NEVER, sheaf.text());
    } finally {
      changing.unlock();
    }
  }

  @Override
  public boolean refresh() throws IOException {
    return catchUp() > 0;
  }

  @Override
  public boolean refreshFor(ContentId missing) throws IOException {
    changing.lock();
    try {
      if (builtHere || isHurt(missing)) {
        return false;
      }
      LOG.warn("The catalogue is read from the log again: it does not know where a content lies.");
      var unusedCommits = rebuild();
      if (locate(missing).isPresent()) {
        return true;
      }
      if (files().holding(missing).isEmpty()) {
        throw new UnprovenException(
            "which content a revision has. It has been read from the log again; ask once more");
      }
      // Its sheaf is lost. The next time this need not be found out again.
      anyHurt = true;
      writing.update("INSERT OR IGNORE INTO hurt VALUES (?)", (Object) missing.bytes());
      return false;
    } finally {
      changing.unlock();
    }
  }

  /** Throws the catalogue away and builds it again from the store. */
  public long rebuild() throws IOException {
    changing.lock();
    try {
      buildAnew();
      return nextSegment;
    } finally {
      changing.unlock();
    }
  }

  /** What was remembered about a content; empty if nothing was. */
  public Optional<byte[]> traits(ContentId content) throws IOException {
    return reading()
        .first(
            row -> row.getBytes(1), "SELECT traits FROM traits WHERE content = ?", content.bytes());
  }

  /** Remembers what costs time to find out about a content, and can be found out again. */
  public void rememberTraits(ContentId content, byte[] traits) throws IOException {
    changing.lock();
    try {
      writing.update("INSERT OR REPLACE INTO traits VALUES (?,?)", content.bytes(), traits);
    } finally {
      changing.unlock();
    }
  }

  /** How many commits this catalogue has applied: as long as it stays, so do all answers. */
  public long commits() {
    return nextSegment;
  }

  /** The number that the next commit will have, unless another desk is first. */
  public long nextSegment() {
    return nextSegment;
  }

  /**
   * Where the log goes on, as far as it is known here.
   *
   * @param segment the number that the next commit will have, unless another is first
   * @param after hash of the one before
   */
  record Position(long segment, ContentId after) {}

  /**
   * Taken before numbers are given: whatever is committed after it, by whomever, takes its number,
   * so that nothing is published on top of what its numbers were not given on.
   */
  Position position() {
    changing.lock();
    try {
      return new Position(nextSegment, lastHash);
    } finally {
      changing.unlock();
    }
  }

  void apply(Segment segment, List<FinishedSheaf> written) throws IOException {
    changing.lock();
    try {
      if (segment.number() != nextSegment) {
        // Somebody else in this process has read it from the log already, or builds anew.
        catchUp();
        return;
      }
      Map<SheafId, SheafContents> known = new HashMap<>();
      written.forEach(sheaf -> known.put(sheaf.id(), sheaf.contents()));
      long erasuresBefore = erasures;
      sound(() -> apply(segment, known));
      if (erasures > erasuresBefore) {
        forgetWritten();
      }
    } finally {
      changing.unlock();
    }
  }

  private void apply(Segment segment, Map<SheafId, SheafContents> known) throws IOException {
    if (!segment.previous().equals(lastHash)) {
      throw new BrokenChainException(segment.number());
    }
    Projection projection = new Projection(store, writing);
    writing.transaction(() -> projection.apply(segment, known));
    nextSegment = segment.number() + 1;
    lastHash = segment.hash();
    if (CommitHeader.decode(segment.lines().get(0)).act() == Act.ERASE) {
      // Whoever relies on something that was there before has to look again.
      erasures++;
    }
  }

  @Override
  public Optional<Location> locate(ContentId id) throws IOException {
    return new StoredChunks(reading()).locate(id);
  }

  /** Damage that a question has met: the catalogue is read from the log, and it is asked again. */
  private Sql insteadOf(Sql damaged) throws IOException {
    if (changing.isHeldByCurrentThread()) {
      // In the middle of changing it; whoever does that sees to it.
      throw new UnprovenException("it is damaged");
    }
    changing.lock();
    try {
      if (reading.contains(damaged)) {
        LOG.warn("The catalogue is damaged and is read from the log again.");
        var unusedCommits = rebuild();
      }
    } finally {
      changing.unlock();
    }
    return reading();
  }

  /** The connection that is least asked at the moment. */
  private Sql reading() {
    return reading.stream().min(Comparator.comparingInt(Sql::asking)).orElseThrow();
  }

  private void connect() throws IOException {
    files.make();
    writing = new Sql(files.current());
    int version = writing.first(row -> row.getInt(1), "PRAGMA user_version").orElse(0);
    if (version == 0) {
      writing.execute("PRAGMA cache_size=" + BUILDING_CACHE);
      writing.transaction(
          () -> {
            for (String table : Schema.TABLES) {
              writing.execute(table);
            }
            writing.update("INSERT INTO about VALUES ('store', ?)", store.description().id());
            new SmallTables(writing).seal();
            writing.execute("PRAGMA user_version = " + Schema.VERSION);
          });
    }
    anyHurt = writing.first(row -> row.getLong(1), "SELECT 1 FROM hurt LIMIT 1").isPresent();
    writing
        .first(
            row -> new Last(row.getLong(1), ContentId.of(row.getBytes(2))),
            "SELECT number, hash FROM segment ORDER BY number DESC LIMIT 1")
        .ifPresent(
            last -> {
              nextSegment = last.number() + 1;
              lastHash = last.hash();
            });
  }

  private record Last(long number, ContentId hash) {}

  /**
   * Whether this catalogue is of this version and of this store, as it is now.
   *
   * @throws CatalogueException if that, or which shelves there are, cannot be read as it was
   *     written
   */
  private boolean fits() throws IOException {
    int version = writing.first(row -> row.getInt(1), "PRAGMA user_version").orElse(0);
    if (version != Schema.VERSION) {
      return false;
    }
    String of =
        writing
            .first(row -> row.getString(1), "SELECT value FROM about WHERE key = 'store'")
            .orElse("");
    if (!of.equals(store.description().id())) {
      return false;
    }
    new SmallTables(writing).prove();
    return nextSegment == 0
        || store
            .log()
            .read(nextSegment - 1)
            .map(segment -> segment.hash().equals(lastHash))
            .orElse(false);
  }

  private void startOver() throws IOException {
    if (writing != null) {
      writing.close();
    }
    files.next();
    building = true;
    builtHere = true;
    nextSegment = 0;
    lastHash = Segment.NO_PREDECESSOR;
    connect();
  }

  @Override
  public void close() {
    changing.lock();
    try {
      reading.forEach(Sql::close);
      letFormerGo(true);
      if (writing != null) {
        writing.close();
      }
    } finally {
      changing.unlock();
    }
  }
}
