package org.mendedleaf.core.stores;

import java.nio.file.Path;
import java.time.Instant;

/**
 * The commits that were recorded on this desk while a store was away and are not in the store yet.
 *
 * @param store the folder of the store
 * @param isAway whether the store still is
 * @param acts how many commits wait
 * @param since when the first of them was recorded
 * @param bytes that they take here
 * @param limit how many bytes they may take
 */
public record SpoolState(
    Path store, boolean isAway, long acts, Instant since, long bytes, long limit) {

  /** Whether nothing more is recorded until the store is back. */
  public boolean isFull() {
    return bytes >= limit;
  }
}
