package org.mendedleaf.core.recover;

import java.nio.file.Path;

/** Where a recovery writes. */
public sealed interface Destination {

  /** Where the files were on their shelf. */
  record InPlace() implements Destination {}

  /** Another folder; it is made if it is not there. */
  record Folder(Path folder) implements Destination {}

  /** One ZIP file with everything in it. */
  record Archive(Path zip) implements Destination {}
}
