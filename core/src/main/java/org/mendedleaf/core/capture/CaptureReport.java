package org.mendedleaf.core.capture;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.OptionalLong;

/**
 * What one capture did.
 *
 * @param moment when it looked
 * @param act id of its last commit; empty if nothing had changed
 * @param files how many files and links were found
 * @param bytesRead from the shelf
 * @param bytesStored bytes of records that were added to the store
 */
public record CaptureReport(
    Instant moment,
    OptionalLong act,
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
    problems = List.copyOf(problems);
  }
}
