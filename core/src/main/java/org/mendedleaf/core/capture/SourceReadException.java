package org.mendedleaf.core.capture;

import java.io.IOException;

/** A file of the shelf could not be read; tells such an error from one of the store. */
final class SourceReadException extends IOException {
  private static final long serialVersionUID = 1L;

  SourceReadException(IOException cause) {
    super(cause.getMessage(), cause);
  }
}
