package org.mendedleaf.core.catalog;

import java.io.IOException;

/**
 * A log segment does not follow the one before it: the store was put together from two, or altered.
 */
final class BrokenChainException extends IOException {
  private static final long serialVersionUID = 1L;

  BrokenChainException(long segment) {
    super(
        "Log segment %d does not continue the one before it. Nothing was changed; everything before it can still be read."
            .formatted(segment));
  }
}
