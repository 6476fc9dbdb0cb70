package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributeView;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import org.mendedleaf.core.catalog.FileState;

/**
 * A folder on a file system that cannot hold folders open: before each step its path is followed
 * again and must still lead to the same place.
 */
final class WatchedFolder implements TargetFolder {

  private final Path root;
  private final Path folder;

  WatchedFolder(Path root, Path folder) {
    this.root = root;
    this.folder = folder;
  }

  private Path at(Path name) throws IOException {
    Path real = folder.toRealPath();
    if (!real.startsWith(root.toRealPath())) {
      throw new RefusedException(
          "%s lies behind a link that leads elsewhere, so nothing is written there."
              .formatted(folder));
    }
    return folder.resolve(name);
  }

  @Override
  public FileChannel create(Path name) throws IOException {
    return FileChannel.open(at(name), StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
  }

  @Override
  public FileChannel read(Path name) throws IOException {
    return FileChannel.open(at(name), StandardOpenOption.READ);
  }

  @Override
  public void link(Path name, Path target) throws IOException {
    Files.createSymbolicLink(at(name), target);
  }

  @Override
  public void describe(Path name, FileState state) throws IOException {
    Path file = at(name);
    boolean posix = file.getFileSystem().supportedFileAttributeViews().contains("posix");
    if (posix && state.mode().isPresent()) {
      Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(state.mode().get()));
    }
    Files.getFileAttributeView(file, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
        .setTimes(FileTime.from(state.modified()), null, null);
  }

  @Override
  public void replace(Path temporary, Path name) throws IOException {
    Path from = at(temporary);
    Path to = at(name);
    try {
      Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  @Override
  public void delete(Path name) throws IOException {
    Files.delete(at(name));
  }

  @Override
  public void force() {
    forceFolder(folder);
  }

  static void forceFolder(Path folder) {
    try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
      channel.force(true);
    } catch (IOException | UnsupportedOperationException e) {
      // Not every system lets a folder be forced; the file itself is.
      return;
    }
  }

  @Override
  public void close() {}
}
