package org.mendedleaf.core.desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;

/** Folders that are private from the first moment on, where the file system has permissions. */
public final class PrivateFolder {

  private PrivateFolder() {}

  /** Makes a folder, and those above it that are missing, for its owner alone. */
  public static void make(Path folder) throws IOException {
    if (Files.isDirectory(folder)) {
      return;
    }
    if (isPosix(folder)) {
      Files.createDirectories(
          folder,
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
    } else {
      Files.createDirectories(folder);
    }
  }

  /** Makes a folder that is there already private. */
  public static void close(Path folder) throws IOException {
    if (isPosix(folder) && Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
      Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
    }
  }

  static boolean isPosix(Path path) {
    return path.getFileSystem().supportedFileAttributeViews().contains("posix");
  }
}
