package org.mendedleaf.core.capture;

import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Names;

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

  /** The text of a link's target, which may be relative. */
  static String target(Path target) {
    return target.toString();
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
    StringBuilder uri = new StringBuilder(folder.toUri().toString());
    if (uri.charAt(uri.length() - 1) != '/') {
      uri.append('/');
    }
    for (byte b : inner.bytes()) {
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
