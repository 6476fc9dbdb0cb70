package org.mendedleaf.core.leftovers;

import java.nio.file.Path;
import java.time.Instant;

/**
 * A leftover of which somebody does not want to hear; saved anew it is another one.
 *
 * @param saved its time on the office's clock
 */
public record DismissedCopy(Path path, long size, Instant saved) {

  static DismissedCopy of(Leftover one) {
    return new DismissedCopy(one.path(), one.size(), one.saved());
  }
}
