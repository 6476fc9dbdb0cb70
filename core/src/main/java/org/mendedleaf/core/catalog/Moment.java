package org.mendedleaf.core.catalog;

import java.time.Instant;

/** Which state of a shelf is meant. */
public sealed interface Moment {

  /** Everything as it had been captured by then. */
  record At(Instant instant) implements Moment {}

  /** Everything as it stood in the log when the snapshot was taken. */
  record InSnapshot(Snapshot snapshot) implements Moment {}

  /** When that was. */
  default Instant instant() {
    return this instanceof At at ? at.instant() : ((InSnapshot) this).snapshot().taken();
  }
}
