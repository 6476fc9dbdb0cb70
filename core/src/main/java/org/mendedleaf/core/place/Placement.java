package org.mendedleaf.core.place;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.TemporaryNames;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.DamagedContentException;

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
  private volatile @Nullable KnownDrive drive;

  private record KnownDrive(Path folder, FileStore store) {}

  /**
   * @param workers how many threads check what was written
   */
  Placement(ContentReader contents, RandomGenerator random, int workers) {
    this.contents = contents;
    this.random = random;
    this.workers = workers;
  }

  /**
   * What was put into place.
   *
   * @param attributes that it has
   * @param said what could not be done as it was wished; empty if nothing
   */
  record PlacedFile(BasicFileAttributes attributes, String said) {}

  /**
   * A state that was written aside, forced and checked, and is not in its place yet.
   *
   * @param key of the file that was made
   */
  record Aside(
      FileState state, TargetFolder folder, Path temporary, Path target, Optional<Object> key) {}

  /** A temporary name for each that is written aside; for one thread. */
  Path fresh(Path target) {
    return target.getFileSystem().getPath(TemporaryNames.fresh(random));
  }

  /** Writes a state aside; nothing is left where that fails. Safe for several threads. */
  Aside aside(FileState state, TargetFolder folder, Path target, Path temporary)
      throws IOException {
    boolean written = false;
    try {
      Aside aside =
          new Aside(state, folder, temporary, target, write(state, folder, temporary, target));
      written = true;
      return aside;
    } finally {
      if (!written) {
        deleteIfThere(folder, temporary);
      }
    }
  }

  /**
   * Puts what was written aside into its place, or takes it away again.
   *
   * @param before what stands there
   * @throws RefusedException if something else stands there by now; it is untouched
   */
  PlacedFile put(Aside aside, Recorded before) throws IOException {
    boolean placed = false;
    try {
      BasicFileAttributes written = aside.folder().look(aside.temporary());
      requireOurs(written, aside.key(), aside.state());
      before.requireStill();
      aside.folder().replace(aside.temporary(), aside.target().getFileName());
      placed = true;
      return new PlacedFile(written, said(aside.state(), written));
    } finally {
      if (!placed) {
        drop(aside);
      }
    }
  }

  /** Takes what was written aside away again. */
  void drop(Aside aside) {
    deleteIfThere(aside.folder(), aside.temporary());
  }

  /** Somebody else may write in that folder as well, even under our name. */
  private static void requireOurs(
      BasicFileAttributes written, Optional<Object> key, FileState state) throws RefusedException {
    boolean ours =
        Optional.ofNullable(written.fileKey()).equals(key)
            && written.isSymbolicLink() == state.link().isPresent()
            && (written.isSymbolicLink() || written.size() == state.size());
    if (!ours) {
      throw new RefusedException(
          "somebody has changed what was written aside for it; what stood there is untouched");
    }
  }

  private static String said(FileState state, BasicFileAttributes written) {
    Instant modified = written.lastModifiedTime().toInstant();
    return modified.equals(state.modified())
        ? ""
        : "its time %s could only be set to %s here".formatted(state.modified(), modified);
  }

  /**
   * Writes an archive aside, checks every entry and moves the archive into place.
   *
   * @param before what stands in the archive's place
   * @return the entries as they ended: what could not be read is refused and not in it
   */
  List<Step> placeArchive(Path zip, List<Step> entries, Recorded before, Progress progress)
      throws IOException {
    Path above = Objects.requireNonNull(zip.toAbsolutePath().getParent());
    ForbiddenPlaces.requireOutside(above);
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
            progress.checkCancelled();
            done.add(pack(writer, zip, entry));
            progress.advanced(1, entry.bytes());
          }
          writer.finish();
          channel.force(true);
        }
        check(folder, temporary, zip, done, progress);
        folder.describe(temporary, asNew(zip, folder.look(temporary)));
        before.requireStill();
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

  /** An archive is nobody's earlier state: it has its own time, and permissions as its folder. */
  private static FileState asNew(Path zip, BasicFileAttributes written) {
    return new FileState(
        new InnerPath(ShelfPaths.name(zip)),
        written.size(),
        written.lastModifiedTime().toInstant(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static Step pack(ArchiveWriter writer, Path zip, Step entry) throws IOException {
    String name = entryName(zip, entry);
    try {
      if (entry.state().isEmpty()) {
        writer.folder(name, entry.folder());
      } else {
        writer.add(name, entry.state().get());
      }
      return entry;
    } catch (DamagedContentException e) {
      return entry.ending(Outcome.REFUSED, String.valueOf(e.getMessage()));
    }
  }

  /** The name that a step has in its archive. */
  static String entryName(Path zip, Step entry) {
    return zip.relativize(entry.target())
        .toString()
        .replace(zip.getFileSystem().getSeparator(), "/");
  }

  private void check(
      TargetFolder folder, Path temporary, Path zip, List<Step> entries, Progress progress)
      throws IOException {
    try (FileChannel written = folder.read(temporary);
        ZipFile read = ZipFile.builder().setSeekableByteChannel(written).get()) {
      for (Step entry : entries) {
        progress.checkCancelled();
        boolean isFile = entry.planned() == Outcome.PACKED && entry.state().isPresent();
        if (isFile
            && !ArchiveWriter.holds(read, entryName(zip, entry), entry.state().get(), contents)) {
          throw new IOException(
              "%s in it reads back differently, so what stood there is untouched; check the drive"
                  .formatted(entryName(zip, entry)));
        }
      }
    }
  }

  /** Writes aside and checks what was written; returns the new file's key. */
  private Optional<Object> write(FileState state, TargetFolder folder, Path temporary, Path target)
      throws IOException {
    if (state.link().isPresent()) {
      folder.link(temporary, ShelfPaths.linkTarget(temporary.getFileSystem(), state.link().get()));
      Optional<Object> key = Optional.ofNullable(folder.look(temporary).fileKey());
      folder.describe(temporary, state);
      return key;
    }
    requireRoom(target, state.size());
    ContentRef content = state.content().orElseThrow();
    Optional<Object> key;
    try (FileChannel channel = folder.create(temporary);
        OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel), BUFFER)) {
      key = Optional.ofNullable(folder.look(temporary).fileKey());
      contents.copyToBeChecked(content, out);
      out.flush();
      channel.force(true);
    } catch (AccessDeniedException e) {
      throw new RefusedException("there is no permission to write in its folder");
    }
    try (FileChannel written = folder.read(temporary)) {
      if (!contents.isIn(written, content, workers)) {
        throw new IOException(
            "what was written aside reads back differently, so what stood there is untouched; check the drive");
      }
    }
    folder.describe(temporary, state);
    return key;
  }

  private void requireRoom(Path target, long bytes) throws IOException {
    Path parent = Objects.requireNonNull(target.toAbsolutePath().getParent());
    KnownDrive known = drive;
    if (known == null || !known.folder().equals(parent)) {
      // All mounts are gone through for it.
      known = new KnownDrive(parent, Files.getFileStore(parent));
      drive = known;
    }
    long free = known.store().getUsableSpace();
    if (free < bytes) {
      throw new RefusedException(
          "it needs %,d bytes and its drive has %,d left; what stood there is untouched"
              .formatted(bytes, free));
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
