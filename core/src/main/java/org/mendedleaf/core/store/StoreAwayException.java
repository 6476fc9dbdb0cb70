package org.mendedleaf.core.store;

import java.io.IOException;

/** Something needs what a store holds that is away; only what was recorded since is here. */
public final class StoreAwayException extends IOException {
  private static final long serialVersionUID = 1L;

  StoreAwayException() {
    super(
        "The store is away, and only what was recorded since lies on this computer. Nothing was changed; it can be done when the store is back.");
  }
}
