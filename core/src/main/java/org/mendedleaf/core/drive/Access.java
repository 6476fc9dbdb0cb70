package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NotDirectoryException;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/**
 * The people who may enter a store, where its place has permissions: a file that only its owner may
 * read must not be readable by all once it is recorded. Each file and folder is made so from the
 * first byte.
 */
public enum Access {
  /** Only the user who made it. */
  OWNER("rwx------", "rw-------"),
  /** The group of its folder as well, which somebody chose: several people's desks. */
  GROUP("rwxrwx---", "rw-rw----");

  private final String folders;
  private final String files;

  Access(String folders, String files) {
    this.folders = folders;
    this.files = files;
  }

  private static Set<PosixFilePermission> set(String permissions) {
    return PosixFilePermissions.fromString(permissions);
  }

  /** The word in {@code store.json}. */
  public String word() {
    return this == OWNER ? "owner" : "group";
  }

  public static Access of(String word) {
    return word.equals(GROUP.word()) ? GROUP : OWNER;
  }

  private static boolean isPosix(Path path) {
    return path.getFileSystem().supportedFileAttributeViews().contains("posix");
  }

  /** Makes a folder, and those above it that are missing. */
  public void makeFolders(Path folder) throws IOException {
    if (Files.isDirectory(folder)) {
      return;
    }
    if (Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
      throw new NotDirectoryException(folder.toString());
    }
    Path above = folder.toAbsolutePath().getParent();
    if (above != null) {
      makeFolders(above);
    }
    try {
      if (isPosix(folder)) {
        Files.createDirectory(folder, PosixFilePermissions.asFileAttribute(set(folders)));
        // The user's mask has taken away what it takes away.
        Files.setPosixFilePermissions(folder, set(folders));
      } else {
        Files.createDirectory(folder);
      }
    } catch (FileAlreadyExistsException e) {
      if (!Files.isDirectory(folder)) {
        throw e;
      }
    }
  }

  /** Closes a folder that is there to everybody else. */
  public void close(Path folder) throws IOException {
    if (isPosix(folder) && Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
      Files.setPosixFilePermissions(folder, set(folders));
    }
  }

  /** Makes a new file and opens it for writing. */
  public FileChannel create(Path file) throws IOException {
    Set<OpenOption> options = Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
    if (!isPosix(file)) {
      return FileChannel.open(file, options);
    }
    FileChannel channel =
        FileChannel.open(file, options, PosixFilePermissions.asFileAttribute(set(files)));
    if (this == GROUP) {
      Files.setPosixFilePermissions(file, set(files));
    }
    return channel;
  }

  /** Makes a new file with these bytes. */
  public void write(Path file, byte[] bytes) throws IOException {
    try (FileChannel channel = create(file)) {
      ByteBuffer buffer = ByteBuffer.wrap(bytes);
      while (buffer.hasRemaining()) {
        channel.write(buffer);
      }
    }
  }
}
