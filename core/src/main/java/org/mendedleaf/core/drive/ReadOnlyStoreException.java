package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.file.Path;

/** Thrown when something would be written to a store that can only be read. */
public final class ReadOnlyStoreException extends IOException {
  private static final long serialVersionUID = 1L;

  public ReadOnlyStoreException(Path store) {
    super(
        "The store %s can only be read: its drive or your permissions allow nothing else. Nothing was changed; what is recorded there can be looked at and copied out."
            .formatted(store));
  }
}
