package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Path;

/** Thrown when something was put into place but could not be recorded in the store. */
public final class NotNotedException extends IOException {
  private static final long serialVersionUID = 1L;

  NotNotedException(String target, int targets, Path store, IOException cause) {
    super(
        "%s %s in place, whole; but the store %s could not be told of it (%s), so there is no receipt to take it back with yet. What stood there is in the store, and the next capture records what stands there now."
            .formatted(
                targets == 1 ? target : "%s and %d more".formatted(target, targets - 1),
                targets == 1 ? "is" : "are",
                store,
                WhyNot.of(cause, store)),
        cause);
  }
}
