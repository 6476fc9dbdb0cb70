package org.mendedleaf.core.capture;

import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Arrays;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Names;

/**
 * Translates between paths of a file system and inner paths of a shelf, byte for byte. Java shows a
 * name that is no UTF-8 with replacement characters, but keeps its bytes, and its URI tells them.
 */
public final class ShelfPaths {

  private static final char REPLACEMENT = '\uFFFD';

  private ShelfPaths() {}

  /** The last name of this path as a text of {@link Names}. */
  public static String name(Path path) {
    String name = path.getFileName().toString();
    return name.indexOf(REPLACEMENT) < 0 ? name : lastOf(Names.text(uriBytes(path)));
  }

  /** A link's target, which may be relative, as a text of {@link Names}. */
  public static String target(Path target) {
    if (target.toString().indexOf(REPLACEMENT) < 0) {
      return target.toString();
    }
    // Only absolute paths tell their bytes, so it is asked below the root.
    Path root = target.isAbsolute() ? target.getRoot() : target.toAbsolutePath().getRoot();
    byte[] bytes = uriBytes(root.resolve(target));
    int from = target.isAbsolute() ? 0 : 1;
    boolean slash = bytes.length > 1 && bytes[bytes.length - 1] == '/';
    return Names.text(Arrays.copyOfRange(bytes, from, bytes.length - (slash ? 1 : 0)));
  }

  /**
   * The path that a link points to.
   *
   * @param target a text of {@link Names}, absolute or relative
   */
  public static Path linkTarget(FileSystem files, String target) {
    if (Names.isUtf8(target)) {
      return files.getPath(target);
    }
    Path root = files.getRootDirectories().iterator().next();
    boolean absolute = target.startsWith("/");
    Path below = ofBytes(root, Names.bytes(absolute ? target.substring(1) : target));
    return absolute ? below : below.subpath(0, below.getNameCount());
  }

  /**
   * Where this path lies in the shelf of that folder; both absolute.
   *
   * @throws IllegalArgumentException if it lies outside
   */
  public static InnerPath inner(Path folder, Path path) {
    if (!path.startsWith(folder)) {
      throw new IllegalArgumentException(path + " is not in " + folder);
    }
    InnerPath inner = InnerPath.ROOT;
    for (int depth = folder.getNameCount(); depth < path.getNameCount(); depth++) {
      inner = inner.resolve(name(path.getRoot().resolve(path.subpath(0, depth + 1))));
    }
    return inner;
  }

  /**
   * The path of a file of the shelf.
   *
   * @throws InvalidPathException if this file system cannot have such a name
   */
  public static Path resolve(Path folder, InnerPath inner) {
    if (inner.isRoot()) {
      return folder;
    }
    String text = inner.text();
    if (Names.isUtf8(text)) {
      return folder.resolve(text);
    }
    return ofBytes(folder, inner.bytes());
  }

  private static Path ofBytes(Path folder, byte[] bytes) {
    StringBuilder uri = new StringBuilder(folder.toUri().toString());
    if (uri.charAt(uri.length() - 1) != '/') {
      uri.append('/');
    }
    for (byte b : bytes) {
      boolean plain = b == '/' || (b > 0 && Character.isLetterOrDigit((char) b));
      uri.append(plain ? Character.toString(b) : "%%%02X".formatted(b & 0xff));
    }
    return Path.of(URI.create(uri.toString()));
  }

  private static byte[] uriBytes(Path path) {
    String raw = path.toUri().getRawPath();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 0; i < raw.length(); i++) {
      if (raw.charAt(i) == '%') {
        out.write(Integer.parseInt(raw, i + 1, i + 3, 16));
        i += 2;
      } else {
        out.writeBytes(raw.substring(i, i + 1).getBytes(StandardCharsets.UTF_8));
      }
    }
    return out.toByteArray();
  }

  private static String lastOf(String path) {
    String trimmed = path.endsWith("/") ? path.substring(0, path.length() - 1) : path;
    return trimmed.substring(trimmed.lastIndexOf('/') + 1);
  }
}
