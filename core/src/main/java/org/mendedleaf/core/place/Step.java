package org.mendedleaf.core.place;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;

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
 * @param folder times and permissions that a folder is to have, where they are known
 * @param continues how histories go on once it is done on a shelf
 */
public record Step(
    Path target,
    Optional<InnerPath> path,
    Outcome planned,
    Optional<FileState> state,
    OptionalLong file,
    OptionalInt revision,
    Optional<Stands> stands,
    String why,
    Optional<FolderState> folder,
    Continues continues) {

  /**
   * What stands at a target now, or at the place that was wished where ours goes beside it.
   *
   * @param at where it stands
   * @param revision the recorded one that it is, if it is one
   */
  public record Stands(Path at, long size, Instant modified, OptionalInt revision) {}

  /** The folder that the target lies in; nothing is put in place of a whole drive. */
  Path parent() {
    return Objects.requireNonNull(target.getParent());
  }

  /** A step for a file whose history goes on as it mostly does. */
  public Step(
      Path target,
      Optional<InnerPath> path,
      Outcome planned,
      Optional<FileState> state,
      OptionalLong file,
      OptionalInt revision,
      Optional<Stands> stands,
      String why) {
    this(
        target,
        path,
        planned,
        state,
        file,
        revision,
        stands,
        why,
        Optional.empty(),
        Continues.ITS_HISTORY);
  }

  /** A step at whose target nothing stands, or where that does not matter. */
  public Step(
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
    return puts() || planned == Outcome.PACKED ? state.map(FileState::size).orElse(0L) : 0;
  }

  /** Whether something stands in the way that is another than what is wanted. */
  public boolean isConflict() {
    return planned == Outcome.MADE_ROOM
        || planned == Outcome.BESIDE
        || planned == Outcome.LEFT
        || planned == Outcome.REFUSED;
  }

  /** The same step with another end. */
  public Step ending(Outcome outcome, String because) {
    return new Step(
        target, path, outcome, state, file, revision, stands, because, folder, continues);
  }

  /** The same step for a folder that is to have these times and permissions. */
  public Step of(FolderState its) {
    return new Step(
        target, path, planned, state, file, revision, stands, why, Optional.of(its), continues);
  }

  /** The same step with other histories. */
  public Step continuing(Continues how) {
    return new Step(target, path, planned, state, file, revision, stands, why, folder, how);
  }

  /** Whether it puts a file into place. */
  boolean puts() {
    return planned == Outcome.RECOVERED
        || planned == Outcome.MADE_ROOM
        || planned == Outcome.BESIDE;
  }

  /**
   * @param before what stood there and was kept
   */
  public ReceiptItem item(Optional<FileState> before) {
    return new ReceiptItem(target.toString(), file, revision, planned, bytes(), why, state, before);
  }
}
