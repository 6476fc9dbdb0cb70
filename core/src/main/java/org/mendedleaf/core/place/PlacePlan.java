package org.mendedleaf.core.place;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;

/**
 * The steps of one act, place by place.
 *
 * @param shelf that the act is about
 * @param act how the log calls it
 * @param of the act that it takes back
 * @param run shared by acts that are done as one
 * @param stands what is known to stand at targets off the shelves and to be in the store; what
 *     stands elsewhere is kept first
 * @param emptied folders that go as well, as far as nothing is left in them
 */
public record PlacePlan(
    Where where,
    long shelf,
    Act act,
    OptionalLong of,
    String by,
    Optional<String> run,
    List<Step> steps,
    Map<Path, FileState> stands,
    List<Path> emptied) {

  public PlacePlan {
    steps = List.copyOf(steps);
    emptied = List.copyOf(emptied);
    stands = Map.copyOf(stands);
  }

  /** A plan that takes nothing back. */
  public PlacePlan(
      Where where, long shelf, Act act, String by, Optional<String> run, List<Step> steps) {
    this(where, shelf, act, OptionalLong.empty(), by, run, steps, Map.of(), List.of());
  }

  /** The same plan, taking folders away that it leaves empty. */
  public PlacePlan emptying(List<Path> folders) {
    return new PlacePlan(where, shelf, act, of, by, run, steps, stands, folders);
  }

  /** Where its steps are done. */
  public sealed interface Where {

    /** In the folder of a shelf: what is done goes into the files' histories. */
    record OnShelf(long shelf, Path folder) implements Where {}

    /** Below a folder off the shelves. */
    record Below(Path folder) implements Where {}

    /** In the folder of each target: where taking back goes. */
    record AtTargets() implements Where {}

    /** In one ZIP file; the first step is the file itself. */
    record Archive(Path zip) implements Where {}

    /**
     * Only in the log: a deposit shelf has no folder.
     *
     * @param name of the shelf, for receipts
     */
    record InLog(String name) implements Where {}
  }

  boolean inHistory() {
    return where instanceof Where.OnShelf || where instanceof Where.InLog;
  }

  /** The folder below which this target must stay. */
  Path rootOf(Step step) {
    if (where instanceof Where.OnShelf on) {
      return on.folder();
    }
    return where instanceof Where.Below below ? below.folder() : step.parent();
  }
}
