package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.store.Store;

/**
 * Places in which nothing is written, moved or removed on a person's wish: stores and the data of
 * desks, ours or another's. They are told by what lies in them, so that no list has to be kept.
 */
public final class ForbiddenPlaces {

  private static final String DESK = "desk.json";
  private static final String CATALOGUES = "catalogues";
  private static final String LOCK = "owner.lock";

  private ForbiddenPlaces() {}

  /**
   * Refuses a path that lies in such a place, or is one; links on the way are followed.
   *
   * @throws RefusedException with the reason
   */
  public static void requireOutside(Path path) throws IOException {
    Optional<String> why = why(path);
    if (why.isPresent()) {
      throw new RefusedException(
          "%s cannot be used for that: %s, so nothing is written or removed there. Nothing was changed."
              .formatted(path, why.get()));
    }
  }

  /** Why nothing may be written or removed there; empty if it may. */
  public static Optional<String> why(Path path) throws IOException {
    for (Path at = real(path); at != null; at = at.getParent()) {
      if (Store.liesIn(at)) {
        return Optional.of(
            "it lies in the store %s, in which Mended Leaf keeps revisions".formatted(at));
      }
      if (isHome(at)) {
        return Optional.of(
            "it lies in %s, in which Mended Leaf keeps the data of a desk".formatted(at));
      }
    }
    return Optional.empty();
  }

  private static boolean isHome(Path folder) {
    return Files.isRegularFile(folder.resolve(DESK))
        && (Files.isDirectory(folder.resolve(CATALOGUES)) || Files.exists(folder.resolve(LOCK)));
  }

  /** The path with the links of what exists of it followed. */
  private static Path real(Path path) throws IOException {
    Path absolute = path.toAbsolutePath().normalize();
    Path existing = absolute;
    while (existing.getParent() != null && !Files.exists(existing)) {
      existing = existing.getParent();
    }
    Path rest = existing.relativize(absolute);
    return existing.toRealPath().resolve(rest);
  }
}
