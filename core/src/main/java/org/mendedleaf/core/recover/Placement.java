package org.mendedleaf.core.recover;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.random.RandomGenerator;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.mendedleaf.core.capture.TemporaryNames;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.ContentRef;
import org.mendedleaf.core.store.DamagedContentException;

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

  /**
   * @param root nothing is written outside it
   * @param target below the root; folders on the way are made
   */
  void place(FileState state, Path root, Path target, LastLook lastLook) throws IOException {
    Path name = target.getFileName();
    try (TargetFolder folder = TargetFolder.open(root, target.toAbsolutePath().getParent())) {
      Path temporary = name.getFileSystem().getPath(TemporaryNames.fresh(random));
      boolean placed = false;
      try {
        if (state.link().isPresent()) {
          folder.link(temporary, name.getFileSystem().getPath(state.link().get()));
        } else {
          requireRoom(target, state.size());
          write(state, folder, temporary, target);
        }
        lastLook.check();
        folder.replace(temporary, name);
        placed = true;
      } finally {
        if (!placed) {
          deleteIfThere(folder, temporary);
        }
      }
      folder.force();
    }
  }

  /**
   * Writes an archive aside, checks every entry and moves the archive into place.
   *
   * @param lastLook may also stop the work between two entries
   * @return the entries as they ended: what could not be read is refused and not in it
   */
  List<Step> placeArchive(Path zip, List<Step> entries, LastLook lastLook, Progress progress)
      throws IOException {
    Path above = zip.toAbsolutePath().getParent();
    Files.createDirectories(above);
    List<Step> done = new ArrayList<>();
    try (TargetFolder folder = TargetFolder.open(above, above)) {
      Path temporary = zip.getFileSystem().getPath(TemporaryNames.fresh(random));
      boolean placed = false;
      try {
        requireRoom(zip, 0);
        try (FileChannel channel = folder.create(temporary);
            ArchiveWriter writer = new ArchiveWriter(contents, channel)) {
          for (Step entry : entries) {
            lastLook.check();
            done.add(pack(writer, zip, entry));
            progress.advanced(1, entry.bytes());
          }
          writer.finish();
          channel.force(true);
        }
        check(folder, temporary, zip, done, lastLook);
        lastLook.check();
        folder.replace(temporary, zip.getFileName());
        placed = true;
      } finally {
        if (!placed) {
          deleteIfThere(folder, temporary);
        }
      }
      folder.force();
    }
    return done;
  }

  private static Step pack(ArchiveWriter writer, Path zip, Step entry) throws IOException {
    String name = entryName(zip, entry);
    try {
      if (entry.state().isEmpty()) {
        writer.folder(name);
      } else {
        writer.add(name, entry.state().get());
      }
      return entry;
    } catch (DamagedContentException e) {
      return entry.ending(Outcome.REFUSED, e.getMessage());
    }
  }

  /** The name that a step has in its archive. */
  static String entryName(Path zip, Step entry) {
    return zip.relativize(entry.target())
        .toString()
        .replace(zip.getFileSystem().getSeparator(), "/");
  }

  private void check(
      TargetFolder folder, Path temporary, Path zip, List<Step> entries, LastLook lastLook)
      throws IOException {
    try (FileChannel written = folder.read(temporary);
        ZipFile read = ZipFile.builder().setSeekableByteChannel(written).get()) {
      for (Step entry : entries) {
        lastLook.check();
        boolean isFile = entry.planned() == Outcome.PACKED && entry.state().isPresent();
        if (isFile
            && !ArchiveWriter.holds(read, entryName(zip, entry), entry.state().get(), contents)) {
          throw new IOException(
              "%s was not written: %s in it reads back differently. What stood there is untouched; check the drive."
                  .formatted(zip, entryName(zip, entry)));
        }
      }
    }
  }

  private void write(FileState state, TargetFolder folder, Path temporary, Path target)
      throws IOException {
    ContentRef content = state.content().orElseThrow();
    try (FileChannel channel = folder.create(temporary);
        OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel), BUFFER)) {
      contents.copyToBeChecked(content, out);
      out.flush();
      channel.force(true);
    } catch (AccessDeniedException e) {
      throw new RefusedException(
          "%s cannot be written: there is no permission to write in its folder. Nothing was changed."
              .formatted(target));
    }
    try (FileChannel written = folder.read(temporary)) {
      if (!contents.isIn(written, content, workers)) {
        throw new IOException(
            "%s was not written: what was written aside reads back differently. What stood there is untouched; check the drive."
                .formatted(target));
      }
    }
    folder.describe(temporary, state);
  }

  private static void requireRoom(Path target, long bytes) throws IOException {
    FileStore drive = Files.getFileStore(target.toAbsolutePath().getParent());
    long free = drive.getUsableSpace();
    if (free < bytes) {
      throw new RefusedException(
          "%s cannot be written: it needs %,d bytes and its drive has %,d left. Nothing was changed."
              .formatted(target, bytes, free));
    }
  }

  private static void deleteIfThere(TargetFolder folder, Path temporary) {
    try {
      folder.delete(temporary);
    } catch (IOException e) {
      // It was never made, or the drive is gone and the name is a temporary one that captures skip.
      return;
    }
  }
}
