package org.mendedleaf.core.catalog.tables;

import java.io.IOException;

/**
 * The catalogue could not be read or written. Nothing of the history is lost by that: it lies in
 * the store, and the catalogue can be rebuilt.
 */
public class CatalogueException extends IOException {
  private static final long serialVersionUID = 1L;

  CatalogueException(String message) {
    super(message);
  }

  CatalogueException(String message, Throwable cause) {
    super(message + " (" + cause.getMessage() + "). The store is untouched; rebuild it.", cause);
  }
}
