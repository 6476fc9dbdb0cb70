package org.mendedleaf.standin.keep;

import java.util.ArrayList;
import java.util.List;

/**
 * What terms let go.
 *
 * @param isHiding whether removed files come back at any time
 * @param now milliseconds since 1970
 */
record Limits(Terms terms, boolean isHiding, long now) {

  /** Whether a removed file can be brought back no more. */
  boolean isOver(KeptFile file) {
    return file.removed() != null
        && !isHiding
        && terms.inBin() != null
        && file.removed().at() + terms.inBin() <= now;
  }

  /** The states that a file still has, the oldest first. */
  List<KeptState> staying(KeptFile file) {
    List<KeptState> stay = new ArrayList<>();
    for (int i = file.states().size() - 1; i >= 0; i--) {
      KeptState state = file.states().get(i);
      boolean isNewest = stay.isEmpty();
      boolean isTooMany = terms.mostStates() != null && stay.size() >= terms.mostStates();
      boolean isTooOld =
          !isNewest
              && terms.longest() != null
              && file.states().get(i + 1).at() + terms.longest() <= now;
      if (isNewest || state.isHeld() || (!isTooMany && !isTooOld)) {
        stay.add(0, state);
      }
    }
    return stay;
  }
}
