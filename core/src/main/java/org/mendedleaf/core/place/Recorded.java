package org.mendedleaf.core.place;

import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.history.FileState;

/**
 * Evidence that the store has what stood at a place: without it nothing is replaced and nothing
 * taken away. Only a {@link Recorder} makes it. Right before the place changes, {@link
 * #requireStill} looks again.
 */
public final class Recorded {

  private final Standing standing;
  private final Optional<FileState> state;
  private final ContentSource content;

  /**
   * Tells whether a place still holds the same bytes; asked where the drive's clock cannot decide.
   */
  interface ContentSource {
    boolean isStill() throws IOException;
  }

  Recorded(Standing standing, Optional<FileState> state, ContentSource content) {
    this.standing = standing;
    this.state = state;
    this.content = content;
  }

  /** Whether anything stood there. */
  public boolean exists() {
    return standing.exists();
  }

  /** What stood there, as the store has it; empty if nothing did. */
  public Optional<FileState> state() {
    return state;
  }

  /**
   * Looks again.
   *
   * @throws RefusedException if something else stands there by now
   */
  void requireStill() throws IOException {
    boolean still = standing.isStill() && (!standing.mayHideASave() || content.isStill());
    if (!still) {
      throw new RefusedException(Recorder.SAVED_AGAIN);
    }
  }
}
