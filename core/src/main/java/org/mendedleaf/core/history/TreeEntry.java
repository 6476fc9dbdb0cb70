package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * A file, link or folder in a shelf at a moment.
 *
 * @param file empty for a folder
 * @param revision the one that was current then; empty for a folder
 * @param since when that revision became current
 */
public record TreeEntry(
    EntryKind kind,
    InnerPath path,
    OptionalLong file,
    OptionalInt revision,
    long size,
    Instant modified,
    Instant since,
    Optional<String> mode,
    Optional<ContentRef> content,
    Optional<String> link) {

  /** What stands there. */
  public enum EntryKind {
    FOLDER,
    FILE,
    LINK
  }
}
