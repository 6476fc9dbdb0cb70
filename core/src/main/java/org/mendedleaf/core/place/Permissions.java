package org.mendedleaf.core.place;

import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.EnumSet;
import java.util.Set;
import org.mendedleaf.core.history.FileState;

/**
 * The permissions of a file that is put into place: its own where they were recorded, else reading
 * and writing for those whom its folder lets read and write.
 */
final class Permissions {

  private Permissions() {}

  static Set<PosixFilePermission> of(FileState state, PosixFileAttributes folder) {
    if (state.mode().isPresent()) {
      return PosixFilePermissions.fromString(state.mode().get());
    }
    Set<PosixFilePermission> permissions = EnumSet.copyOf(folder.permissions());
    permissions.removeAll(
        Set.of(
            PosixFilePermission.OWNER_EXECUTE,
            PosixFilePermission.GROUP_EXECUTE,
            PosixFilePermission.OTHERS_EXECUTE,
            // A folder that everybody may add to does not mean files that everybody may change.
            PosixFilePermission.OTHERS_WRITE));
    permissions.add(PosixFilePermission.OWNER_READ);
    permissions.add(PosixFilePermission.OWNER_WRITE);
    return permissions;
  }
}
