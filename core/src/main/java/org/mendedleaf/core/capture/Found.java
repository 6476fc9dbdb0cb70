package org.mendedleaf.core.capture;

import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;

/**
 * A file, link or folder that lies on the shelf now, before anything of it is read.
 *
 * @param isLink whether it is a symbolic link; its size is then that of its target's name
 */
record Found(
    Path file,
    InnerPath path,
    long size,
    Instant modified,
    Optional<String> mode,
    Optional<String> key,
    boolean isLink) {

  /** There are few, and a shelf may have hundreds of thousands of files. */
  private static final Map<Set<PosixFilePermission>, Optional<String>> MODES =
      new ConcurrentHashMap<>();

  static Found of(Path file, InnerPath path, BasicFileAttributes attributes, FileTimes times) {
    return new Found(
        file,
        path,
        attributes.isDirectory() ? 0 : attributes.size(),
        times.onOfficeClock(attributes.lastModifiedTime().toInstant()),
        mode(attributes),
        Optional.ofNullable(attributes.fileKey()).map(Object::toString),
        attributes.isSymbolicLink());
  }

  /** Whether a second look has found the same file, not written to in between. */
  boolean sameAs(Found later) {
    return size == later.size
        && modified.equals(later.modified)
        && key.equals(later.key)
        && isLink == later.isLink;
  }

  /** The state of this file if it holds what another does. */
  FileState holding(FileState written, Optional<String> owner) {
    return new FileState(
        path, written.size(), modified, mode, owner, key, written.content(), written.link());
  }

  private static Optional<String> mode(BasicFileAttributes attributes) {
    return attributes instanceof PosixFileAttributes posix
        ? MODES.computeIfAbsent(
            posix.permissions(), of -> Optional.of(PosixFilePermissions.toString(of)))
        : Optional.empty();
  }
}
