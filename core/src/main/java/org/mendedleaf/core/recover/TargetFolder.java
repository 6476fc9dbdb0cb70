package org.mendedleaf.core.recover;

import java.io.Closeable;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SecureDirectoryStream;
import org.mendedleaf.core.catalog.FileState;

/**
 * An open folder into which files are written by name. It was reached from a root without following
 * a link, so nothing that is written can end up outside that root. Where the system can, the folder
 * is held open and a link that is swapped in later changes nothing; elsewhere its place is checked
 * before and after each step.
 *
 * <p>Names are single path elements. For the use of one thread.
 */
interface TargetFolder extends Closeable {

  /** Makes a new file and opens it for writing. */
  FileChannel create(Path name) throws IOException;

  /** Opens a file for reading; a link is not followed. */
  FileChannel read(Path name) throws IOException;

  /** Makes a symbolic link. */
  void link(Path name, Path target) throws IOException;

  /** Gives a file the times and permissions of this state, as far as the file system has them. */
  void describe(Path name, FileState state) throws IOException;

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
   * @throws RefusedException if a link or a file is in the way
   */
  @SuppressWarnings("StreamResourceLeak") // the held folder closes it
  static TargetFolder open(Path root, Path folder) throws IOException {
    Path realRoot = root.toRealPath();
    Path inside = root.relativize(folder);
    Path real = realRoot;
    for (Path name : inside) {
      if (name.toString().isEmpty()) {
        continue;
      }
      if (name.toString().equals("..") || name.toString().equals(".")) {
        throw new RefusedException(
            "%s leads out of %s, so nothing is written there.".formatted(folder, root));
      }
      real = real.resolve(name);
      makeFolder(real, folder);
    }
    DirectoryStream<Path> stream = Files.newDirectoryStream(realRoot);
    if (stream instanceof SecureDirectoryStream<Path> secure) {
      return HeldFolder.descend(secure, realRoot, realRoot.relativize(real), folder);
    }
    stream.close();
    return new WatchedFolder(realRoot, real);
  }

  private static void makeFolder(Path real, Path shown) throws IOException {
    if (Files.isDirectory(real, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    try {
      Files.createDirectory(real);
    } catch (FileAlreadyExistsException e) {
      throw new RefusedException(
          "A link or a file stands where the folder %s would have to be, so nothing is written there."
              .formatted(shown));
    }
  }
}
