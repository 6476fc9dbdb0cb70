package org.mendedleaf.core.drill;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * A folder for what a drill recovers, closed to other people. Unless somebody chose it, it lies
 * where the system keeps temporary files and is gone afterwards; one that a killed drill left
 * behind goes with the next. For one thread.
 */
final class ScratchFolder implements Closeable {

  private static final String PREFIX = "mended-leaf-drill-";

  private final Path folder;
  private final Optional<DeskFile> noted;

  private ScratchFolder(Path folder, Optional<DeskFile> noted) {
    this.folder = folder;
    this.noted = noted;
  }

  /**
   * @param chosen where somebody wants to have what was recovered
   * @param bytes that must have room there
   * @throws SentenceException if they have none, or something lies in the chosen folder
   */
  static ScratchFolder open(OfficeSettings settings, Optional<Path> chosen, long bytes)
      throws IOException {
    if (chosen.isPresent()) {
      Path folder = chosen.get().toAbsolutePath().normalize();
      Files.createDirectories(folder);
      requireEmpty(folder);
      requireRoom(folder, bytes);
      return new ScratchFolder(folder, Optional.empty());
    }
    DeskFile noted = DeskFile.at(settings.home().resolve("drill-scratch.txt"));
    clear(noted);
    Path folder = Files.createTempDirectory(PREFIX);
    try {
      requireRoom(folder, bytes);
      noted.write(folder.toString());
    } catch (IOException e) {
      Files.deleteIfExists(folder);
      throw e;
    }
    return new ScratchFolder(folder, Optional.of(noted));
  }

  Path folder() {
    return folder;
  }

  private static void requireEmpty(Path folder) throws IOException {
    try (Stream<Path> lies = Files.list(folder)) {
      if (lies.findAny().isPresent()) {
        throw new SentenceException(
            "%s is not empty, so nothing was recovered to it. Choose a new or empty folder."
                .formatted(folder));
      }
    }
  }

  private static void requireRoom(Path folder, long bytes) throws IOException {
    long free = Files.getFileStore(folder).getUsableSpace();
    if (free < bytes) {
      throw new SentenceException(
          "What is recovered at once takes %,d bytes, and the drive of %s has %,d left, so nothing was tried. Choose another place with --to DIR."
              .formatted(bytes, folder, free));
    }
  }

  /** Leftovers of a drill that was killed. */
  private static void clear(DeskFile noted) throws IOException {
    Optional<Path> left;
    try {
      left = noted.read(text -> Path.of(text.strip()));
    } catch (DamagedDeskFileException e) {
      left = Optional.empty();
    }
    // Only what we make has such a name: whatever the note says, nothing else is taken away.
    if (left.isPresent() && left.get().getFileName().toString().startsWith(PREFIX)) {
      delete(left.get());
    }
  }

  private static void delete(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return;
    }
    List<Path> all;
    try (Stream<Path> inside = Files.walk(folder)) {
      all = inside.sorted(Comparator.reverseOrder()).toList();
    }
    for (Path one : all) {
      Files.deleteIfExists(one);
    }
  }

  @Override
  public void close() throws IOException {
    if (noted.isPresent()) {
      delete(folder);
      noted.get().delete();
    }
  }
}
