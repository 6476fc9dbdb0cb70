package org.mendedleaf.core.recover;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributeView;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.capture.TemporaryNames;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.ContentRef;

/**
 * Writes a recorded state into place: aside under a temporary name in the same folder, forced, read
 * again and compared, given its times and permissions, and only then moved over what stands there.
 * Whatever fails leaves the target as it was.
 */
final class Placement {

  private static final int BUFFER = 1 << 16;

  private final ContentReader contents;
  private final RandomGenerator random;
  private final int workers;

  /**
   * @param workers how many threads check what was written
   */
  Placement(ContentReader contents, RandomGenerator random, int workers) {
    this.contents = contents;
    this.random = random;
    this.workers = workers;
  }

  /** Looks once more at the target, right before it is replaced. */
  interface LastLook {
    /** Throws if the target is no longer as it should be. */
    void check() throws IOException;
  }

  void place(FileState state, Path target, LastLook lastLook) throws IOException {
    Path folder = target.toAbsolutePath().getParent();
    Path temporary = folder.resolve(TemporaryNames.fresh(random));
    try {
      if (state.link().isPresent()) {
        Files.createSymbolicLink(temporary, folder.getFileSystem().getPath(state.link().get()));
      } else {
        requireRoom(folder, state.size(), target);
        write(state, temporary, target);
      }
      lastLook.check();
      move(temporary, target);
    } finally {
      Files.deleteIfExists(temporary);
    }
    forceFolder(folder);
  }

  private void write(FileState state, Path temporary, Path target) throws IOException {
    ContentRef content = state.content().orElseThrow();
    try (FileChannel channel =
            FileChannel.open(temporary, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
        OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel), BUFFER)) {
      contents.copyToBeChecked(content, out);
      out.flush();
      channel.force(true);
    } catch (AccessDeniedException e) {
      throw new RefusedException(
          "%s cannot be mended: there is no permission to write in its folder. Nothing was changed."
              .formatted(target));
    }
    if (!contents.isIn(temporary, content, workers)) {
      throw new IOException(
          "%s was not mended: what was written aside reads back differently. What stood there is untouched; check the drive."
              .formatted(target));
    }
    if (state.mode().isPresent() && supports(temporary, "posix")) {
      Files.setPosixFilePermissions(temporary, PosixFilePermissions.fromString(state.mode().get()));
    }
    Files.getFileAttributeView(temporary, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
        .setTimes(FileTime.from(state.modified()), null, null);
  }

  private static void requireRoom(Path folder, long bytes, Path target) throws IOException {
    FileStore drive = Files.getFileStore(folder);
    long free = drive.getUsableSpace();
    if (free < bytes) {
      throw new RefusedException(
          "%s cannot be mended: it needs %,d bytes and its drive has %,d left. Nothing was changed."
              .formatted(target, bytes, free));
    }
  }

  private static void move(Path temporary, Path target) throws IOException {
    try {
      Files.move(
          temporary, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(temporary, target, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  private static boolean supports(Path file, String view) {
    return file.getFileSystem().supportedFileAttributeViews().contains(view);
  }

  private static void forceFolder(Path folder) {
    try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
      channel.force(true);
    } catch (IOException | UnsupportedOperationException e) {
      // Not every system lets a folder be forced; the file itself is.
      return;
    }
  }
}
