package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.nio.file.Path;

/** Thrown when something would be destroyed in a store of which a part cannot be read. */
public final class UnreadException extends IOException {
  private static final long serialVersionUID = 1L;

  UnreadException(Path store) {
    super(
        "A part of the store %s is damaged or lost, and what is in it may need what would go; so nothing is erased or let go there. “mended-leaf verify --deep” says what is damaged. Nothing was changed."
            .formatted(store));
  }
}
