package org.mendedleaf.core.stores;

import java.time.Instant;
import java.util.Optional;

/**
 * The progress of this desk's check of a store.
 *
 * @param bytes of all sheaves
 * @param checked bytes of those that were read within {@link Checkups#WITHIN}
 * @param oldest when the one that was read longest ago was read; empty where one never was
 * @param damaged how many sheaves were damaged when they were read last
 */
public record Checkup(
    long bytes, long checked, Optional<Instant> oldest, int sheaves, int damaged) {

  /** From 0 to 1. */
  public double share() {
    return bytes == 0 ? 1 : (double) checked / bytes;
  }
}
