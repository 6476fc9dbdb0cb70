package org.mendedleaf.core.joining;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.history.InnerPath;

/**
 * The result of joining another log.
 *
 * @param commits how many commits of it were committed anew
 * @param revisions of them, in the order of the log
 * @param shelves shelves that were added there, and what number they have here
 * @param erasures commits that erased something there; what they erased and is here stays
 * @param erasedHere revisions that were left out, since their files were erased here with all their
 *     history after the logs parted
 * @param unreadable files of which a revision could not be taken over, since its content cannot be
 *     read there
 */
public record JoinReport(
    int commits,
    List<Joined> revisions,
    Map<Long, Long> shelves,
    int erasures,
    int erasedHere,
    List<InnerPath> unreadable) {

  /** The result when there was nothing to join. */
  public static final JoinReport NOTHING = new JoinReport(0, List.of(), Map.of(), 0, 0, List.of());

  public JoinReport {
    revisions = List.copyOf(revisions);
    shelves = Map.copyOf(shelves);
    unreadable = List.copyOf(unreadable);
  }

  /**
   * A revision of the other log.
   *
   * @param was its number there
   * @param number its number here
   * @param by who acted
   */
  public record Joined(InnerPath path, int was, int number, String by) {}

  /** Both together. */
  public JoinReport and(JoinReport other) {
    List<Joined> all = new ArrayList<>(revisions);
    all.addAll(other.revisions);
    Map<Long, Long> numbers = new HashMap<>(shelves);
    numbers.putAll(other.shelves);
    List<InnerPath> lost = new ArrayList<>(unreadable);
    lost.addAll(other.unreadable);
    return new JoinReport(
        commits + other.commits,
        all,
        numbers,
        erasures + other.erasures,
        erasedHere + other.erasedHere,
        lost);
  }
}
