package org.mendedleaf.core.office;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.LeftoverVerdict;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/**
 * Records the copies that running programs keep in scratch folders before they vanish, where a
 * shelf's plan says so. For one thread.
 */
public final class CopyWatch {

  private static final Duration EACH = Duration.ofMinutes(1);

  /** Programs save their copies every few minutes; not each of these is worth a revision. */
  private static final Duration APART = Duration.ofMinutes(5);

  /** What was saved longer ago than this when it begins has been there for a person to see. */
  private static final Duration AT_FIRST = Duration.ofMinutes(30);

  private final Office office;
  private final Map<FileRef, Instant> recorded = new HashMap<>();
  private Instant since;
  private Instant next;

  public CopyWatch(Office office) {
    this.office = office;
    this.next = office.settings().clock().instant();
    this.since = next.minus(AT_FIRST);
  }

  /**
   * One round, to be made often; most do nothing.
   *
   * @return how many copies were recorded
   */
  public int round() throws IOException {
    Instant now = office.settings().clock().instant();
    if (now.isBefore(next)) {
      return 0;
    }
    next = now.plus(EACH);
    Set<String> wanted = wanted();
    if (wanted.isEmpty()) {
      since = now;
      return 0;
    }
    int done = 0;
    Instant waiting = now;
    for (Leftover one : office.leftovers().lookForWorkingCopies(since, Progress.NONE)) {
      if (one.verdict() != LeftoverVerdict.NEWER || !wanted.contains(key(one.shelf()))) {
        continue;
      }
      FileRef file = one.file().orElseThrow();
      Instant last = recorded.get(file);
      if (last != null && now.isBefore(last.plus(APART))) {
        // Looked at again in a later round, if it is still there.
        waiting = one.saved().isBefore(waiting) ? one.saved() : waiting;
      } else if (office.leftovers().record(one).isPresent()) {
        recorded.put(file, now);
        done++;
      }
    }
    since = waiting.minus(EACH);
    return done;
  }

  private Set<String> wanted() throws IOException {
    Set<String> wanted = new HashSet<>();
    for (Shelf shelf : office.shelves().all()) {
      if (!shelf.isDeposit()
          && shelf.settings().recording() == Recording.ON
          && office.plans().of(shelf).filter(NamedPlan::workingCopies).isPresent()) {
        wanted.add(key(shelf));
      }
    }
    return wanted;
  }

  private static String key(Shelf shelf) {
    return shelf.store() + "/" + shelf.id();
  }
}
