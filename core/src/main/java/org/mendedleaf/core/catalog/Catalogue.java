package org.mendedleaf.core.catalog;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.CatalogueException;
import org.mendedleaf.core.catalog.tables.CatalogueFiles;
import org.mendedleaf.core.catalog.tables.CataloguePlace;
import org.mendedleaf.core.catalog.tables.Proof;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.StoredChunks;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.catalog.tables.Unread;
import org.mendedleaf.core.store.ChunkIndex;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.Segment;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A projection of one store's log into SQLite: throw it away and it is built again. One process at
 * a time may hold a catalogue; inside it, all methods are safe for several threads. Questions are
 * answered over a connection of their own and see what was committed when they began. While a
 * catalogue is built anew, the former one goes on answering.
 */
public final class Catalogue extends Questions implements ChunkIndex, Closeable {

  private static final Logger LOG = LoggerFactory.getLogger(Catalogue.class);

  private static final long NOT_KEPT = -1;

  private final Store store;
  private final Connections connections;
  private final AppliedLog log;
  private final ChangeLock changing = new ChangeLock();
  private final HurtContents hurt = new HurtContents();

  private Catalogue(Store store, Connections connections) {
    this.store = store;
    this.connections = connections;
    this.log = new AppliedLog(store, connections);
  }

  /**
   * Opens the catalogue of a store and brings it up to date. One that is missing, damaged, of
   * another version, or made of other commits than the store has is built anew; one that is ahead
   * of the store stays, since it knows what the store has lost.
   *
   * <p>Of an encrypted store nothing but what is sealed lies beside that file.
   */
  public static Catalogue open(Store store, Path file) throws IOException {
    Files.createDirectories(file.toAbsolutePath().getParent());
    CataloguePlace place = CataloguePlace.at(file, store.key());
    Catalogue catalogue = new Catalogue(store, new Connections(place, store.description().id()));
    try {
      catalogue.connections.connect();
      catalogue.log.readEnd();
      if (!catalogue.log.fits()) {
        catalogue.log.startOver();
      }
    } catch (CatalogueException e) {
      catalogue.log.startOver();
    }
    catalogue.hurt.look(catalogue.connections.writing());
    catalogue.connections.areKept(catalogue.log.next());
    catalogue.log.opening(true);
    catalogue.catchUp();
    catalogue.log.opening(false);
    return catalogue;
  }

  /** Does away with the catalogue of a store, which nobody has open. */
  public static void discard(Path file) throws IOException {
    CatalogueFiles.of(file).deleteAll();
  }

  public Store store() {
    return store;
  }

  /** Gives contents back. */
  public ContentReader contents() {
    return store.reader(this);
  }

  /** What was found out, and is not in the log. */
  public Remembered remembered() {
    return new Remembered(this);
  }

  /** Changes what is not made of the log. */
  void change(CatalogueChange change) throws IOException {
    changing.alone(
        () -> {
          connections.writing().transaction(() -> change.make(connections.writing()));
          connections.areKept(NOT_KEPT);
        });
  }

  interface CatalogueChange {
    void make(Sql sql) throws IOException;
  }

  /** Finds out what to do on the word of nothing but what is proven. */
  public interface Proving<T> {
    T find(Proof proof) throws IOException;
  }

  /**
   * Asks what something is to be destroyed by; nothing is changed by it.
   *
   * @throws UnprovenException if the catalogue is damaged: {@link #rebuild} it and ask again
   * @throws UnreadException if part of the store could not be read
   */
  public <T> T proving(Proving<T> finding) throws IOException {
    store.requireWhole();
    return changing.alone(
        () -> {
          Sql sql = connections.writing();
          if (Unread.any(sql)) {
            throw new UnreadException(store.root());
          }
          List<T> found = new ArrayList<>();
          sql.rehearsal(() -> found.add(finding.find(Proof.of(sql, store, log.isBuiltHere()))));
          return found.get(0);
        });
  }

  /** Applies all segments that were published since. Returns how many. */
  public long catchUp() throws IOException {
    changing.lock();
    try {
      long before = log.next();
      connections.letAnsweredGo();
      Optional<Segment> next = log.following(log.next());
      if (next.isEmpty()) {
        answerFromHere();
        return 0;
      }
      sound(log::applyAll);
      answerFromHere();
      return log.next() - before;
    } finally {
      changing.unlock();
    }
  }

  /** Applies what was published since, for a question that is about to be asked; never waits. */
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
  private void sound(Sql.InTransaction change) throws IOException {
    try {
      change.run();
    } catch (UnprovenException e) {
      if (connections.isBuilding()) {
        throw e;
      }
      LOG.warn("The catalogue is read from the log again: {}", e.getMessage());
      buildAnew();
    }
  }

  /**
   * Builds a new catalogue beside the one that answers; where that cannot be done, the former one
   * stays: it may know more than the store can still say.
   */
  private void buildAnew() throws IOException {
    store.requireWhole();
    boolean before = log.isBuiltHere();
    log.startOver();
    hurt.look(connections.writing());
    boolean built = false;
    try {
      log.applyAll();
      answerFromHere();
      built = true;
    } finally {
      if (!built && connections.answers()) {
        log.giveUpBuilding(before);
        hurt.look(connections.writing());
      }
    }
  }

