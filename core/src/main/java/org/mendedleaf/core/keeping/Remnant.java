package org.mendedleaf.core.keeping;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;

/** A place where erased data still lies, and when that ends. */
public sealed interface Remnant {

  /** Remnants in files of the store that could not be deleted, or that somebody has put back. */
  record InStore() implements Remnant {}

  /**
   * Remnants in the mirror.
   *
   * @param until when it goes; empty as long as the mirror has not been brought up since, from
   *     which on it stays for a week
   */
  record InMirror(Path folder, boolean isHere, Optional<Instant> until) implements Remnant {}

  /**
   * Names and times may be in what another desk remembers of the store, until it opens it the next
   * time.
   *
   * @param person who acted there last
   * @param seen when that was
   */
  record OnDesk(String person, Instant seen) implements Remnant {}
}
