package org.mendedleaf.core.space;

/**
 * The space that something takes. All bytes are on disk, about.
 *
 * @param current what it is now
 * @param history what its earlier revisions take besides
 * @param alone what letting go of all of it would free
 */
public record Cost(long current, long history, long alone) {

  /** What others need as well, so that it would stay. */
  public long sharedElsewhere() {
    return current + history - alone;
  }
}
