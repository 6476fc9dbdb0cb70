package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * A file or symbolic link as it was found: everything that a revision keeps about it.
 *
 * @param size bytes of the content; for a link, of its target's name
 * @param modified the file system's time of the last change
 * @param mode permissions as in "rw-r--r--", where the file system has them
 * @param owner name of the file's owner, where known
 * @param key what the file system calls this file whatever its name is; only good for telling
 *     renames, since keys are reused
 * @param content empty for a link
 * @param link target of a symbolic link, never followed
 */
public record FileState(
    InnerPath path,
    long size,
    Instant modified,
    Optional<String> mode,
    Optional<String> owner,
    Optional<String> key,
    Optional<ContentRef> content,
    Optional<String> link) {

  /** Whether both hold the same bytes or point to the same place. */
  public boolean sameContent(FileState other) {
    return content.map(ContentRef::id).equals(other.content.map(ContentRef::id))
        && link.equals(other.link);
  }

  public FileState at(InnerPath elsewhere) {
    return new FileState(elsewhere, size, modified, mode, owner, key, content, link);
  }
}
