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

    /** A person's word goes before what was found. */
    boolean isDoubtful() {
      return is(Said.DOUBTFUL) && !is(Said.KNOWN_GOOD);
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
    IN_SNAPSHOT,
    /** Something is found doubtful about it, and nobody called it meant or good. */
    DOUBTFUL,
    /** It stood before a mass event on which nobody has decided yet. */
    BEFORE_EVENT
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
   * The good ones as of some revision.
   *
   * @param marked position of the newest that is known good; -1 if it is not asked for or none is
   * @param undoubted position of the newest about which nothing is doubtful; -1 likewise
   */
  record GoodOnes(int marked, int undoubted) {
    static final GoodOnes NONE = new GoodOnes(-1, -1);

    boolean has(int position) {
      return position == marked || position == undoubted;
    }
  }

  /**
   * The good ones of the revisions up to one. A person's mark goes before what was found, but where
   * that one is doubtful, the state before it that is not counts as well. Where none is any good it
   * is that one.
   */
  GoodOnes goodOnes(int upTo) {
    int marked = upTo;
    while (marked >= 0 && !revisions.get(marked).is(Said.KNOWN_GOOD)) {
      marked--;
    }
    if (marked >= 0 && !revisions.get(upTo).isDoubtful()) {
      return new GoodOnes(marked, -1);
    }
    int undoubted = upTo;
    while (undoubted >= 0 && revisions.get(undoubted).isDoubtful()) {
      undoubted--;
    }
    return new GoodOnes(marked, undoubted < 0 && marked < 0 ? upTo : undoubted);
  }
}
