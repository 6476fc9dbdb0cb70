package org.mendedleaf.core.store.format;

import java.io.IOException;

/** Something in a store is of a form that this program does not know, often a newer one. */
public final class StoreFormatException extends IOException {
  private static final long serialVersionUID = 1L;

  public StoreFormatException(String message) {
    super(message);
  }
}
