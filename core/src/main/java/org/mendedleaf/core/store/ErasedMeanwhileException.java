package org.mendedleaf.core.store;

import java.io.IOException;

/**
 * Thrown when something that a session had relied on was erased before it could commit; it has to
 * begin anew.
 */
public final class ErasedMeanwhileException extends IOException {
  private static final long serialVersionUID = 1L;

  public ErasedMeanwhileException() {
    super(
        "Something was erased from the store while this was being recorded. Nothing was recorded of it; do it once more.");
  }
}
