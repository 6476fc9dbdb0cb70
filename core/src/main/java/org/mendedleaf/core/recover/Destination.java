package org.mendedleaf.core.recover;

import java.nio.file.Path;

/** The destination of a recovery. */
public sealed interface Destination {

  /** Tells whether a place is given; somebody who is still choosing has not given one. */
  boolean isChosen();

  /** Where the files were on their shelf. */
  record InPlace() implements Destination {
    @Override
    public boolean isChosen() {
      return true;
    }
  }

  /**
   * Another folder; it is made if it is not there.
   *
   * @param folder the empty path while none is chosen
   */
  record Folder(Path folder) implements Destination {
    @Override
    public boolean isChosen() {
      return !folder.toString().isEmpty();
    }
  }

  /**
   * One ZIP file with everything in it.
   *
   * @param zip the empty path while none is chosen
   */
  record Archive(Path zip) implements Destination {
    @Override
    public boolean isChosen() {
      return !zip.toString().isEmpty();
    }
  }
}
