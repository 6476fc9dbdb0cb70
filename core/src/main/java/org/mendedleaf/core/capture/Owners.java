package org.mendedleaf.core.capture;

import java.nio.file.Path;
import java.util.Optional;

/** Tells the name of a file's owner; the demo office has owners of its own. */
public interface Owners {

  /** The owner's name, or empty if the file system has none or does not tell. */
  Optional<String> ownerOf(Path file);

  /** Asks the file system. */
  Owners FILE_SYSTEM = new FileSystemOwners();
}
