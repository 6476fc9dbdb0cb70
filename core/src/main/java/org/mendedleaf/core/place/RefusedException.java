package org.mendedleaf.core.place;

import java.io.IOException;

/** An act was not done, for a reason that the message tells a person; nothing was changed. */
public final class RefusedException extends IOException {
  private static final long serialVersionUID = 1L;

  public RefusedException(String message) {
    super(message);
  }
}
