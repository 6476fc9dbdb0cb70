package org.mendedleaf.core.store.format;

import java.io.IOException;

/**
 * Thrown when something in a store has a form that this program does not know, often a newer one.
 */
public final class StoreFormatException extends IOException {
  private static final long serialVersionUID = 1L;

  public StoreFormatException(String message) {
    super(message);
  }
}
