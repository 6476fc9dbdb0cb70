package org.mendedleaf.core.capture;

import java.io.IOException;
import java.lang.ref.SoftReference;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.PresentFile;

/**
 * What is recorded of the shelf that was captured last, remembered as long as memory allows, so
 * that the next look costs only what has been committed since. Safe for several threads.
 */
final class RecordedFiles {

  private final Catalogue catalogue;
  private SoftReference<Known> remembered = new SoftReference<>(null);

  RecordedFiles(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  private record Known(long shelf, long commits, Map<Long, PresentFile> files) {}

  synchronized List<PresentFile> of(long shelf) throws IOException {
    long commits = catalogue.commits();
    Known known = remembered.get();
    if (known == null || known.shelf() != shelf || known.commits() > commits) {
      Map<Long, PresentFile> files = new LinkedHashMap<>();
      catalogue.files().present(shelf).forEach(file -> files.put(file.file(), file));
      known = new Known(shelf, commits, files);
    } else if (known.commits() < commits) {
      for (long gone : catalogue.files().removedSince(shelf, known.commits())) {
        known.files().remove(gone);
      }
      for (PresentFile file : catalogue.files().presentSince(shelf, known.commits())) {
        known.files().put(file.file(), file);
      }
      known = new Known(shelf, commits, known.files());
    }
    remembered = new SoftReference<>(known);
    return List.copyOf(known.files().values());
  }
}
