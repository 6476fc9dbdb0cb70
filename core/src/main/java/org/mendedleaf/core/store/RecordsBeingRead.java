package org.mendedleaf.core.store;

import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.store.format.Location;

/**
 * The records that are being read, each because the one above leans on it.
 *
 * @param above null for the one that was asked for
 */
record RecordsBeingRead(Location at, @Nullable RecordsBeingRead above, int deep) {

  /** We never let records lean deeper than a few; what does was made to hurt. */
  private static final int DEEPEST = 500;

  RecordsBeingRead(Location at, @Nullable RecordsBeingRead above) {
    this(at, above, above == null ? 0 : above.deep + 1);
  }

  /** Whether the record at this place is being read already, or too many are. */
  boolean holds(Location other) {
    if (deep >= DEEPEST) {
      return true;
    }
    for (RecordsBeingRead one = this; one != null; one = one.above) {
      if (one.at.sheaf().equals(other.sheaf()) && one.at.offset() == other.offset()) {
        return true;
      }
    }
    return false;
  }
}
