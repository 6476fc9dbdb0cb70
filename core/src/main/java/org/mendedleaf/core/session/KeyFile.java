package org.mendedleaf.core.session;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.HexFormat;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.seal.DataKey;

/**
 * A file with the key of one store, for a watch that nobody sits at: one line with the store's id
 * and the key, in hexadecimal digits. One that others may read is refused.
 */
public final class KeyFile {

  private static final Pattern LINE =
      Pattern.compile("mended-leaf key ([0-9a-f]{32}) ([0-9a-f]{64})\\s*");

  private KeyFile() {}

  /** What stands in it. */
  public static String text(String store, DataKey key) {
    return "mended-leaf key %s %s%n".formatted(store, HexFormat.of().formatHex(key.secret()));
  }

  /** Takes the key in a file onto a ring. */
  public static void read(Path file, KeyRing ring) throws IOException {
    if (Files.notExists(file)) {
      throw new NoSuchFileException(file.toString());
    }
    requirePrivate(file);
    StoreKey found = DeskFile.at(file).read(KeyFile::parse).orElseThrow();
    var unused = ring.with(found.store(), found.key());
  }

  private record StoreKey(String store, DataKey key) {}

  private static StoreKey parse(String text) {
    Matcher line = LINE.matcher(text);
    if (!line.matches()) {
      throw new IllegalArgumentException("no key file");
    }
    return new StoreKey(line.group(1), DataKey.of(HexFormat.of().parseHex(line.group(2))));
  }

  private static void requirePrivate(Path file) throws IOException {
    if (!file.getFileSystem().supportedFileAttributeViews().contains("posix")) {
      return;
    }
    Set<PosixFilePermission> permissions = Files.getPosixFilePermissions(file);
    permissions.removeAll(Set.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE));
    if (!permissions.isEmpty()) {
      throw new SentenceException(
          "The key file %s may be read by others, so it was not used. “chmod 600” keeps it to you."
              .formatted(file));
    }
  }
}
