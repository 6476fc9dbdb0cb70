package org.mendedleaf.core.store.log;

import java.io.IOException;
import java.nio.file.Path;

/**
 * Thrown when something is needed that only a store holds which is away; only what was recorded
 * since is here.
 */
public final class StoreAwayException extends IOException {
  private static final long serialVersionUID = 1L;

  public StoreAwayException(Path store) {
    super(
        "The store %s is away; perhaps its drive is. Nothing was changed; it can be done when the store is back."
            .formatted(store));
  }

  public StoreAwayException() {
    super(
        "The store is away, and only what was recorded since lies on this computer. Nothing was changed; it can be done when the store is back.");
  }
}
