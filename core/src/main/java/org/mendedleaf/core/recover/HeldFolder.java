package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.SecureDirectoryStream;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributeView;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.mendedleaf.core.catalog.FileState;

/** A folder that is held open, so that whatever happens to its path, it stays the same folder. */
final class HeldFolder implements TargetFolder {

  private final SecureDirectoryStream<Path> folder;
  private final Path path;

  private HeldFolder(SecureDirectoryStream<Path> folder, Path path) {
    this.folder = folder;
    this.path = path;
  }

  /**
   * Goes down from an open root, name by name; closes what it leaves.
   *
   * @param shown for messages
   */
  static HeldFolder descend(
      SecureDirectoryStream<Path> root, Path rootPath, Path inside, Path shown) throws IOException {
    SecureDirectoryStream<Path> at = root;
    Path path = rootPath;
    for (Path name : inside) {
      if (name.toString().isEmpty()) {
        continue;
      }
      try (SecureDirectoryStream<Path> above = at) {
        at = above.newDirectoryStream(name, LinkOption.NOFOLLOW_LINKS);
      } catch (FileSystemException e) {
        throw new RefusedException(
            "A link or a file stands where the folder %s would have to be, so nothing is written there."
                .formatted(shown));
      }
      path = path.resolve(name);
    }
    return new HeldFolder(at, path);
  }

  @Override
  public FileChannel create(Path name) throws IOException {
    return channel(
        name,
        Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS));
  }

  @Override
  public FileChannel read(Path name) throws IOException {
    return channel(name, Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS));
  }

  private FileChannel channel(Path name, Set<OpenOption> options) throws IOException {
    SeekableByteChannel channel = folder.newByteChannel(name, options);
    if (channel instanceof FileChannel file) {
      return file;
    }
    channel.close();
    throw new IOException("this file system cannot be written to safely");
  }

  @Override
  public void link(Path name, Path target) throws IOException {
    // There is no way to make a link through an open folder. If its path leads elsewhere by now,
    // the
    // link is not found when it is moved into place, and goes away again.
    Path link = path.resolve(name);
    Files.createSymbolicLink(link, target);
    try {
      var unused =
          folder
              .getFileAttributeView(name, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
              .readAttributes();
    } catch (IOException e) {
      Files.deleteIfExists(link);
      throw e;
    }
  }

  @Override
  public void describe(Path name, FileState state) throws IOException {
    PosixFileAttributeView posix =
        folder.getFileAttributeView(name, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
    if (posix != null && state.mode().isPresent()) {
      posix.setPermissions(PosixFilePermissions.fromString(state.mode().get()));
    }
    folder
        .getFileAttributeView(name, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
        .setTimes(FileTime.from(state.modified()), null, null);
  }

  @Override
  public void replace(Path temporary, Path name) throws IOException {
    folder.move(temporary, folder, name);
  }

  @Override
  public void delete(Path name) throws IOException {
    folder.deleteFile(name);
  }

  @Override
  public void force() {
    WatchedFolder.forceFolder(path);
  }

  @Override
  public void close() throws IOException {
    folder.close();
  }
}
