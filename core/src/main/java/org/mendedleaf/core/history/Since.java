package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/**
 * The fate of a file after a moment.
 *
 * @param later how many revisions it got since
 * @param sameContent whether its newest revision has the content of then
 * @param nowAt its path now, where that is another one
 * @param removedAt when it left its shelf, if it is not there now
 */
public record Since(
    int later, boolean sameContent, Optional<InnerPath> nowAt, Optional<Instant> removedAt) {

  /** Whether nothing at all became of it. */
  public boolean isNothing() {
    return later == 0 && nowAt.isEmpty() && removedAt.isEmpty();
  }
}
