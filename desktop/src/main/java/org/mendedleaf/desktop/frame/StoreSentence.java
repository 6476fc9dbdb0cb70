package org.mendedleaf.desktop.frame;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** The state of shelves and stores as one or two sentences. */
final class StoreSentence {

  private StoreSentence() {}

  /** The first store that cannot be reached. */
  static Optional<StoreFacts> away(List<StoreFacts> stores) {
    return stores.stream().filter(store -> !store.here()).findFirst();
  }

  static String of(List<Shelf> shelves, List<StoreFacts> stores, Context context) {
    if (stores.isEmpty()) {
      return Words.of("store.none");
    }
    Optional<StoreFacts> away = away(stores);
    if (away.isPresent()) {
      return Words.of(
          away.get().isLocked() ? "store.locked.frame" : "store.away",
          away.get().folder().getFileName());
    }
    Optional<Instant> last =
        shelves.stream()
            .filter(StoreSentence::isCapturedHere)
            .flatMap(s -> s.capturedAt().stream())
            .max(Instant::compareTo);
    StoreFacts store = stores.get(0);
    String captured =
        last.map(
                at ->
                    Words.count(
                        "store.captured",
                        shelves.stream()
                            .filter(shelf -> shelf.settings().recording() == Recording.ON)
                            .filter(StoreSentence::isCapturedHere)
                            .count(),
                        Shown.moment(at, context.now(), context.zone())))
            .orElse(Words.of("store.nothingYet"));
    List<String> off =
        shelves.stream()
            .filter(shelf -> shelf.settings().recording() != Recording.ON)
            .map(shelf -> "“" + shelf.name() + "”")
            .toList();
    if (!off.isEmpty()) {
      captured = Words.count("store.off", off.size(), String.join(", ", off)) + " " + captured;
    }
    String place =
        Words.of(
            "store.place",
            store.folder().getFileName(),
            Shown.size(store.bytes()),
            Shown.size(store.free()));
    return captured + " " + place + (store.sameDrive() ? " " + Words.of("store.sameDrive") : "");
  }

  /** What another desk records says nothing of what this one does. */
  private static boolean isCapturedHere(Shelf shelf) {
    return shelf.folder().isPresent();
  }
}
