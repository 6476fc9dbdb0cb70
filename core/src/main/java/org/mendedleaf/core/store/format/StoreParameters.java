package org.mendedleaf.core.store.format;

import org.mendedleaf.core.drive.Access;

/**
 * The parameters that are chosen once, when a store is made.
 *
 * @param sheafLimit bytes after which a sheaf is closed and the next one begun
 * @param trial whether the store is for a test or a demonstration
 * @param access who may enter it
 */
public record StoreParameters(Cutting cutting, long sheafLimit, boolean trial, Access access) {

  /** For real work. */
  public static final StoreParameters STANDARD =
      new StoreParameters(Cutting.STANDARD, StoreDescription.SHEAF_LIMIT, false, Access.OWNER);

  /** The same for a store that a group of people may enter. */
  public StoreParameters sharedWithGroup() {
    return new StoreParameters(cutting, sheafLimit, trial, Access.GROUP);
  }

  /** The same for a test or a demonstration. */
  public StoreParameters forTrial() {
    return new StoreParameters(cutting, sheafLimit, true, access);
  }
}
