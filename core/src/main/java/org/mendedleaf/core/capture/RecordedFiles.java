package org.mendedleaf.core.capture;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.ref.SoftReference;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.PresentFile;

/**
 * The recorded files of captured shelves, kept as long as memory allows, so that the next look
 * costs only what has been committed since. Safe for several threads: who asks about one shelf does
 * not wait for who asks about another.
 */
final class RecordedFiles {

  private final Catalogue catalogue;
  private final Map<Long, ShelfMemory> shelves = new ConcurrentHashMap<>();

  RecordedFiles(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  private static final class ShelfMemory {
    private SoftReference<KnownFiles> remembered = new SoftReference<>(null);
  }

  /**
   * @param erasures how many there had been: what is erased with all its history is removed from
   *     nowhere, it just is no more
   */
  private record KnownFiles(long commits, long erasures, Map<Long, PresentFile> files) {}

  /** For those who ask on another thread: what cannot be read is thrown unchecked. */
  List<PresentFile> asked(long shelf) {
    try {
      return of(shelf);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  List<PresentFile> of(long shelf) throws IOException {
    ShelfMemory one = shelves.computeIfAbsent(shelf, unused -> new ShelfMemory());
    synchronized (one) {
      long commits = catalogue.commits();
      long erasures = catalogue.erasures();
      KnownFiles known = one.remembered.get();
      if (known == null || known.commits() > commits || known.erasures() != erasures) {
        Map<Long, PresentFile> files = new LinkedHashMap<>();
        catalogue.present().of(shelf).forEach(file -> files.put(file.file(), file));
        known = new KnownFiles(commits, erasures, files);
      } else if (known.commits() < commits) {
        for (long gone : catalogue.present().removedSince(shelf, known.commits())) {
          known.files().remove(gone);
        }
        for (PresentFile file : catalogue.present().since(shelf, known.commits())) {
          known.files().put(file.file(), file);
        }
        known = new KnownFiles(commits, erasures, known.files());
      }
      one.remembered = new SoftReference<>(known);
      return List.copyOf(known.files().values());
    }
  }
}
