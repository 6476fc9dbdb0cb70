package org.mendedleaf.core.place;

import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.FileState;

/** The way in which a history continues once a step on a shelf is done. */
public sealed interface Continues {

  /** The file that is at the place goes on; one that is away comes back to its own history. */
  record ItsHistory() implements Continues {}

  /** The usual way. */
  Continues ITS_HISTORY = new ItsHistory();

  /**
   * Files from outside become revisions, one after another; the last one is what is placed.
   *
   * @param onto the file that they become revisions of; empty for a new one
   * @param arrivals oldest first
   */
  record Arrivals(OptionalLong onto, List<ContinuedArrival> arrivals) implements Continues {
    public Arrivals {
      arrivals = List.copyOf(arrivals);
    }
  }

  /**
   * One file from outside.
   *
   * @param from the earlier revision of the same content, if there is one
   */
  record ContinuedArrival(FileState state, Arrived where, OptionalInt from) {}

  /** Copies become revisions with the times that they had. */
  record Gathered(List<Proposal.Save> saves) implements Continues {
    public Gathered {
      saves = List.copyOf(saves);
    }
  }
}
