package org.mendedleaf.core.desk;

import java.io.IOException;
import java.nio.file.Path;

/** A file in which a desk remembers something is not what was written, and there is no other. */
public final class DamagedDeskFileException extends IOException {
  private static final long serialVersionUID = 1L;

  public DamagedDeskFileException(Path file) {
    super(
        "%s is damaged: it is not what Mended Leaf wrote there. What is recorded lies in the stores and is safe; move that file away and begin again."
            .formatted(file));
  }
}
