package org.mendedleaf.core.recover;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.place.Step;

/**
 * The state that is to stand at a place.
 *
 * @param from since when that revision was current
 * @param rank how special the pick is that wants it; a higher one goes before a lower one
 */
record Wanted(FileState state, OptionalLong file, int revision, Instant from, int rank) {

  static Wanted of(TreeEntry entry, int rank) {
    FileState state =
        new FileState(
            entry.path(),
            entry.size(),
            entry.modified(),
            entry.mode(),
            Optional.empty(),
            Optional.empty(),
            entry.content(),
            entry.link());
    return new Wanted(state, entry.file(), entry.revision().orElseThrow(), entry.since(), rank);
  }

  /** Putting it at a target, which ends like this. */
  Step step(
      Path target,
      Optional<InnerPath> path,
      Outcome planned,
      Optional<Step.Stands> stands,
      String why) {
    return new Step(
        target, path, planned, Optional.of(state), file, OptionalInt.of(revision), stands, why);
  }
}
