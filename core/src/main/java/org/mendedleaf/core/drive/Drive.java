package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;

/**
 * The drive on which a place lies.
 *
 * @param identity equal for two places on one drive
 * @param overNetwork whether another computer has it
 */
public record Drive(Object identity, boolean overNetwork) {

  /** File systems that are reached over a network, as the system calls them. */
  private static final Set<String> NETWORK =
      Set.of(
          "nfs",
          "nfs4",
          "cifs",
          "smb3",
          "smbfs",
          "fuse.sshfs",
          "fuse.davfs",
          "davfs",
          "9p",
          "ceph",
          "fuse.glusterfs",
          "afs",
          "ncpfs");

  /** The drive of this place, or of the folder above in which it would be made. */
  static Drive of(Path place) throws IOException {
    Path at = place.toAbsolutePath();
    while (at.getParent() != null && !Files.exists(at)) {
      at = at.getParent();
    }
    FileStore store = Files.getFileStore(at);
    return new Drive(store, NETWORK.contains(store.type().toLowerCase(Locale.ROOT)));
  }
}
