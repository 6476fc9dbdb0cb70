package org.mendedleaf.core.watch;

import java.time.Duration;
import java.time.Instant;

/**
 * Decides when the changes in a folder have settled enough to be recorded: programs save in several
 * steps, and some remove a file before they put the new one there. For one thread.
 */
final class Settling {

  /** The time after the last sign of a change from which nothing is still being saved. */
  static final Duration QUIET = Duration.ofSeconds(4);

  /** Where there is no quiet, something is recorded after so long all the same. */
  static final Duration AT_LATEST = Duration.ofSeconds(60);

  /** For so long at most a disappearance holds everything back. */
  static final Duration HELD_BACK = AT_LATEST.multipliedBy(2);

  /** Recording takes at most one part in so many of the time, however much is saved. */
  static final int SHARE = 10;

  private Instant first = Instant.MAX;
  private Instant last = Instant.MIN;
  private Instant disappeared = Instant.MIN;
  private Instant notBefore = Instant.MIN;

  /** Something was made, changed or removed. */
  void sign(Instant at, boolean disappearance) {
    if (first.equals(Instant.MAX)) {
      first = at;
    }
    last = at;
    if (disappearance) {
      disappeared = at;
    }
  }

  /** Whether it is time to record. */
  boolean isDue(Instant now) {
    if (first.equals(Instant.MAX) || now.isBefore(notBefore)) {
      return false;
    }
    if (!now.isBefore(last.plus(QUIET))) {
      return true;
    }
    boolean isLate = !now.isBefore(first.plus(AT_LATEST));
    boolean isInBetween = !disappeared.equals(Instant.MIN) && now.isBefore(disappeared.plus(QUIET));
    return isLate && (!isInBetween || !now.isBefore(first.plus(HELD_BACK)));
  }

  /** A recording begins: what is signed from now on may be missed by it. */
  void begun() {
    first = Instant.MAX;
  }

  /** The recording that began so long ago has ended. */
  void ended(Instant now, Duration took) {
    notBefore = now.plus(took.multipliedBy(SHARE - 1L));
  }
}
