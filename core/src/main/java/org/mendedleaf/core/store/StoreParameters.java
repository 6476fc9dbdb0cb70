package org.mendedleaf.core.store;

/**
 * What is chosen once, when a store is made.
 *
 * @param sheafLimit bytes after which a sheaf is closed and the next one begun
 * @param trial whether the store is for a test or a demonstration
 */
public record StoreParameters(Cutting cutting, long sheafLimit, boolean trial) {

  /** For real work. */
  public static final StoreParameters STANDARD =
      new StoreParameters(Cutting.STANDARD, StoreDescription.SHEAF_LIMIT, false);

  /** The same for a test or a demonstration. */
  public StoreParameters forTrial() {
    return new StoreParameters(cutting, sheafLimit, true);
  }
}
