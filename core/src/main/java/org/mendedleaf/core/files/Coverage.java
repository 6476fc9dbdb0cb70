package org.mendedleaf.core.files;

import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.session.Shelf;

/**
 * The plain answer to "is it in or not".
 *
 * @param shelf the shelf whose folder it lies in
 * @param because one sentence
 */
public record Coverage(Path path, Optional<Shelf> shelf, CoverageState state, String because) {

  /** Tells whether a path is recorded. */
  public enum CoverageState {
    RECORDED("recorded"),
    NOT_YET("not recorded yet"),
    /**
     * Recorded up to now, but not at the moment: the shelf is paused, or a pattern leaves it out.
     */
    NO_LONGER("no longer recorded"),
    UNCOVERED("not covered"),
    /** Its shelf's store cannot be reached. */
    UNKNOWN("not known now");

    private final String words;

    CoverageState(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }
}
