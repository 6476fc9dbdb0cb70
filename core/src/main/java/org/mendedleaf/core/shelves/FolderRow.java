package org.mendedleaf.core.shelves;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.history.InnerPath;

/**
 * One line of a shelf's list: what lies there now, against what is recorded.
 *
 * @param file the recorded file, if there is one
 * @param address where it lies
 * @param size bytes as it lies there now, or as recorded if it is gone
 * @param revision number of the current revision
 * @param recordedAt since when that is current
 * @param why says more where the standing needs it
 */
public record FolderRow(
    RowKind kind,
    InnerPath path,
    Path address,
    OptionalLong file,
    long size,
    Instant modified,
    OptionalInt revision,
    Optional<Instant> recordedAt,
    RowStanding standing,
    String why) {

  /** The same as something that the shelf leaves out by a pattern. */
  FolderRow leftOut(String pattern) {
    return new FolderRow(
        kind,
        path,
        address,
        file,
        size,
        modified,
        revision,
        recordedAt,
        RowStanding.LEFT_OUT,
        pattern);
  }

  /** What it is. */
  public enum RowKind {
    FOLDER,
    FILE,
    LINK
  }

  /** The relation of what lies there to what is recorded. */
  public enum RowStanding {
    /** Exactly what lies there is recorded. */
    RECORDED,
    /** Recorded, but saved again since. */
    CHANGED_SINCE,
    /** Not recorded yet. */
    NEW,
    /** Somebody wrote to it in the last seconds. */
    BEING_WRITTEN,
    /** Unreadable: the next capture cannot record it. */
    UNREADABLE,
    /** A pattern of the shelf leaves it out; the one is told. */
    LEFT_OUT,
    /** Recorded, but it does not lie there any more. */
    GONE
  }
}
