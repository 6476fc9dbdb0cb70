package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Predicate;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.progress.Progress;

/**
 * Carries out plans. What stands in the way is recorded and committed first; then targets are
 * written aside and checked, several at once, and moved into place one after another; one that
 * cannot be done leaves what stood there and does not stop the rest. One act at the end says what
 * was done at each place: the receipt. If the process dies before, every target is old or new,
 * nothing that stood there is lost, and {@link #settle} notes what was done.
 *
 * <p>Acts of the same shelf, and captures of it, must not run meanwhile.
 */
public final class Executor {

  /**
   * The most that a receipt takes in the store: a line for each target, and what surrounds them.
   */
  private static final long NOTE_BYTES = 1_000;

  private static final long NOTE_AROUND_BYTES = 64_000;

  private final ExecutorTools tools;

  /** What it works with. */
  record ExecutorTools(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      FileTimes times,
      FileSystem files,
      Recorder recorder,
      Placement placement,
      int workers) {}

  /**
   * @param files in which places off the shelves lie
   * @param workers how many threads check what was written
   */
  public Executor(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      RandomGenerator random,
      FileTimes times,
      FileSystem files,
      int workers) {
    this.tools =
        new ExecutorTools(
            catalogue,
            journal,
            capture,
            clock,
            times,
            files,
            new Recorder(catalogue, journal, capture, clock, workers),
            new Placement(catalogue.contents(), random, workers),
            workers);
  }

  /** What a plan did. */
  public record Executed(Optional<Journal.Committed> committed, List<ReceiptItem> items) {
    public Executed {
      items = List.copyOf(items);
    }

    /** Whether the store has the receipt; one that can only be read has not. */
    public boolean isNoted() {
      return committed.isPresent();
    }

    /** The act: what taking back takes. */
    public long act() {
      return committed.orElseThrow().segment();
    }

    /** The number of the revision that a file got, if it got one. */
    public OptionalInt revisionOfFirst() {
      int number = committed.orElseThrow().firstRevision();
      return number < 0 ? OptionalInt.empty() : OptionalInt.of(number);
    }
  }

  /**
   * Captures a whole shelf before a plan is made for it.
   *
   * @return the paths that could not be recorded
   */
  public Set<InnerPath> captureAll(PlacePlan.Where.OnShelf where, String by, Progress progress)
      throws IOException {
    return tools.recorder().captureAll(where, by, progress);
  }

  /**
   * Captures what lies at certain places of a shelf before a plan is made for them, also what the
   * shelf leaves out.
   *
   * @return what could not be recorded
   */
  public List<Problem> capture(PlacePlan.Where.OnShelf where, List<InnerPath> paths, String by)
      throws IOException {
    return tools.recorder().capture(where, paths, by);
  }

  /**
   * Captures those of these places that the shelf leaves out.
   *
   * @return the paths that could not be recorded
   */
  public Set<InnerPath> captureLeftOut(
      PlacePlan.Where.OnShelf where, List<InnerPath> paths, String by) throws IOException {
    return tools.recorder().captureLeftOut(where, paths, by);
  }

  /** Whether a shelf leaves anything out. */
  public boolean leavesOut(long shelf) throws IOException {
    return !tools.capture().leftOut(shelf).rules().isEmpty();
  }

  /**
   * Does a plan.
   *
   * @throws RefusedException if nothing of it could be done and nothing need be told but that
   * @throws org.mendedleaf.core.store.format.DamagedContentException if that is because of damage
   *     in the store
   * @throws org.mendedleaf.core.drive.ReadOnlyStoreException if it is about a shelf and its store
   *     can only be read
   */
  public Executed run(PlacePlan plan, Progress progress) throws IOException {
    return run(plan, Optional.empty(), progress);
  }

  /**
   * Does a plan that can be taken up again.
   *
   * @param file tells a later try what was begun; it ends with the receipt
   */
  public Executed run(PlacePlan plan, Optional<PlanFile> file, Progress progress)
      throws IOException {
    boolean noted = tools.catalogue().store().durability().isWritable();
    if (!noted) {
      return copyOut(plan, progress);
    }
    requireRoomToNote(plan);
    Map<Path, Recorded> kept = plan.inHistory() ? Map.of() : tools.recorder().keep(plan);
    if (file.isPresent()) {
      file.get().write(plan.steps(), kept);
    }
    PlacingAct act = new PlacingAct(tools, plan, kept);
    if (plan.where() instanceof PlacePlan.Where.Archive) {
      act.pack(progress);
    } else {
      act.perform(progress);
    }
    takeEmptied(plan, act);
    if (isRefusedAsOne(plan, act)) {
      if (act.damage().isPresent()) {
        throw act.damage().get();
      }
      ReceiptItem first = act.items().get(0);
      throw new RefusedException(
          "%s stays as it is: %s. Nothing was changed.".formatted(first.target(), first.why()));
    }
    Executed done = commit(act);
    if (file.isPresent()) {
      file.get().end();
    }
    return done;
  }

