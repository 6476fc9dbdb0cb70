package org.mendedleaf.core.stores;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.LongFunction;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.joining.JoinReport;
import org.mendedleaf.core.joining.Joining;
import org.mendedleaf.core.joining.OtherLog;
import org.mendedleaf.core.joining.WaitingCommits;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.SpoolPlace;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.LockedStoreException;

/**
 * Records on this desk while a store is away: in the format of the store, with a limit, and moved
 * over when the store is back. Safe for several threads; nothing is moved over while something is
 * being recorded.
 */
public final class Spools {

  /** 5 GB, unless somebody says otherwise. */
  public static final long LIMIT = 5_000_000_000L;

  private static final String LIMIT_FILE = "spool.json";
  private static final ObjectMapper JSON = new ObjectMapper();

  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final DeskFile limitFile;

  Spools(OpenDesk desk, OfficeSettings settings) {
    this.desk = desk;
    this.settings = settings;
    this.limitFile = DeskFile.at(settings.home().resolve(LIMIT_FILE));
  }

  /** How many bytes what waits for one store may take on this desk. */
  public long limit() throws IOException {
    return limit(limitFile);
  }

  /** The same on the desk of a home. */
  public static long limitIn(Path home) throws IOException {
    return limit(DeskFile.at(home.resolve(LIMIT_FILE)));
  }

  private static long limit(DeskFile file) throws IOException {
    try {
      return file.read(text -> JSON.readTree(text).required("limit").asLong()).orElse(LIMIT);
    } catch (DamagedDeskFileException e) {
      return LIMIT;
    }
  }

  /** Says how many bytes that are; none means that nothing is recorded while a store is away. */
  public void limit(long bytes) throws IOException {
    limitFile.write(JSON.createObjectNode().put("limit", bytes).toPrettyString());
  }

  /** What waits for a store; empty if nothing does, or its passphrase is not known here. */
  public Optional<SpoolState> of(String store) throws IOException {
    SpoolPlace place = desk.spoolPlace(store);
    if (!place.isWaiting()) {
      return Optional.empty();
    }
    Path folder = desk.folderOf(store);
    try (Store spool = open(place)) {
      WaitingCommits waiting = WaitingCommits.in(spool);
      return Optional.of(
          new SpoolState(
              folder,
              !Store.liesIn(folder),
              waiting.count(),
              waiting.since(),
              place.bytes(),
              limit()));
    } catch (LockedStoreException e) {
      // Nobody can tell what it is, and it is not moved over before somebody can.
      return Optional.empty();
    }
  }

  private Store open(SpoolPlace place) throws IOException {
    Path root = place.folder();
    return Store.openSpool(root, settings.places().at(root), settings.random(), settings.keys());
  }

  /** Something that is recorded. */
  public interface IntoStore<T> {
    T record(OpenStore store) throws IOException;
  }

  /**
   * Records something into a store, or into its spool while it is away. What waits for a store that
   * is back is moved over first.
   *
   * @throws SentenceException if it is away and its spool is full, or cannot be begun
   */
  public <T> T record(String store, IntoStore<T> recording) throws IOException {
    if (canMove(store)) {
      var unused = moveOver(store, Progress.NONE);
    }
    desk.spooling().readLock().lock();
    try {
      OpenStore opened = desk.storeOrSpool(store);
      OpenDesk.requireThere(opened);
      if (opened.isSpool()) {
        requireRoom(opened, desk.spoolPlace(store).bytes());
      }
      return recording.record(opened);
    } finally {
      desk.spooling().readLock().unlock();
    }
  }

  private void requireRoom(OpenStore spool, long bytes) throws IOException {
    long limit = limit();
    if (bytes >= limit) {
      throw new SentenceException(
          "The store %s is away, and what was recorded since takes as much room on this computer as it may (%,d bytes). Nothing more is recorded until it is back; what waits is safe. “mended-leaf store spool --limit” allows more."
              .formatted(spool.folder(), limit));
    }
  }

