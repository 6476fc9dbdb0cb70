package org.mendedleaf.core.desk;

import java.io.Closeable;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;

/**
 * One process per desk owns the catalogue. The system itself lets the lock go when the process
 * ends, however it ends.
 */
public final class DeskLock implements Closeable {

  private final FileChannel channel;
  private final FileLock lock;

  private DeskLock(FileChannel channel, FileLock lock) {
    this.channel = channel;
    this.lock = lock;
  }

  /** Takes the lock, or returns empty if another process has it. */
  public static Optional<DeskLock> tryTake(Path home) throws IOException {
    return tryTake(home, "owner.lock");
  }

  /**
   * Takes the place of the one process that keeps watch on this desk, whoever owns the catalogue
   * just now; empty if another process has it.
   */
  public static Optional<DeskLock> tryTakeWatch(Path home) throws IOException {
    return tryTake(home, "watch.lock");
  }

  /** Whether a process keeps watch on this desk, so that recording goes on without a window. */
  public static boolean isWatchKept(Path home) throws IOException {
    try (DeskLock taken = tryTakeWatch(home).orElse(null)) {
      return taken == null;
    }
  }

  /**
   * Whether a process works on the desk of another home just now; nothing is written there. Where
   * the drive cannot be written to, nobody does.
   */
  public static boolean isInUse(Path home) throws IOException {
    for (String file : new String[] {"owner.lock", "watch.lock"}) {
      Path lock = home.resolve(file);
      if (Files.isWritable(lock)) {
        try (FileChannel channel = FileChannel.open(lock, StandardOpenOption.WRITE);
            FileLock taken = channel.tryLock()) {
          if (taken == null) {
            return true;
          }
        } catch (OverlappingFileLockException e) {
          return true;
        }
      }
    }
    return false;
  }

  private static Optional<DeskLock> tryTake(Path home, String file) throws IOException {
    PrivateFolder.make(home);
    FileChannel channel =
        FileChannel.open(home.resolve(file), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    try {
      FileLock lock = channel.tryLock();
      if (lock != null) {
        return Optional.of(new DeskLock(channel, lock));
      }
    } catch (OverlappingFileLockException e) {
      // another office in this very process has it
      channel.close();
      return Optional.empty();
    }
    channel.close();
    return Optional.empty();
  }

  @Override
  public void close() throws IOException {
    lock.release();
    channel.close();
  }
}
