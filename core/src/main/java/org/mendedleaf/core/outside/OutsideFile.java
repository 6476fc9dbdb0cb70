package org.mendedleaf.core.outside;

import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;

/**
 * A file in an outside storage as it is listed.
 *
 * @param path inside the outside shelf
 * @param newest the state that stands, or of a removed file the last one
 * @param removal if it was removed and can be brought back
 */
public record OutsideFile(InnerPath path, State newest, Optional<Hidden> removal) {

  /**
   * That a file was removed.
   *
   * @param who as the storage calls people
   * @param until when it will be gone for good; none where that never comes
   */
  public record Hidden(Instant at, Optional<String> who, Optional<Instant> until) {}

  public boolean isRemoved() {
    return removal.isPresent();
  }
}
