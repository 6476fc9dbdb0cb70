package org.mendedleaf.core.joining;

import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.store.log.SegmentLog;

/**
 * Where two logs of the same store diverge.
 *
 * @param first number of the first commit that differs
 * @param end number after the last commit of the other log
 * @param isForked whether this log has gone on as well, so that nothing of the other can be put
 *     into it as it is
 */
public record Fork(long first, long end, boolean isForked) {

  /**
   * Looks from the ends downwards; takes as long as the logs have gone on differently.
   *
   * @param hereEnd number after the last commit of this log
   */
  public static Fork between(SegmentLog here, long hereEnd, SegmentLog other) throws IOException {
    long otherEnd = end(other);
    long first = Math.min(hereEnd, otherEnd);
    while (first > 0 && !isSame(here, other, first - 1)) {
      first--;
    }
    return new Fork(first, otherEnd, first < hereEnd);
  }

  /** Numbers have no gaps, so that the end is found in few steps. */
  private static long end(SegmentLog log) throws IOException {
    long above = 1;
    while (log.read(above - 1).isPresent()) {
      above *= 2;
    }
    long below = above / 2;
    while (below + 1 < above) {
      long middle = (below + above) / 2;
      if (log.read(middle - 1).isPresent()) {
        below = middle;
      } else {
        above = middle;
      }
    }
    return below;
  }

  private static boolean isSame(SegmentLog here, SegmentLog other, long number) throws IOException {
    Optional<Segment> there = other.read(number);
    return there.isPresent()
        && here.read(number).map(Segment::hash).equals(there.map(Segment::hash));
  }

  /** How many revisions there are in the commits that only the other log has. */
  public int revisions(SegmentLog other) throws IOException {
    int revisions = 0;
    for (long number = first; number < end; number++) {
      for (Detail line : LineKinds.details(other.read(number).orElseThrow())) {
        revisions += line instanceof Detail.Revised ? 1 : 0;
      }
    }
    return revisions;
  }

  /** How many commits only the other log has. */
  public long commits() {
    return end - first;
  }
}
