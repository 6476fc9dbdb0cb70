package org.mendedleaf.core.store;

import org.mendedleaf.core.store.format.DamagedContentException;

/** A record leans on one that leans on it in turn, so that neither can be read. */
final class LeaningInCirclesException extends DamagedContentException {

  private static final long serialVersionUID = 1;

  LeaningInCirclesException(String where) {
    super(where, "what it leans on leans on it in turn");
  }
}
