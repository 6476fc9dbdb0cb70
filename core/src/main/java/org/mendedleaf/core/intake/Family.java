package org.mendedleaf.core.intake;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;

/**
 * Files that seem to be copies of one, kept apart by what hangs on their names.
 *
 * @param <F> what stands for a file
 * @param name what the one file would be called
 * @param copies what belongs together for sure, in their order, oldest first; empty where all are
 *     doubtful
 * @param doubtful what a person should look at first, in the same order
 * @param order what the order was taken from
 * @param ordersDiffer whether the names and the times tell different orders
 */
public record Family<F>(
    String name,
    List<Copy<F>> copies,
    List<Doubtful<F>> doubtful,
    FamilyOrder order,
    boolean ordersDiffer) {

  /**
   * One file.
   *
   * @param written its name
   * @param name the same, taken apart
   * @param saved when it was last changed
   */
  public record Copy<F>(F file, String written, PlainName name, Traits traits, Instant saved) {

    public Copy(F file, String written, Traits traits, Instant saved) {
      this(file, written, PlainName.of(written), traits, saved);
    }
  }

  /** The evidence that orders the copies in time. */
  public enum FamilyOrder {
    /** When each was saved. */
    TIMES,
    /** The dates in the names. */
    DATES,
    /** The numbers in the names. */
    NUMBERS
  }

  /** Why a copy is not taken for sure. */
  public enum DoubtReason {
    /** Its name differs in more than what hangs on it. */
    OTHER_WORDS,
    /** Little of its content is in the others. */
    LITTLE_SHARED,
    /** One of a series, perhaps: a file for each month or number rather than a copy. */
    SERIES,
    /** Damaged: empty, cut off or unreadable. */
    BROKEN
  }

  /**
   * A copy that may be another file.
   *
   * @param shared how alike it is to the copy that it is most like, 0 to 1
   */
  public record Doubtful<F>(Copy<F> copy, DoubtReason reason, double shared) {}

  /** All of them, oldest first. */
  public List<Copy<F>> all() {
    List<Copy<F>> all = new ArrayList<>(copies);
    doubtful.forEach(one -> all.add(one.copy()));
    return CopyOrder.of(all).sorted();
  }

  public Family {
    copies = List.copyOf(copies);
    doubtful = List.copyOf(doubtful);
  }
}
