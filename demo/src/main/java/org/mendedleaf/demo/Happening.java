package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;

/**
 * An event in the story.
 *
 * @param shelf name of the shelf whose folder it happens in
 * @param deed what is done to the shelf's folder
 * @param saved the time that it leaves on the file: as a rule when it happens
 */
record Happening(Instant at, String person, String shelf, Deed deed, Instant saved) {

  /** A deed; returns the file whose time and owner it leaves, or null if it leaves none. */
  interface Deed {
    Path in(Path folder) throws IOException;
  }
}
