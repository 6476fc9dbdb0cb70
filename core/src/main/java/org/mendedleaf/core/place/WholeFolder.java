package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Objects;
import java.util.stream.Stream;
import org.mendedleaf.core.drive.Durability;

/**
 * A folder that gets all its files before it gets its name, so that nobody takes a part of them for
 * all.
 *
 * @param folder where it is to lie; nothing lies there, or an empty folder
 */
public record WholeFolder(Path folder) {

  private static final String BEING_RECOVERED = ".being-recovered";

  /** Where its files are put first; what an earlier try has put there counts. */
  public Path pending() {
    return folder.resolveSibling(folder.getFileName() + BEING_RECOVERED);
  }

  /** Makes the folder in which its files are put first. */
  public void make() throws IOException {
    ForbiddenPlaces.requireOutside(folder);
    Files.createDirectories(pending());
  }

  /** Whether nothing lies in its place. */
  public boolean isFree() throws IOException {
    if (Files.notExists(folder, LinkOption.NOFOLLOW_LINKS)) {
      return true;
    }
    if (!Files.isDirectory(folder) || !Files.isReadable(folder)) {
      return false;
    }
    try (Stream<Path> lies = Files.list(folder)) {
      return lies.findAny().isEmpty();
    }
  }

  /** Gives it its name. Only an empty folder gives way. */
  public void putIntoPlace(Durability durability) throws IOException {
    Files.deleteIfExists(folder);
    Files.move(pending(), folder, StandardCopyOption.ATOMIC_MOVE);
    durability.forceFolder(Objects.requireNonNull(folder.getParent()));
  }
}
