package org.mendedleaf.standin.keep;

import java.util.Optional;

/** What has to stand somewhere for something to be put there. */
public interface Precondition {

  /** Anything, or nothing. */
  Precondition NONE = there -> true;

  boolean holds(Optional<KeptFile> there);
}
