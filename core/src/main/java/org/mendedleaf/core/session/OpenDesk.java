package org.mendedleaf.core.session;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.locks.ReentrantLock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.store.Store;

/**
 * The open parts of a desk: its stores, its bindings and the child process that looks inside
 * documents. Shared by everybody who acts in one office; its own lock guards the desk and the map
 * of stores.
 */
public final class OpenDesk implements Closeable {

  private final OfficeSettings settings;
  private final Map<String, OpenStore> open = new LinkedHashMap<>();
  private final Turns turns = new Turns();
  private final ReentrantLock tidying = new ReentrantLock();
  private final ReentrantLock drilling = new ReentrantLock();
  private final ReentrantReadWriteLock spooling = new ReentrantReadWriteLock();
  private final CaptureTimes captureTimes;
  private final ShelfTimes thinningTimes;
  private final Insides insides = new Insides();
  private final Watches watches = new Watches();
  private Desk desk;

  public OpenDesk(OfficeSettings settings, Desk desk) {
    this.settings = settings;
    this.desk = desk;
    this.captureTimes = new CaptureTimes(settings.home());
    this.thinningTimes = new ShelfTimes(settings.home(), "thinnings.json");
  }

  public synchronized Desk desk() {
    return desk;
  }

  /**
   * The turns of shelves: whoever records on one, or puts something into place there, takes its
   * turn.
   */
  public Turns turns() {
    return turns;
  }

  /** Held while a store is tidied; one at a time is enough. */
  public ReentrantLock tidying() {
    return tidying;
  }

  /** Held while a drill runs: two would clear each other's scratch place away. */
  public ReentrantLock drilling() {
    return drilling;
  }

  /** Read while something is recorded, written while what waits in a spool is moved over. */
  public ReentrantReadWriteLock spooling() {
    return spooling;
  }

  /** When shelves were looked through last. */
  public CaptureTimes captureTimes() {
    return captureTimes;
  }

  /** When something of shelves was let go last. */
  public ShelfTimes thinningTimes() {
    return thinningTimes;
  }

  public Watches watches() {
    return watches;
  }

  public Insides insides() {
    return insides;
  }

  public synchronized void save(Desk changed) throws IOException {
    changed.save(settings.home());
    desk = changed;
  }

  public synchronized void remember(OpenStore store, Path folder) throws IOException {
    open.put(store.id(), store);
    save(desk.with(new Desk.KnownStore(store.id(), folder)));
  }

  public synchronized OpenStore store(String id) throws IOException {
    OpenStore opened = open.get(id);
    if (opened != null && opened.isSpool() && Store.liesIn(opened.folder())) {
      close(id);
      opened = null;
    }
    if (opened == null) {
      opened = openAt(folderOf(id));
      open.put(id, opened);
    }
    return opened;
  }

  /**
   * A store, or what is recorded on this desk while it is away. Whoever has it open so far has it
   * closed under their hands where its drive has just been taken away.
   *
   * @throws SentenceException if it is away and not enough is known of it here
   */
  public synchronized OpenStore storeOrSpool(String id) throws IOException {
    Path folder = folderOf(id);
    SpoolPlace place = spoolPlace(id);
    OpenStore opened = open.get(id);
    if (Store.liesIn(folder) || (opened != null && opened.isSpool())) {
      return store(id);
    }
    // What is only in memory of its tables is kept by that.
    close(id);
    if (!place.isPossible()) {
      return store(id);
    }
    OpenStore spool = OpenStore.spool(folder, place, settings, desk.id());
    open.put(id, spool);
    return spool;
  }

  /** The same, but one that was opened before its drive was taken away answers as it is. */
  public synchronized OpenStore openOrSpool(String id) throws IOException {
    return open.containsKey(id) ? store(id) : storeOrSpool(id);
  }

  /** Whether enough is known of a store here to go on without it. */
  public synchronized boolean canSpool(String id) throws IOException {
    OpenStore opened = open.get(id);
    if (opened != null && !spoolPlace(id).isPossible()) {
      // The tables of an encrypted store may be in memory alone.
      opened.catalogue().keep();
    }
    return spoolPlace(id).isPossible();
  }

  /** Where on this desk is kept what is recorded while a store is away. */
  public SpoolPlace spoolPlace(String store) {
    return new SpoolPlace(settings, store);
  }

  /** The same of another desk. */
  public SpoolPlace spoolPlaceOf(Path home, String store) {
    return new SpoolPlace(settings.withHome(home), store);
  }

  private void close(String id) {
    OpenStore opened = open.remove(id);
    if (opened != null) {
      opened.close();
    }
  }

  /** Where a store that is known here lies. */
  public synchronized Path folderOf(String store) throws SentenceException {
    return desk.stores().stream()
        .filter(known -> known.id().equals(store))
        .map(Desk.KnownStore::folder)
        .findFirst()
        .orElseThrow(() -> new SentenceException("No store " + store + " is known here."));
  }

  /** Opens a store at another place than it was known at, from now on. */
  public synchronized OpenStore reopen(String id, Path folder) throws IOException {
    close(id);
    OpenStore opened = OpenStore.open(folder, settings, desk.id());
    remember(opened, folder);
    return opened;
  }

  /**
   * Opens the encrypted copy of a store in its place, from now on, and forgets what this desk knew
   * in plain of it.
   */
  public synchronized OpenStore reopenEncrypted(String id, Path folder) throws IOException {
    close(id);
    OpenStore.discardCatalogue(settings, id);
    Outbox.of(settings).forget(id);
    OpenStore opened = reopen(id, folder);
    if (opened.trouble().isPresent()) {
      // Its commits are the same, and their hashes are others.
      opened.acceptLog();
    }
    return opened;
  }

  /** Whether a store was opened already; what its catalogue knows can be told even without it. */
  public synchronized boolean isOpen(String id) {
    return open.containsKey(id);
  }

  public OpenStore storeAt(Path folder) throws IOException {
    for (Desk.KnownStore known : desk().stores()) {
      if (known.folder().equals(folder)) {
        return store(known.id());
      }
    }
    OpenStore opened = openAt(folder);
    remember(opened, folder);
    return opened;
  }

  public OpenStore openAt(Path folder) throws IOException {
    boolean known = desk().stores().stream().anyMatch(one -> one.folder().equals(folder));
    if (!known && !Store.liesIn(folder)) {
      throw new SentenceException(
          "There is no store in %s. “mended-leaf store make %s” makes one there; nothing was changed."
              .formatted(folder, folder));
    }
    try {
      if (!Store.liesIn(folder)) {
        throw new NoSuchFileException(folder.toString());
      }
      return OpenStore.open(folder, settings, desk().id());
    } catch (NoSuchFileException e) {
      throw away(folder, e);
    }
  }

  /** A store that was opened may be away by now; what is written would say so less plainly. */
  public static void requireThere(OpenStore store) throws IOException {
    Path folder = store.store().root();
    if (!Store.liesIn(folder)) {
      throw away(folder, new NoSuchFileException(folder.toString()));
    }
  }

  private static SentenceException away(Path folder, NoSuchFileException e) {
    return new SentenceException(
        "No store can be reached in %s; perhaps its drive is away. Everything recorded is where the store is."
            .formatted(folder),
        e);
  }

  @Override
  public synchronized void close() {
    insides.close();
    watches.close();
    open.values().forEach(OpenStore::close);
    open.clear();
  }
}
