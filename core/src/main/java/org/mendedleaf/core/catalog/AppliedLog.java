package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.tables.CatalogueException;
import org.mendedleaf.core.catalog.tables.Projection;
import org.mendedleaf.core.catalog.tables.SmallTables;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Unread;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.Segment;

/**
 * Applies the log to the tables and keeps track of how far that has got. Call only while holding
 * the catalogue's lock, except for {@link #next} and {@link #position}.
 */
final class AppliedLog {

  private final Store store;
  private final Connections connections;
  // Questions read it without taking the lock.
  private volatile Position position = new Position(0, Segment.NO_PREDECESSOR);
  private long erasures;
  private boolean builtHere;
  private boolean opening;
  private long endsBefore = -1;

  AppliedLog(Store store, Connections connections) {
    this.store = store;
    this.connections = connections;
  }

  /** The number of the first segment that is not applied. */
  long next() {
    return position.segment();
  }

  Position position() {
    return position;
  }

  /** How many erasures were applied since this was opened. */
  long erasures() {
    return erasures;
  }

  /** Whether the tables were built from the log since this was opened. */
  boolean isBuiltHere() {
    return builtHere;
  }

  /**
   * Where the log goes on, as far as it is known here.
   *
   * @param segment the number that the next commit will have, unless another is first
   * @param after hash of the one before
   */
  record Position(long segment, ContentId after) {}

  /** While it is opened, what cannot be read is passed over; later it may only come late. */
  void opening(boolean now) {
    opening = now;
  }

  /** Looks how far the tables go to which this is connected now. */
  void readEnd() throws IOException {
    Last last =
        connections
            .writing()
            .first(
                row -> new Last(row.getLong(1), ContentId.of(row.getBytes(2))),
                "SELECT number, hash FROM segment ORDER BY number DESC LIMIT 1")
            .orElse(new Last(-1, Segment.NO_PREDECESSOR));
    position = new Position(last.number() + 1, last.hash());
  }

  private record Last(long number, ContentId hash) {}

  /**
   * Whether the tables are of this version and of this store, as it is now.
   *
   * @throws CatalogueException if that, or which shelves there are, cannot be read as it was
   *     written
   */
  boolean fits() throws IOException {
    if (!connections.areOfThisStore()) {
      return false;
    }
    new SmallTables(connections.writing()).prove();
    if (next() == 0) {
      return true;
    }
    if (isWholeAgain()) {
      return false;
    }
    Optional<Segment> last = store.log().read(next() - 1);
    // Where the log has lost its end, this knows more than it: nothing is written then.
    return last.isEmpty() || last.get().hash().equals(position.after());
  }

  /** Whether there were sheaves that could not be read, and all of them can now. */
  private boolean isWholeAgain() throws IOException {
    List<SheafId> unread = Unread.sheaves(connections.writing());
    try {
      for (SheafId sheaf : unread) {
        // What a retired one held lies in another, as far as it lives.
        if (!Unread.isRetired(connections.writing(), sheaf)) {
          var unused = store.contents(sheaf);
        }
      }
      return !unread.isEmpty();
    } catch (DamagedContentException | NoSuchFileException e) {
      return false;
    }
  }

  /** Begins with empty tables, beside those that answer. */
  void startOver() throws IOException {
    builtHere = true;
    position = new Position(0, Segment.NO_PREDECESSOR);
    connections.startOver();
  }

  /** Goes back to those that answer. */
  void giveUpBuilding(boolean wereBuiltHere) throws IOException {
    connections.giveUpBuilding();
    readEnd();
    builtHere = wereBuiltHere;
  }

  /** Also what is published meanwhile; each time all sheaves are read before they are needed. */
  void applyAll() throws IOException {
    long erasuresBefore = erasures;
    for (long end = addSheavesAhead(); end > next(); end = addSheavesAhead()) {
      while (next() < end) {
        apply(store.log().read(next()).orElseThrow(), Map.of());
      }
    }
    if (erasures > erasuresBefore && !connections.isBuilding()) {
      connections.forgetErased();
    }
  }

  /**
   * Reads the sheaves of all new segments first. What an older segment mentions may lie in a sheaf
   * that a newer one has added by packing, and its own sheaf may be gone.
   *
   * @return the number after the last segment that there was
   */
  private long addSheavesAhead() throws IOException {
    boolean salvaging = false;
    while (true) {
      Map<Long, CommitHeader> headers = new LinkedHashMap<>();
      long end = next();
      for (Optional<Segment> segment = following(end);
          segment.isPresent();
          segment = following(++end)) {
        headers.put(end, CommitHeader.decode(segment.get().lines().get(0)));
      }
      try {
        addSheaves(headers, salvaging);
        return end;
      } catch (DamagedContentException | NoSuchFileException e) {
        // Somebody's erasure may have taken a sheaf away since, which the log says then.
        if (following(end).isEmpty()) {
          if (salvaging || !opening) {
            // The present catalogue knows more than the store can say, and a file may arrive late.
            throw e;
          }
          // It is damaged or lost: everything else can be read.
          salvaging = true;
        }
      }
    }
  }

  /** Where neither copy of a segment is whole, the log ends for whoever opens it. */
  Optional<Segment> following(long number) throws IOException {
    try {
      return store.log().read(number);
    } catch (DamagedContentException e) {
      if (opening) {
        endsBefore = number;
      }
      if (number == endsBefore) {
        return Optional.empty();
      }
      throw e;
    }
  }

  private void addSheaves(Map<Long, CommitHeader> headers, boolean salvaging) throws IOException {
    Set<SheafId> gone = new HashSet<>();
    headers.values().forEach(header -> gone.addAll(header.retired()));
    Sql writing = connections.writing();
    Projection projection = new Projection(store, writing);
    writing.transaction(
        () -> {
          for (Map.Entry<Long, CommitHeader> one : headers.entrySet()) {
            projection.changeSheaves(one.getKey(), one.getValue(), Map.of(), gone, salvaging);
          }
          projection.flushNeeds();
        });
  }

  void apply(Segment segment, Map<SheafId, SheafContents> known) throws IOException {
    if (!segment.previous().equals(position.after())) {
      throw new BrokenChainException(segment.number());
    }
    Sql writing = connections.writing();
    Projection projection = new Projection(store, writing);
    writing.transaction(() -> projection.apply(segment, known));
    position = new Position(segment.number() + 1, segment.hash());
    if (CommitHeader.decode(segment.lines().get(0)).act() == Act.ERASE) {
      // Whoever relies on something that was there before has to look again.
      erasures++;
    }
  }
}
