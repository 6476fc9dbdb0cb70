package org.mendedleaf.core.store;

import org.mendedleaf.core.store.format.DamagedContentException;

/** A sheaf that the log mentions is not there. */
final class MissingSheafException extends DamagedContentException {
  private static final long serialVersionUID = 1L;

  MissingSheafException(String where) {
    super(where, "it is missing");
  }
}
