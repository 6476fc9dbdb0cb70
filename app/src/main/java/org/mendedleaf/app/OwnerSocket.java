package org.mendedleaf.app;

import java.io.IOException;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HexFormat;
import jdk.net.ExtendedSocketOptions;
import org.mendedleaf.core.store.format.ContentId;

/**
 * The socket on which the owner of a desk listens, and the check of who may speak with it: only
 * processes of the same user.
 *
 * <p>The socket lies in the home itself, which only its user can enter. A socket's path may be no
 * longer than about 100 bytes; where the home's is, it lies in the user's runtime folder, else in a
 * folder of the system's temporary one, under a hash of the home. A folder that somebody else could
 * have made first is not used unless it is this user's and closed to everybody else. Both ends ask
 * the system who is at the other one.
 *
 * <p>A request is the caller's folder and its words: each a u32 length and UTF-8 bytes, the words
 * preceded by a u32 count. The answer is frames of a tag byte (1 out, 2 err, 3 exit code), a u32
 * length and bytes.
 */
final class OwnerSocket {

  /** The word by which a window asks whoever keeps watch to let it have the desk. */
  static final String STEP_ASIDE = "step-aside";

  static final int OUT = 1;
  static final int ERR = 2;
  static final int EXIT = 3;

  private static final int LONGEST = 100;
  private static final String NAME = "owner.sock";

  private OwnerSocket() {}

  /**
   * @throws IOException if there is no folder in which it would be safe
   */
  static UnixDomainSocketAddress address(Path home) throws IOException {
    return address(home, System.getenv("XDG_RUNTIME_DIR"), System.getProperty("java.io.tmpdir"));
  }

  static UnixDomainSocketAddress address(Path home, String runtime, String temporary)
      throws IOException {
    Path inHome = home.toAbsolutePath().normalize().resolve(NAME);
    if (inHome.toString().getBytes(StandardCharsets.UTF_8).length <= LONGEST) {
      return UnixDomainSocketAddress.of(inHome);
    }
    byte[] name = home.toAbsolutePath().normalize().toString().getBytes(StandardCharsets.UTF_8);
    String hash = HexFormat.of().formatHex(ContentId.hash(name, 0, name.length).bytes(), 0, 8);
    boolean hasRuntime =
        runtime != null && !runtime.isBlank() && Files.isDirectory(Path.of(runtime));
    Path folder =
        hasRuntime
            ? Path.of(runtime)
            : Path.of(temporary, "mended-leaf-" + HexFormat.of().formatHex(me()));
    return UnixDomainSocketAddress.of(safe(folder).resolve(hash + ".sock"));
  }

  private static byte[] me() {
    byte[] name = System.getProperty("user.name").getBytes(StandardCharsets.UTF_8);
    return java.util.Arrays.copyOf(ContentId.hash(name, 0, name.length).bytes(), 6);
  }

  private static Path safe(Path folder) throws IOException {
    try {
      Files.createDirectory(
          folder,
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
    } catch (FileAlreadyExistsException e) {
      requireOurs(folder);
    }
    return folder;
  }

  private static void requireOurs(Path folder) throws IOException {
    PosixFileAttributes found =
        Files.readAttributes(folder, PosixFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    boolean closed = PosixFilePermissions.toString(found.permissions()).equals("rwx------");
    if (!found.isDirectory() || !closed || !found.owner().getName().equals(user())) {
      throw new IOException(
          "The folder %s was made by somebody else or is open to others, so no process is spoken with over it. Remove it."
              .formatted(folder));
    }
  }

  private static String user() {
    return System.getProperty("user.name");
  }

  /** Whether the process at the other end is one of this user, as the system says it. */
  static boolean isOurs(SocketChannel other) {
    try {
      return other.getOption(ExtendedSocketOptions.SO_PEERCRED).user().getName().equals(user());
    } catch (UnsupportedOperationException e) {
      // Where the system does not tell, the folder that only this user can enter has to do.
      return true;
    } catch (IOException e) {
      return false;
    }
  }
}
