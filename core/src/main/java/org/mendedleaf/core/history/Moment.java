package org.mendedleaf.core.history;

import java.time.Instant;

/** Which state of a shelf is meant. */
public sealed interface Moment {

  /** The state that had been captured by a certain time. */
  record At(Instant instant) implements Moment {}

  /**
   * The state that is recorded now: the end of the log, whatever clocks said when it was written.
   *
   * @param instant when that was asked for, or a later instant that was asked for
   */
  record Now(Instant instant) implements Moment {}

  /** The end of the log for an instant that is not past, else what was captured by then. */
  static Moment of(Instant wanted, Instant now) {
    return wanted.isBefore(now) ? new At(wanted) : new Now(wanted);
  }

  /** Everything as it stood in the log when the snapshot was taken. */
  record InSnapshot(Snapshot snapshot) implements Moment {}

  /** When that was. */
  default Instant instant() {
    if (this instanceof At at) {
      return at.instant();
    }
    return this instanceof Now now ? now.instant() : ((InSnapshot) this).snapshot().taken();
  }
}
