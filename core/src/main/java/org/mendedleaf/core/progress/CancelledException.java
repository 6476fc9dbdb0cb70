package org.mendedleaf.core.progress;

import java.io.IOException;

/** A person has stopped this work. What was committed before stays. */
public final class CancelledException extends IOException {
  private static final long serialVersionUID = 1L;

  public CancelledException() {
    super("Stopped. What had been recorded by then is kept.");
  }
}
