package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.history.InnerPath;

/**
 * A file's revisions as a plan looks at them.
 *
 * @param revisions oldest first, at least one
 */
public record Lineage(InnerPath path, List<KeptRevision> revisions) {

  /**
   * One revision.
   *
   * @param from when it became the current one
   * @param until when it stopped being that; empty if it still is
   * @param removed whether it stopped because the file was removed
   * @param gathered when it was made of a copy; empty if it was recorded in its time
   * @param heldUntil when its hold ends; empty if it has none, or one that does not end
   */
  public record KeptRevision(
      int number,
      Instant from,
      Optional<Instant> until,
      boolean removed,
      long bytes,
      Set<Said> said,
      Optional<Instant> gathered,
      Optional<Instant> heldUntil) {

    /** One whose hold does not end, if it has one. */
    public KeptRevision(
        int number,
        Instant from,
        Optional<Instant> until,
        boolean removed,
        long bytes,
        Set<Said> said,
        Optional<Instant> gathered) {
      this(number, from, until, removed, bytes, said, gathered, Optional.empty());
    }

    /** One that was recorded in its time. */
    public KeptRevision(
        int number,
        Instant from,
        Optional<Instant> until,
        boolean removed,
        long bytes,
        Set<Said> said) {
      this(number, from, until, removed, bytes, said, Optional.empty());
    }

    public KeptRevision {
      said = Set.copyOf(said);
    }

    /** Whether it is held, and still is then. */
    boolean isHeldAt(Instant at) {
      return is(Said.HELD) && (heldUntil.isEmpty() || heldUntil.get().isAfter(at));
    }

    boolean is(Said what) {
      return said.contains(what);
    }
  }

  /** What is said of a revision. */
  public enum Said {
    HELD,
    KNOWN_GOOD,
    ISSUED,
    NOTED,
    IN_SNAPSHOT
  }

  public Lineage {
    revisions = List.copyOf(revisions);
  }

  KeptRevision newest() {
    return revisions.get(revisions.size() - 1);
  }

  /** When the file left its shelf; empty if it is there. */
  public Optional<Instant> removedAt() {
    return newest().until();
  }

  /**
   * Which of the revisions up to one is the newest that is marked as known good; where none is,
   * that one.
   *
   * @return its position in the list
   */
  int newestGood(int upTo) {
    for (int i = upTo; i >= 0; i--) {
      if (revisions.get(i).is(Said.KNOWN_GOOD)) {
        return i;
      }
    }
    return upTo;
  }
}
