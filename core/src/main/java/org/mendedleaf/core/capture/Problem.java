package org.mendedleaf.core.capture;

import org.mendedleaf.core.history.InnerPath;

/**
 * Something on the shelf that could not be recorded; everything else was.
 *
 * @param detail what the file system said, for a person to read
 */
public record Problem(InnerPath path, ProblemKind kind, String detail) {

  /** Why it could not be recorded. */
  public enum ProblemKind {
    /** No permission, a device error, or the like. */
    UNREADABLE,
    /** The file was still being written each time it was read. */
    BEING_WRITTEN,
    /**
     * The file vanished between looking and reading; if it stays away, the next capture removes it.
     */
    VANISHED,
    /** Neither a file nor a folder nor a link: a device, a pipe. */
    SPECIAL,
    /** Its name cannot be recorded. */
    NAME
  }
}
