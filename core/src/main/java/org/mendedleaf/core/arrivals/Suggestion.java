package org.mendedleaf.core.arrivals;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.session.FileRef;

/**
 * The file that an arrival most likely replaces.
 *
 * @param matches the likeliest first; empty if it seems to be new
 * @param same a revision that it is exactly, the current one before earlier ones
 * @param doubts what speaks against bringing it in onto the first match
 */
public record Suggestion(
    Path arrival,
    List<Match<FileRef>> matches,
    Optional<SameAs> same,
    List<Doubt<FileRef>> doubts) {

  /**
   * A revision with exactly the same bytes.
   *
   * @param current whether it is the current one of a file that is on its shelf
   */
  public record SameAs(FileRef file, int revision, boolean current) {}

  public Suggestion {
    matches = List.copyOf(matches);
    doubts = List.copyOf(doubts);
  }

  /** The likeliest file. */
  public Optional<Match<FileRef>> first() {
    return matches.stream().findFirst();
  }

  /** Whether it may be brought in without a person looking at it. */
  public boolean isPlain() {
    return first().isPresent() && first().get().confident() && doubts.isEmpty() && same.isEmpty();
  }
}