  /**
   * Copies what is recorded to free places, and notes nothing: for trying out whether it can be.
   *
   * @param plan whose steps all go to places at which nothing stands
   * @return how each of them ended
   */
  public List<ReceiptItem> tryOut(PlacePlan plan, Progress progress) throws IOException {
    return copyOut(plan, progress).items();
  }

  /**
   * Out of a store that can only be read, what is recorded can be copied to free places; there is
   * nowhere to keep what stands in the way, nor a receipt.
   */
  private Executed copyOut(PlacePlan plan, Progress progress) throws IOException {
    if (plan.inHistory()) {
      throw tools.catalogue().store().refusedWriting();
    }
    List<Step> steps = new ArrayList<>();
    for (Step step : plan.steps()) {
      steps.add(
          step.planned() == ReceiptItem.Outcome.MADE_ROOM
              ? step.ending(
                  ReceiptItem.Outcome.REFUSED,
                  "something else stands there and cannot be kept, since the store can only be read")
              : step);
    }
    PlacePlan free =
        new PlacePlan(plan.where(), plan.shelf(), plan.act(), plan.by(), plan.run(), steps);
    PlacingAct act = new PlacingAct(tools, free, Map.of());
    if (plan.where() instanceof PlacePlan.Where.Archive) {
      act.pack(progress);
    } else {
      act.perform(progress);
    }
    return new Executed(Optional.empty(), act.items());
  }

  /** Acts about one file, and takings back, are not in the log where nothing came of them. */
  private static boolean isRefusedAsOne(PlacePlan plan, PlacingAct act) {
    Set<Act> always = Set.of(Act.RECOVER, Act.GATHER, Act.REMOVE);
    return !always.contains(plan.act())
        && !act.isEmpty()
        && act.items().stream().allMatch(item -> item.outcome() == ReceiptItem.Outcome.REFUSED);
  }

  /**
   * What an earlier try had done when it was interrupted gets its receipt now.
   *
   * @param plan without steps
   * @param done whether an act of the run has told of this item already
   */
  public void settle(PlacePlan plan, PlanFile file, Predicate<ReceiptItem> done)
      throws IOException {
    List<ReceiptItem> planned = new ArrayList<>(file.read());
    planned.removeIf(done);
    if (!planned.isEmpty()) {
      PlacingAct act = new PlacingAct(tools, plan, Map.of());
      act.settle(planned);
      if (!act.isEmpty()) {
        var unused = commit(act);
      }
    }
    file.end();
  }

  private Executed commit(PlacingAct act) throws IOException {
    try {
      return new Executed(
          Optional.of(
              tools.journal().commit(act.history().draft(tools.clock().instant(), act.items()))),
          act.items());
    } catch (IOException e) {
      List<ReceiptItem> changed =
          act.items().stream().filter(ReceiptItem::changedSomething).toList();
      if (changed.isEmpty()) {
        throw e;
      }
      throw new NotNotedException(
          changed.get(0).target(), changed.size(), tools.catalogue().store().root(), e);
    }
  }

  /** Refuses to begin what would leave no room for its receipt. */
  private void requireRoomToNote(PlacePlan plan) throws IOException {
    Path store = tools.catalogue().store().root();
    long free = Files.getFileStore(store).getUsableSpace();
    long needed = NOTE_AROUND_BYTES + NOTE_BYTES * plan.steps().size();
    if (free < needed) {
      throw new RefusedException(
          "The drive of the store %s is full: to note what is done there takes about %,d bytes, and %,d are left. Nothing was changed."
              .formatted(store, needed, free));
    }
  }

  /** Folders that a plan leaves empty go where it says so; one that cannot be looked into stays. */
  private static void takeEmptied(PlacePlan plan, PlacingAct act) {
    for (Path gone : EmptiedFolders.take(plan.emptied())) {
      if (plan.where() instanceof PlacePlan.Where.OnShelf on) {
        act.history().folderGone(ShelfPaths.inner(on.folder(), gone));
      }
    }
  }

  /** The paths of a shelf that problems are about. */
  public static Set<InnerPath> paths(List<Problem> problems) {
    Set<InnerPath> paths = new HashSet<>();
    problems.forEach(problem -> paths.add(problem.path()));
    return paths;
  }
}