  private void answerFromHere() throws IOException {
    if (connections.isBuilding()) {
      connections.answerFromHere(this::insteadOf);
    }
  }

  /** Whether something that the log mentions could not be read when this was made of it. */
  public boolean isPartial() throws IOException {
    return Unread.any(reading());
  }

  public KnownDamage damage() {
    return new KnownDamage(this, hurt);
  }

  @Override
  public boolean isHurt(ContentId id) throws IOException {
    return hurt.any() && hurt.has(reading(), id);
  }

  @Override
  public void noteHurt(ContentId id) throws IOException {
    // What cannot be read in a spool lies in its store.
    store.requireWhole();
    // Perhaps in the middle of a transaction, which has read it.
    changing.alone(() -> hurt.note(connections.writing(), id));
  }

  @Override
  public boolean isRetired(SheafId sheaf) throws IOException {
    return changing.alone(() -> retired().has(sheaf));
  }

  @Override
  public long erasures() {
    changing.lock();
    try {
      return log.erasures();
    } finally {
      changing.unlock();
    }
  }

  /** Whether the log itself, whose every byte is checked, says of all of these that they are. */
  public boolean areRetired(List<SheafId> sheaves) throws IOException {
    return changing.alone(() -> retired().haveByTheLog(sheaves));
  }

  /** A retired sheaf whose file was deleted need not be looked at again. */
  public void forgetSheaf(SheafId sheaf) throws IOException {
    changing.alone(() -> retired().forget(sheaf));
  }

  private RetiredSheaves retired() {
    return new RetiredSheaves(store.log(), connections.writing());
  }

  @Override
  public boolean refresh() throws IOException {
    return catchUp() > 0;
  }

  @Override
  public boolean refreshFor(ContentId missing) throws IOException {
    changing.lock();
    try {
      if (log.isBuiltHere() || store.isSpool() || isHurt(missing)) {
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
      hurt.noteLost(connections.writing(), missing);
      return false;
    } finally {
      changing.unlock();
    }
  }

  /** Throws the catalogue away and builds it again from the store. */
  public long rebuild() throws IOException {
    return changing.alone(
        () -> {
          buildAnew();
          return log.next();
        });
  }

  /** How many commits this catalogue has applied: as long as it stays, so do all answers. */
  public long commits() {
    return log.next();
  }

  /** The last commit that this catalogue has applied; empty in a store without any. Never waits. */
  public Optional<LogHead> head() {
    AppliedLog.Position at = log.position();
    return at.segment() == 0
        ? Optional.empty()
        : Optional.of(new LogHead(at.segment() - 1, at.after()));
  }

  /**
   * Taken before numbers are given: whatever is committed after it, by whomever, takes its number.
   */
  AppliedLog.Position position() {
    changing.lock();
    try {
      return log.position();
    } finally {
      changing.unlock();
    }
  }

  void apply(Segment segment, List<FinishedSheaf> written) throws IOException {
    changing.lock();
    try {
      if (segment.number() != log.next()) {
        // Somebody else in this process has read it from the log already, or builds anew.
        catchUp();
        return;
      }
      Map<SheafId, SheafContents> known = new HashMap<>();
      written.forEach(sheaf -> known.put(sheaf.id(), sheaf.contents()));
      long erasuresBefore = log.erasures();
      sound(() -> log.apply(segment, known));
      if (log.erasures() > erasuresBefore) {
        connections.forgetErased();
      }
    } finally {
      changing.unlock();
    }
  }

  @Override
  public Optional<Location> locate(ContentId id) throws IOException {
    return new StoredChunks(reading()).locate(id);
  }

  @Override
  public List<Location> copies(ContentId id) throws IOException {
    return new StoredChunks(reading()).copies(id);
  }

  /** Damage that a question has met: the catalogue is read from the log, and it is asked again. */
  private Sql insteadOf(Sql damaged) throws IOException {
    if (changing.isHeldByCurrentThread()) {
      // A change is under way, and its end takes care of this.
      throw new UnprovenException("it is damaged");
    }
    changing.lock();
    try {
      if (connections.answersBy(damaged)) {
        LOG.warn("The catalogue is damaged and is read from the log again.");
        var unusedCommits = rebuild();
      }
    } finally {
      changing.unlock();
    }
    return reading();
  }

  @Override
  Sql reading() {
    return connections.reading();
  }

  /** Keeps what was applied since it was opened, so that it is not applied again; may take long. */
  public void keep() throws IOException {
    changing.alone(() -> connections.keep(log.next()));
  }

  @Override
  public void close() {
    changing.lock();
    try {
      keep();
    } catch (IOException e) {
      // The log has all of it.
      LOG.info("The catalogue was not kept as it is now: {}", e.getMessage());
    } finally {
      connections.close();
      changing.unlock();
    }
  }
}
