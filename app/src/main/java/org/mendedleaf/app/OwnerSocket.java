package org.mendedleaf.app;

import java.io.IOException;
import java.net.UnixDomainSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import org.mendedleaf.core.store.ContentId;

/**
 * Where the owner of a desk listens. A socket's path may be no longer than about 100 bytes, so it
 * lies in the system's temporary folder under a hash of the home, in a folder only its user can
 * enter.
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

  private OwnerSocket() {}

  static UnixDomainSocketAddress address(Path home) throws IOException {
    String user = System.getProperty("user.name").replaceAll("[^A-Za-z0-9]", "_");
    Path folder = Path.of(System.getProperty("java.io.tmpdir"), "mended-leaf-" + user);
    if (!Files.isDirectory(folder)) {
      Files.createDirectory(
          folder,
          java.nio.file.attribute.PosixFilePermissions.asFileAttribute(
              java.nio.file.attribute.PosixFilePermissions.fromString("rwx------")));
    }
    byte[] name =
        home.toAbsolutePath()
            .normalize()
            .toString()
            .getBytes(java.nio.charset.StandardCharsets.UTF_8);
    byte[] hash = ContentId.hash(name, 0, name.length).bytes();
    return UnixDomainSocketAddress.of(
        folder.resolve(HexFormat.of().formatHex(hash, 0, 8) + ".sock"));
  }
}