  /** A shelf that the store has lost may have left its number to another one. */
  private static void requireSameShelves(
      OpenStore store, OtherLog waiting, SpoolPlace place, LongFunction<Optional<Path>> boundTo)
      throws IOException {
    for (long id : waiting.shelves()) {
      Optional<String> bound = boundTo.apply(id).map(Path::toString);
      boolean same =
          store.catalogue().shelves().all().stream()
              .anyMatch(one -> one.id() == id && bound.equals(Optional.of(one.folder())));
      if (!same) {
        throw new SentenceException(
            "What was recorded while the store %s was away belongs to a shelf that the store does not have any more, so it was not moved over. It is safe in %s; its files are in their folder."
                .formatted(store.folder(), place.folder()));
      }
    }
  }

  /** Whether enough of a store is known here, and room left, to record while it is away. */
  public boolean isPossible(String store) throws IOException {
    return desk.canSpool(store) && desk.spoolPlace(store).bytes() < limit();
  }

  /** Whether something waits for a store that is back. */
  public boolean canMove(String store) throws IOException {
    return desk.spoolPlace(store).isWaiting() && Store.liesIn(desk.folderOf(store));
  }

  /**
   * Moves what waits into its store. Stopped in between, what was moved is in the store, and the
   * next time the rest is.
   *
   * @return what was moved; empty if nothing waits, the store is still away, or something is being
   *     recorded just now
   */
  public Optional<JoinReport> moveOver(String store, Progress progress) throws IOException {
    SpoolPlace place = desk.spoolPlace(store);
    if (!desk.spooling().writeLock().tryLock()) {
      // Something is being recorded, which must not wait for this, nor this for that.
      return Optional.empty();
    }
    try {
      if (!canMove(store)) {
        return Optional.empty();
      }
      JoinReport report =
          join(desk.store(store), place, shelf -> desk.desk().folderOf(store, shelf), progress);
      place.clear();
      return Optional.of(report);
    } finally {
      desk.spooling().writeLock().unlock();
    }
  }

  private JoinReport join(
      OpenStore opened, SpoolPlace place, LongFunction<Optional<Path>> bound, Progress progress)
      throws IOException {
    JoinReport report;
    try (Store spool = open(place)) {
      opened.catalogue().catchUp();
      OtherLog waiting = OtherLog.ofSpool(opened.catalogue(), spool);
      if (waiting.isOfLostCommits()) {
        requireSameShelves(opened, waiting, place, bound);
      }
      report =
          new Joining(
                  opened.catalogue(),
                  opened.journal(),
                  waiting,
                  settings.clock(),
                  settings.person())
              .join(progress);
    }
    if (!report.unreadable().isEmpty()) {
      throw new SentenceException(
          "%s was recorded while the store %s was away, and cannot be read in the spool on this computer any more. Everything else is in the store; the spool stays as it is in %s."
              .formatted(report.unreadable().get(0).shown(), opened.folder(), place.folder()));
    }
    return report;
  }

  /** How many acts wait for a store in the spool of another desk; none where there is no spool. */
  public long waitingThere(Path home, String store) throws IOException {
    SpoolPlace place = desk.spoolPlaceOf(home, store);
    if (!place.isWaiting()) {
      return 0;
    }
    try (Store spool = open(place)) {
      return WaitingCommits.in(spool).count();
    }
  }

  /**
   * Takes what waits in the spool of a desk that is no more into its store, which is there. The
   * spool stays as it is; what was taken in once is not taken in again.
   *
   * @param home the data of that desk
   * @param bound where that desk had the folders of shelves
   * @throws SentenceException if something cannot be read there
   */
  public JoinReport takeIn(
      String store, Path home, LongFunction<Optional<Path>> bound, Progress progress)
      throws IOException {
    SpoolPlace place = desk.spoolPlaceOf(home, store);
    desk.spooling().writeLock().lock();
    try {
      return place.isWaiting()
          ? join(desk.store(store), place, bound, progress)
          : JoinReport.NOTHING;
    } finally {
      desk.spooling().writeLock().unlock();
    }
  }
}
