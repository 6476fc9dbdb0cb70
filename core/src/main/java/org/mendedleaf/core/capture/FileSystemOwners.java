package org.mendedleaf.core.capture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Owners as the file system tells them. Asking for a name reads the system's list of users each
 * time, so names are remembered by number where there are numbers.
 */
final class FileSystemOwners implements Owners {

  private final Map<Object, Optional<String>> names = new ConcurrentHashMap<>();

  @Override
  public Optional<String> ownerOf(Path file) {
    try {
      if (!file.getFileSystem().supportedFileAttributeViews().contains("unix")) {
        return name(file);
      }
      Object number = Files.getAttribute(file, "unix:uid", LinkOption.NOFOLLOW_LINKS);
      Optional<String> known = names.get(number);
      if (known == null) {
        known = name(file);
        names.put(number, known);
      }
      return known;
    } catch (IOException | UnsupportedOperationException e) {
      return Optional.empty();
    }
  }

  private static Optional<String> name(Path file) throws IOException {
    return Optional.of(Files.getOwner(file, LinkOption.NOFOLLOW_LINKS).getName());
  }
}
