package org.mendedleaf.core.place;

import java.io.Closeable;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SecureDirectoryStream;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;

/**
 * An open folder into which files are written by name. It was reached from a root without following
 * a link, so nothing that is written can end up outside that root, and it lies in none of the
 * {@link ForbiddenPlaces}. Where the system can, the folder is held open and a link that is swapped
 * in later changes nothing; elsewhere its place is checked before and after each step.
 *
 * <p>Names are single path elements. Several threads may write files of different names at once;
 * opening, forcing and closing the folder are for one.
 */
interface TargetFolder extends Closeable {

  /** Makes a new file that only its owner may read, and opens it for writing. */
  FileChannel create(Path name) throws IOException;

  /** Opens a file for reading; a link is not followed. */
  FileChannel read(Path name) throws IOException;

  /** Makes a symbolic link. */
  void link(Path name, Path target) throws IOException;

  /** What is there under a name, links not followed; POSIX attributes where there are any. */
  BasicFileAttributes look(Path name) throws IOException;

  /** Gives a file the times and permissions of this state, as far as the file system has them. */
  void describe(Path name, FileState state) throws IOException;

  /** Gives the folder itself these times and permissions, as far as the file system has them. */
  void describe(FolderState state) throws IOException;

  /** Puts one file of this folder in the place of another, in one step. */
  void replace(Path temporary, Path name) throws IOException;

  void delete(Path name) throws IOException;

  /** Makes names that were added or removed durable. */
  void force() throws IOException;

  @Override
  void close() throws IOException;

  /**
   * Opens a folder below a root; folders that are missing are made.
   *
   * @param root an existing folder, may be reached over links
   * @param folder the root or a path below it
   * @throws RefusedException if a link or a file is in the way, or nothing may be written there
   */
  static TargetFolder open(Path root, Path folder) throws IOException {
    requireAllowed(folder);
    Path realRoot = root.toRealPath();
    Path real = inside(realRoot, root, folder, true).orElseThrow();
    return open(realRoot, real, folder);
  }

  /** The same if the folder is there; nothing is made. */
  static Optional<TargetFolder> openExisting(Path root, Path folder) throws IOException {
    requireAllowed(folder);
    Path realRoot = root.toRealPath();
    Optional<Path> real = inside(realRoot, root, folder, false);
    return real.isEmpty() ? Optional.empty() : Optional.of(open(realRoot, real.get(), folder));
  }

  private static void requireAllowed(Path folder) throws IOException {
    Optional<String> why = ForbiddenPlaces.why(folder);
    if (why.isPresent()) {
      throw new RefusedException(why.get());
    }
  }

  @SuppressWarnings("StreamResourceLeak") // the held folder closes it
  private static TargetFolder open(Path realRoot, Path real, Path shown) throws IOException {
    DirectoryStream<Path> stream = Files.newDirectoryStream(realRoot);
    if (stream instanceof SecureDirectoryStream<Path> secure) {
      return HeldFolder.descend(secure, realRoot, realRoot.relativize(real), shown);
    }
    stream.close();
    return new WatchedFolder(realRoot, real);
  }

  private static Optional<Path> inside(Path realRoot, Path root, Path folder, boolean make)
      throws IOException {
    Path real = realRoot;
    for (Path name : root.relativize(folder)) {
      if (name.toString().isEmpty()) {
        continue;
      }
      if (name.toString().equals("..") || name.toString().equals(".")) {
        throw new RefusedException("%s leads out of %s".formatted(folder, root));
      }
      real = real.resolve(name);
      if (make) {
        makeFolder(real, folder);
      } else if (!Files.isDirectory(real, LinkOption.NOFOLLOW_LINKS)) {
        return Optional.empty();
      }
    }
    return Optional.of(real);
  }

  private static void makeFolder(Path real, Path shown) throws IOException {
    if (Files.isDirectory(real, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    try {
      Files.createDirectory(real);
    } catch (FileAlreadyExistsException e) {
      throw new RefusedException(
          "a link or a file stands where the folder %s would have to be".formatted(shown));
    }
  }
}
