package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Tells what the place of a store can do. */
public interface Places {

  /**
   * @param folder an existing folder at the place
   */
  Durability at(Path folder) throws IOException;

  /** How many bytes are left on the drive of a store. */
  default long freeBytes(Path folder) throws IOException {
    return Files.getFileStore(folder).getUsableSpace();
  }

  /** On which drive a place lies, existing or not. */
  default Drive drive(Path place) throws IOException {
    return Drive.of(place);
  }

  /** Tries it out. */
  Places TRIED_OUT = LocalDurability::tried;

  /** For tests and demonstrations, whose stores can be made again: nothing waits for the disk. */
  Places UNFORCED = folder -> LocalDurability.tried(folder).unforced();
}
