package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * One recorded state of one file.
 *
 * @param number r1, r2 …; 0 is the first state
 * @param at when it was committed
 * @param currentFrom when it became the current one, by its desk's clock
 * @param currentUntil when it stopped being the current one; empty if it still is
 * @param state path, size, times and content
 * @param origin the act that made it
 * @param from the revision whose content this is, for a mend or an undo
 * @param was the number that it had in a log that was joined with this one
 * @param desk the desk that recorded it
 * @param by the person who acted; says nothing about who saved the file
 * @param afterRemoval whether the file was not on its shelf when this revision was made
 * @param saver who saved it as far as was found out afterwards, and how
 * @param summary what changed since the revision before, in one line; empty as long as nobody has
 *     looked, and where there is nothing to tell
 */
public record Revision(
    RevisionKey key,
    long file,
    int number,
    Instant at,
    Instant currentFrom,
    Optional<Instant> currentUntil,
    FileState state,
    Origin origin,
    OptionalInt from,
    OptionalInt was,
    String desk,
    String by,
    boolean afterRemoval,
    Optional<FoundSaver> saver,
    Optional<String> summary) {

  /** The person who saved a revision, and how that is known. */
  public record FoundSaver(String who, SaverSource source) {}

  /** "first state" or "r15". */
  public static String numbered(int number) {
    return number == 0 ? "first state" : "r" + number;
  }

  /**
   * The number that it had on its desk before that desk's commits were joined with others; empty if
   * it has the same here.
   */
  public OptionalInt formerNumber() {
    return was.isPresent() && was.getAsInt() != number ? was : OptionalInt.empty();
  }

  public boolean isCurrent() {
    return currentUntil.isEmpty();
  }
}
