package org.mendedleaf.core.place;

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
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;

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
            "a link or a file stands where the folder %s would have to be".formatted(shown));
      }
      path = path.resolve(name);
    }
    return new HeldFolder(at, path);
  }

  @Override
  public FileChannel create(Path name) throws IOException {
    return channel(
        name,
        Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS),
        PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
  }

  @Override
  public FileChannel read(Path name) throws IOException {
    return channel(name, Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS));
  }

  private FileChannel channel(Path name, Set<OpenOption> options, FileAttribute<?>... attributes)
      throws IOException {
    SeekableByteChannel channel = folder.newByteChannel(name, options, attributes);
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
  public BasicFileAttributes look(Path name) throws IOException {
    return posix(name).readAttributes();
  }

  private PosixFileAttributeView posix(Path name) {
    return folder.getFileAttributeView(
        name, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
  }

  @Override
  public void describe(Path name, FileState state) throws IOException {
    if (state.modified().isAfter(SetTime.LAST_BY_NANOSECONDS)) {
      posix(name).setTimes(FileTime.from(state.modified()), null, null);
    } else {
      // Through an open folder only microseconds can be set. By its path a file gets nanoseconds,
      // and its name is one that nobody else uses.
      SetTime.of(path.resolve(name), state.modified());
    }
    if (state.link().isEmpty()) {
      posix(name).setPermissions(Permissions.of(state, look()));
    }
  }

  private PosixFileAttributes look() throws IOException {
    return folder.getFileAttributeView(PosixFileAttributeView.class).readAttributes();
  }

  @Override
  public void describe(FolderState state) throws IOException {
    PosixFileAttributeView view = folder.getFileAttributeView(PosixFileAttributeView.class);
    if (state.mode().isPresent()) {
      view.setPermissions(PosixFilePermissions.fromString(state.mode().get()));
    }
    view.setTimes(FileTime.from(state.modified()), null, null);
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
