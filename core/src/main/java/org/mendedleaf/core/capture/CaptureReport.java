package org.mendedleaf.core.capture;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.OptionalLong;

/**
 * The result of one capture.
 *
 * @param moment when it looked
 * @param acts ids of its commits; none if nothing had changed
 * @param files how many files and links were found
 * @param bytesRead from the shelf
 * @param bytesStored bytes of records that were added to the store
 */
public record CaptureReport(
    Instant moment,
    List<Long> acts,
    long files,
    long added,
    long changed,
    long removed,
    long renamed,
    List<Problem> problems,
    long bytesRead,
    long bytesStored,
    Duration took) {

  public CaptureReport {
    acts = List.copyOf(acts);
    problems = List.copyOf(problems);
  }

  /** The last of its commits; empty if nothing had changed. */
  public OptionalLong act() {
    return acts.isEmpty() ? OptionalLong.empty() : OptionalLong.of(acts.get(acts.size() - 1));
  }
}
