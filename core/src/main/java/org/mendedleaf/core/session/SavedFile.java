package org.mendedleaf.core.session;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Objects;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.place.ForbiddenPlaces;

/**
 * A file that somebody wants written where they say: a plan, a report. It is there whole or not at
 * all, replaces another only if that is wanted, and never lies in a store or a desk's data.
 */
public final class SavedFile {

  private SavedFile() {}

  /** Writes the content. */
  public interface SavedContent {
    void writeTo(OutputStream out) throws IOException;
  }

  /**
   * Writes a file.
   *
   * @param replaces whether a file of that name gives way
   * @throws FileAlreadyExistsException if there is one and it must not
   */
  public static void write(Path file, boolean replaces, SavedContent content) throws IOException {
    ForbiddenPlaces.requireOutside(file);
    writeOwn(file, replaces, content);
  }

  /** The same for a file among the data of this desk. */
  public static void writeOwn(Path file, boolean replaces, SavedContent content)
      throws IOException {
    if (Files.isDirectory(file)) {
      throw new SentenceException("%s is a folder. Nothing was written.".formatted(file));
    }
    if (!replaces && Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
      throw new SentenceException(
          "There is a file %s already, and it was left as it is. Choose another name, or say that it is to be replaced."
              .formatted(file));
    }
    Path folder = Objects.requireNonNull(file.toAbsolutePath().getParent());
    if (!Files.isDirectory(folder)) {
      throw new SentenceException(
          "There is no folder %s, so nothing was written.".formatted(folder));
    }
    Path pending = file.resolveSibling("." + file.getFileName() + ".part");
    try {
      try (FileChannel channel =
              FileChannel.open(
                  pending,
                  StandardOpenOption.CREATE,
                  StandardOpenOption.TRUNCATE_EXISTING,
                  StandardOpenOption.WRITE);
          OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel))) {
        content.writeTo(out);
        out.flush();
        channel.force(true);
      }
      move(pending, file);
    } finally {
      Files.deleteIfExists(pending);
    }
  }

  private static void move(Path pending, Path file) throws IOException {
    try {
      Files.move(
          pending, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(pending, file, StandardCopyOption.REPLACE_EXISTING);
    }
  }
}
