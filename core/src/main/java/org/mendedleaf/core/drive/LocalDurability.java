package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.ReadOnlyFileSystemException;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Objects;

/**
 * A file system of this machine. With hard links a name is published by linking, which fails if it
 * is taken; without them only one desk may write, and publishing is a look and a move.
 */
public final class LocalDurability implements Durability {

  private final boolean hardLinks;
  private final boolean forces;

  private LocalDurability(boolean hardLinks, boolean forces) {
    this.hardLinks = hardLinks;
    this.forces = forces;
  }

  /** Tries out what a place can do; one in which nothing can be written can still be read. */
  static Durability tried(Path folder) throws IOException {
    try {
      return probe(folder);
    } catch (AccessDeniedException | ReadOnlyFileSystemException e) {
      return new ReadOnlyPlace(folder);
    } catch (FileSystemException e) {
      // What the system says of a drive that is mounted for reading has no type of its own.
      if (Files.isWritable(folder)) {
        throw e;
      }
      return new ReadOnlyPlace(folder);
    }
  }

  /** Tries out what this existing, writable folder can do. */
  public static LocalDurability probe(Path folder) throws IOException {
    Path file = Files.createTempFile(folder, ".probe", ".tmp");
    Path link = folder.resolve(file.getFileName() + ".link");
    try {
      Files.createLink(link, file);
      return new LocalDurability(true, true);
    } catch (IOException | UnsupportedOperationException e) {
      return new LocalDurability(false, true);
    } finally {
      Files.deleteIfExists(link);
      Files.deleteIfExists(file);
    }
  }

  @Override
  public LocalDurability unforced() {
    return new LocalDurability(hardLinks, false);
  }

  @Override
  public boolean confirmsWrites() {
    return forces;
  }

  @Override
  public boolean severalWriters() {
    return hardLinks;
  }

  @Override
  public void force(Path file) throws IOException {
    if (!forces) {
      return;
    }
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.force(true);
    }
  }

  @Override
  public void forceFolder(Path folder) throws IOException {
    if (!forces) {
      return;
    }
    // Only some systems let a folder be opened; where they do not, names are durable with the file.
    FileChannel channel;
    try {
      channel = FileChannel.open(folder, StandardOpenOption.READ);
    } catch (IOException | UnsupportedOperationException e) {
      return;
    }
    try (channel) {
      channel.force(true);
    }
  }

  @Override
  public boolean publish(Path temporary, Path target) throws IOException {
    try {
      if (hardLinks) {
        Files.createLink(target, temporary);
      } else if (Files.exists(target)) {
        return false;
      } else {
        Files.move(temporary, target, StandardCopyOption.ATOMIC_MOVE);
      }
      forceFolder(Objects.requireNonNull(target.toAbsolutePath().getParent()));
      return true;
    } catch (FileAlreadyExistsException e) {
      return false;
    } finally {
      Files.deleteIfExists(temporary);
    }
  }

  @Override
  public void replace(Path temporary, Path target) throws IOException {
    Files.move(
        temporary, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    forceFolder(Objects.requireNonNull(target.toAbsolutePath().getParent()));
  }
}
