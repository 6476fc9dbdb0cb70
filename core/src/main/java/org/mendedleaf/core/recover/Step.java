package org.mendedleaf.core.recover;

import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;

/**
 * One target of a recovery and what will happen there.
 *
 * @param target where it is written
 * @param path on the shelf; empty off it
 * @param planned how it will end unless something comes between
 * @param state what will stand there; empty for a folder and where something is taken away
 * @param file the file whose history goes on at a target on its shelf, or whose state it is
 * @param revision the revision that is wanted
 * @param why says more where nothing will be done
 */
public record Step(
    Path target,
    Optional<InnerPath> path,
    Outcome planned,
    Optional<FileState> state,
    OptionalLong file,
    OptionalInt revision,
    String why) {

  /** Bytes that will be written. */
  public long bytes() {
    boolean writes =
        planned == Outcome.RECOVERED || planned == Outcome.MADE_ROOM || planned == Outcome.BESIDE;
    return writes ? state.map(FileState::size).orElse(0L) : 0;
  }

  /** Whether something stands in the way that is another than what is wanted. */
  public boolean isConflict() {
    return planned == Outcome.MADE_ROOM
        || planned == Outcome.BESIDE
        || planned == Outcome.LEFT
        || planned == Outcome.REFUSED;
  }

  Step ending(Outcome outcome, String because) {
    return new Step(target, path, outcome, state, file, revision, because);
  }
}
