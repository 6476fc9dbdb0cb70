package org.mendedleaf.core.session;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.store.Store;

/** The rules for which folders may be shelves and stores together, and for sharing drives. */
public final class ShelfPlaces {

  private ShelfPlaces() {}

  /**
   * @throws SentenceException if this folder cannot be a shelf of a store there
   */
  public static void check(Path folder, Path store, Desk desk) throws IOException {
    if (!Files.exists(folder)) {
      throw new SentenceException(
          "The folder %s does not exist. Nothing was changed.".formatted(folder));
    }
    if (!Files.isDirectory(folder)) {
      throw new SentenceException(
          "%s is not a folder. Nothing was changed; protect the folder that it lies in."
              .formatted(folder));
    }
    if (!Files.isReadable(folder)) {
      throw new SentenceException(
          "The folder %s cannot be read: there is no permission. Nothing was changed."
              .formatted(folder));
    }
    Path real = folder.toRealPath();
    Path realStore = Files.exists(store) ? store.toRealPath() : store;
    if (realStore.startsWith(real)) {
      throw new SentenceException(
          "The store %s lies inside the folder %s, so it would record itself. Nothing was changed; choose a place outside, best on another drive."
              .formatted(store, folder));
    }
    for (Path above = real; above != null; above = above.getParent()) {
      if (Store.liesIn(above)) {
        throw new SentenceException(
            "%s lies inside the store %s, whose files nobody may work on. Nothing was changed."
                .formatted(folder, above));
      }
    }
    requireApartFromOthers(real, desk);
  }

  /**
   * Checks that no shelf of this desk would record the same files twice.
   *
   * @param folder that may not be there yet
   * @throws SentenceException if one would
   */
  public static void requireApartFromOthers(Path folder, Desk desk) throws SentenceException {
    for (Desk.Binding binding : desk.bindings()) {
      if (folder.startsWith(binding.folder()) || binding.folder().startsWith(folder)) {
        throw new SentenceException(
            "%s and the folder %s of another shelf lie inside each other, so files would be recorded twice. Nothing was changed."
                .formatted(folder, binding.folder()));
      }
    }
  }

  /**
   * Checks before anything is made that the store would not lie in the folder.
   *
   * @throws SentenceException if it would
   */
  public static void requireApart(Path folder, Path store) throws SentenceException {
    if (store.toAbsolutePath().normalize().startsWith(folder.toAbsolutePath().normalize())) {
      throw new SentenceException(
          "The store %s lies inside the folder %s, so it would record itself. Nothing was changed; choose a place outside, best on another drive."
              .formatted(store, folder));
    }
  }

  /** Whether two places, existing or not, lie on one drive. */
  public static boolean sameDrive(Path a, Path b) {
    try {
      return Files.getFileStore(existing(a)).equals(Files.getFileStore(existing(b)));
    } catch (IOException e) {
      return false;
    }
  }

  private static Path existing(Path path) {
    Path at = path.toAbsolutePath();
    while (at.getParent() != null && !Files.exists(at)) {
      at = at.getParent();
    }
    return at;
  }

  /** The bytes of all files below this folder. */
  public static long bytesIn(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files
          .filter(file -> Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS))
          .mapToLong(ShelfPlaces::size)
          .sum();
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  private static long size(Path file) {
    try {
      return Files.size(file);
    } catch (IOException e) {
      // It was there when the folder was listed: a pending file that has its name by now.
      return 0;
    }
  }
}
