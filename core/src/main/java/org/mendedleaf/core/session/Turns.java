package org.mendedleaf.core.session;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;

/**
 * Whoever records on a shelf, or puts something into place there, has that shelf's turn; others
 * wait for that shelf alone. Questions wait for nobody, and the journal settles the order of
 * commits. Safe for several threads.
 */
public final class Turns {

  private final Map<String, ReentrantLock> locks = new ConcurrentHashMap<>();

  /** A turn that ends when it is closed. */
  public interface Turn extends AutoCloseable {
    @Override
    void close();
  }

  /** Waits for the turn of one shelf. */
  public Turn take(Shelf shelf) {
    return take(List.of(shelf));
  }

  /** Waits for the turns of several shelves, in an order that all who wait keep to. */
  public Turn take(Collection<Shelf> shelves) {
    return takeNamed(shelves.stream().map(ShelfTimes::name).toList());
  }

  /** Waits for the turns of these shelves of a store. */
  public Turn take(String store, Collection<Long> shelves) {
    return takeNamed(shelves.stream().map(shelf -> ShelfTimes.name(store, shelf)).toList());
  }

  private Turn takeNamed(List<String> names) {
    Map<String, ReentrantLock> wanted = new TreeMap<>();
    for (String name : names) {
      wanted.put(name, locks.computeIfAbsent(name, unused -> new ReentrantLock(true)));
    }
    List<ReentrantLock> taken = new ArrayList<>();
    for (ReentrantLock lock : wanted.values()) {
      lock.lock();
      taken.add(0, lock);
    }
    return () -> taken.forEach(ReentrantLock::unlock);
  }
}
