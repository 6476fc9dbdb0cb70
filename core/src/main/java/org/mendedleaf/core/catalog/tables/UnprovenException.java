package org.mendedleaf.core.catalog.tables;

/**
 * The catalogue is not what was written into it, as where a bit has flipped. What it says must not
 * be built upon; it is to be read from the log again.
 */
public final class UnprovenException extends CatalogueException {
  private static final long serialVersionUID = 1L;

  public UnprovenException(String what) {
    super("The catalogue does not agree with what proves it: " + what + ".");
  }
}
