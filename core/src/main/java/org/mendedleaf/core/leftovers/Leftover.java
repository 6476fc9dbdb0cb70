package org.mendedleaf.core.leftovers;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/**
 * A copy that some program left.
 *
 * @param saved its time, on the office's clock
 * @param shelf of the file that it belongs to
 * @param place where that file lies, lay, or would lie under its proper name
 * @param file the file that it belongs to; empty where none was ever recorded
 * @param same the revision that it is, where it is one
 */
public record Leftover(
    Path path,
    long size,
    Instant saved,
    Shelf shelf,
    InnerPath place,
    Optional<FileRef> file,
    LeftoverVerdict verdict,
    OptionalInt same) {

  /** Whether taking it gives something that is not recorded. */
  public boolean isOfUse() {
    return verdict == LeftoverVerdict.NEWER
        || verdict == LeftoverVerdict.ONLY_SURVIVOR
        || verdict == LeftoverVerdict.OLDER;
  }
}
