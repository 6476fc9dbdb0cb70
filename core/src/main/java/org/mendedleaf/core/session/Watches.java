package org.mendedleaf.core.session;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.watch.FolderWatch;
import org.mendedleaf.core.watch.WatchState;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The shelves' folders that this desk watches for saves. Safe for several threads. */
public final class Watches implements Closeable {

  private static final Logger LOG = LoggerFactory.getLogger(Watches.class);

  private final Map<String, Watched> watched = new HashMap<>();
  // Beginning to watch very many folders takes a while; how it stands is told meanwhile.
  private final Map<String, WatchState> states = new ConcurrentHashMap<>();

  private record Watched(Path folder, LeftOut leftOut, FolderWatch watch) {}

  /** Watches these shelves from now on, and no others. */
  public synchronized void watch(List<Shelf> shelves) throws IOException {
    Set<String> names = shelves.stream().map(ShelfTimes::name).collect(Collectors.toSet());
    for (String name : List.copyOf(watched.keySet())) {
      if (!names.contains(name)) {
        Objects.requireNonNull(watched.remove(name)).watch().close();
        states.remove(name);
      }
    }
    for (Shelf shelf : shelves) {
      String name = ShelfTimes.name(shelf);
      Path folder = shelf.folder().orElseThrow();
      LeftOut leftOut = shelf.settings().leftOut();
      Watched known = watched.get(name);
      if (known == null || !known.folder().equals(folder) || !known.leftOut().equals(leftOut)) {
        if (known != null) {
          known.watch().close();
        }
        watched.put(name, new Watched(folder, leftOut, new FolderWatch(folder, leftOut)));
      }
    }
  }

  /** Watches nothing any longer. */
  @Override
  public synchronized void close() {
    for (Watched one : watched.values()) {
      try {
        one.watch().close();
      } catch (IOException e) {
        LOG.warn("The watch of {} could not be ended.", one.folder(), e);
      }
    }
    watched.clear();
    states.clear();
  }

  /** The names of those in which something was saved and has settled. */
  public synchronized Set<String> look(Instant now) throws IOException {
    List<String> due = new ArrayList<>();
    for (Map.Entry<String, Watched> one : watched.entrySet()) {
      one.getValue().watch().look(now);
      states.put(one.getKey(), one.getValue().watch().state());
      if (one.getValue().watch().isDue(now)) {
        due.add(one.getKey());
      }
    }
    return Set.copyOf(due);
  }

  /** Somebody begins to capture a shelf. */
  public synchronized void begun(Shelf shelf) {
    Optional.ofNullable(watched.get(ShelfTimes.name(shelf))).ifPresent(one -> one.watch().begun());
  }

  /** The capture of a shelf came to nothing. */
  public synchronized void missed(Shelf shelf, Instant now) {
    Optional.ofNullable(watched.get(ShelfTimes.name(shelf)))
        .ifPresent(one -> one.watch().missed(now));
  }

  /** The capture of a shelf has ended. */
  public synchronized void ended(Shelf shelf, Instant now, Duration took) {
    Optional.ofNullable(watched.get(ShelfTimes.name(shelf)))
        .ifPresent(one -> one.watch().ended(now, took));
  }

  /** How well a shelf was watched when it was looked at last; empty if it is not. At once. */
  public Optional<WatchState> of(Shelf shelf) {
    return Optional.ofNullable(states.get(ShelfTimes.name(shelf)));
  }
}
