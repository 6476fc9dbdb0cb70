package org.mendedleaf.core.joining;

import java.io.IOException;
import java.time.Instant;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.store.log.SegmentLog;

/**
 * The commits of a spool that its store does not have yet.
 *
 * @param count at least one
 * @param since when the first of them was begun
 */
public record WaitingCommits(long count, Instant since) {

  /**
   * Looks into a spool in which something waits.
   *
   * @param spool goes on from where its first segment says
   */
  public static WaitingCommits in(Store spool) throws IOException {
    SegmentLog log = spool.log();
    log.beginAfter(new LogHead(-1, Segment.NO_PREDECESSOR));
    long end = log.firstNumber();
    while (log.read(end).isPresent()) {
      end++;
    }
    Segment first = log.read(log.firstNumber()).orElseThrow();
    Instant since = CommitHeader.decode(first.lines().get(0)).at();
    return new WaitingCommits(end - log.firstNumber(), since);
  }
}
