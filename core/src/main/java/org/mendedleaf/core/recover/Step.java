package org.mendedleaf.core.recover;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;

/**
 * One target of a recovery and what will happen there.
 *
 * @param target where it is written; in an archive, the archive's path and the name in it
 * @param path on the shelf; empty off it
 * @param planned how it will end unless something comes between
 * @param state what will stand there; empty for a folder, for an archive as a whole, and where
 *     something is taken away
 * @param file the file whose history goes on at a target on its shelf, or whose state it is
 * @param revision the revision that is wanted
 * @param stands what stands there now; empty where nothing does
 * @param why says more where nothing will be done, or something else than was wished
 */
public record Step(
    Path target,
    Optional<InnerPath> path,
    Outcome planned,
    Optional<FileState> state,
    OptionalLong file,
    OptionalInt revision,
    Optional<Stands> stands,
    String why) {

  /**
   * What stands at a target now, or at the place that was wished where ours goes beside it.
   *
   * @param at where it stands
   * @param revision the recorded one that it is, if it is one
   */
  public record Stands(Path at, long size, Instant modified, OptionalInt revision) {}

  /** A step at whose target nothing stands, or where that does not matter. */
  Step(
      Path target,
      Optional<InnerPath> path,
      Outcome planned,
      Optional<FileState> state,
      OptionalLong file,
      OptionalInt revision,
      String why) {
    this(target, path, planned, state, file, revision, Optional.empty(), why);
  }

  /** Bytes that will be written. */
  public long bytes() {
    boolean writes =
        planned == Outcome.RECOVERED
            || planned == Outcome.MADE_ROOM
            || planned == Outcome.BESIDE
            || planned == Outcome.PACKED;
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
    return new Step(target, path, outcome, state, file, revision, stands, because);
  }

  /**
   * @param before what stood there and was kept
   */
  ReceiptItem item(Optional<FileState> before) {
    return new ReceiptItem(target.toString(), file, revision, planned, bytes(), why, state, before);
  }
}
