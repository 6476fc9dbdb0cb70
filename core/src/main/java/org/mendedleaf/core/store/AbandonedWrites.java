package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.store.format.StoreLayout;

/**
 * Files under pending names whose writer has died: nobody has written to them for an hour. They may
 * hold what is to be erased. Should their writer be alive after all, it finds its file gone when it
 * wants to publish it, and what it recorded is recorded again.
 */
public final class AbandonedWrites {

  static final Duration AFTER = Duration.ofHours(1);

  private final StoreLayout layout;

  AbandonedWrites(StoreLayout layout) {
    this.layout = layout;
  }

  /** A file that nobody writes any more, and its bytes. */
  public record Abandoned(Path file, long bytes) {}

  /** Finds them; the clock of the store's place counts, not this machine's. */
  public List<Abandoned> find() throws IOException {
    List<Path> pending = new ArrayList<>();
    add(layout.root(), pending);
    add(layout.log(), pending);
    add(layout.twin(), pending);
    try (DirectoryStream<Path> folders = Files.newDirectoryStream(layout.sheaves())) {
      for (Path folder : folders) {
        add(folder, pending);
      }
    }
    if (pending.isEmpty()) {
      return List.of();
    }
    Instant before = placeTime(layout).minus(AFTER);
    List<Abandoned> abandoned = new ArrayList<>();
    for (Path file : pending) {
      try {
        BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
        if (attributes.lastModifiedTime().toInstant().isBefore(before)) {
          abandoned.add(new Abandoned(file, attributes.size()));
        }
      } catch (NoSuchFileException e) {
        // Published meanwhile: it was alive.
      }
    }
    return abandoned;
  }

  /** Deletes them. */
  public static void delete(List<Abandoned> abandoned) throws IOException {
    for (Abandoned one : abandoned) {
      Files.deleteIfExists(one.file());
    }
  }

  private static void add(Path folder, List<Path> pending) throws IOException {
    try (DirectoryStream<Path> files =
        Files.newDirectoryStream(folder, "*" + StoreLayout.PENDING)) {
      files.forEach(pending::add);
    } catch (NotDirectoryException | NoSuchFileException e) {
      // No folder of ours.
    }
  }

  /** What time the store's place gives a file that is written now. */
  static Instant placeTime(StoreLayout layout) throws IOException {
    Path probe = Files.createTempFile(layout.root(), "clock", StoreLayout.PENDING);
    try {
      return Files.getLastModifiedTime(probe).toInstant();
    } finally {
      Files.delete(probe);
    }
  }
}
