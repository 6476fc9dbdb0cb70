package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;

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
      throw new RefusedException("%s lies behind a link that leads elsewhere".formatted(folder));
    }
    return folder.resolve(name);
  }

  @Override
  public FileChannel create(Path name) throws IOException {
    Set<OpenOption> options = Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
    return isPosix()
        ? FileChannel.open(
            at(name),
            options,
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")))
        : FileChannel.open(at(name), options);
  }

  private boolean isPosix() {
    return folder.getFileSystem().supportedFileAttributeViews().contains("posix");
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
  public BasicFileAttributes look(Path name) throws IOException {
    Class<? extends BasicFileAttributes> attributes =
        isPosix() ? PosixFileAttributes.class : BasicFileAttributes.class;
    return Files.readAttributes(at(name), attributes, LinkOption.NOFOLLOW_LINKS);
  }

  @Override
  public void describe(Path name, FileState state) throws IOException {
    Path file = at(name);
    SetTime.of(file, state.modified());
    if (isPosix() && state.link().isEmpty()) {
      PosixFileAttributes around = Files.readAttributes(folder, PosixFileAttributes.class);
      Files.setPosixFilePermissions(file, Permissions.of(state, around));
    }
  }

  @Override
  public void describe(FolderState state) throws IOException {
    if (isPosix() && state.mode().isPresent()) {
      Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString(state.mode().get()));
    }
    SetTime.of(folder, state.modified());
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
