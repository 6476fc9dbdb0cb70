package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.EmptiedFolders;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.PlanFile;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.place.UndoSteps;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.Store;

/**
 * Makes plans for many files at once, from any moment, and has them done. A run that was
 * interrupted is told by its plan file what the earlier try had done, notes that first, then does
 * the rest.
 *
 * <p>Captures of the same shelf must not run meanwhile.
 */
public final class Recovery {

  private final Catalogue catalogue;
  private final Executor executor;
  private final FileTimes times;
  private final ZoneId zone;
  private final int workers;
  private final TakingBack takingBack;

  /**
   * @param files in which places off the shelves lie
   */
  public Recovery(
      Catalogue catalogue,
      Executor executor,
      FileTimes times,
      ZoneId zone,
      int workers,
      FileSystem files) {
    this.catalogue = catalogue;
    this.executor = executor;
    this.times = times;
    this.zone = zone;
    this.workers = workers;
    this.takingBack = new TakingBack(catalogue, executor, workers, files);
  }

  /**
   * What to do.
   *
   * @param shelfFolder the folder that the shelf is bound to here, if it is
   * @param run name of the run that this order is a part of; what acts of that name have done
   *     already is not done again
   * @param plan a file of the desk that tells a later try what was begun
   * @param taken targets that other orders of the same run go to; this one's are added
   */
  public record RecoveryRequest(
      RecoveryOrder order,
      Optional<Path> shelfFolder,
      String by,
      String run,
      Path plan,
      Set<String> taken) {

    private PlacePlan.Where where() throws RefusedException {
      if (order.destination() instanceof Destination.Folder to) {
        return new PlacePlan.Where.Below(to.folder());
      } else if (order.destination() instanceof Destination.Archive to) {
        return new PlacePlan.Where.Archive(to.zip());
      }
      return new PlacePlan.Where.OnShelf(
          order.shelf(), shelfFolder.orElseThrow(Rehearser::unbound));
    }

    private PlacePlan plan(PlacePlan.Where where, List<Step> steps) {
      return new PlacePlan(where, order.shelf(), Act.RECOVER, by, Optional.of(run), steps);
    }
  }

  /**
   * Works out what would happen, without doing it.
   *
   * @param shelfFolder the folder that the shelf is bound to here, if it is
   * @param taken targets that other orders of the same run go to; this one's are added
   */
  public Rehearsal rehearse(RecoveryOrder order, Optional<Path> shelfFolder, Set<String> taken)
      throws IOException {
    catalogue.catchUp();
    return rehearser(order, shelfFolder, taken).rehearse();
  }

  private Rehearser rehearser(RecoveryOrder order, Optional<Path> shelfFolder, Set<String> taken)
      throws IOException {
    return new Rehearser(catalogue, times, zone, workers, order, shelfFolder, taken);
  }

  /**
   * Recovers, or does the rest of what an earlier try has begun.
   *
   * @return what was done, if there was anything to do; where the store can only be read, this is
   *     all that tells of it
   */
  public Optional<Executor.Executed> run(RecoveryRequest request, Progress progress)
      throws IOException {
    catalogue.catchUp();
    RecoveryOrder order = request.order();
    PlacePlan.Where where = request.where();
    Store store = catalogue.store();
    PlanFile plan = new PlanFile(request.plan(), store.description().id(), store.key());
    Set<String> before = doneInRun(request.run(), order.shelf());
    executor.settle(
        request.plan(where, List.of()),
        plan,
        item -> before.contains(key(item.target(), item.revision())));
    Set<InnerPath> unrecorded = new HashSet<>();
    if (where instanceof PlacePlan.Where.OnShelf on) {
      Files.createDirectories(on.folder());
      unrecorded.addAll(executor.captureAll(on, request.by(), progress));
      unrecorded.addAll(recordTargetsLeftOut(request, on));
    }
    Rehearser rehearser = rehearser(order, request.shelfFolder(), request.taken());
    Set<String> done = doneInRun(request.run(), order.shelf());
    if (where instanceof PlacePlan.Where.Archive to && isPacked(to.zip(), done)) {
      // An archive is whole or not there.
      return Optional.empty();
    }
    List<Step> steps = new ArrayList<>(rehearser.rehearse().steps());
    steps.removeIf(step -> done.contains(key(step.target().toString(), step.revision())));
    if (steps.isEmpty()) {
      return Optional.empty();
    }
    if (!(where instanceof PlacePlan.Where.Archive)) {
      Files.createDirectories(rehearser.root());
    }
    return Optional.of(
        executor.run(sparing(request.plan(where, steps), unrecorded), Optional.of(plan), progress));
  }

  /** The same plan, leaving what could not be recorded. */
  static PlacePlan sparing(PlacePlan plan, Set<InnerPath> unrecorded) {
    List<Step> steps = new ArrayList<>();
    for (Step step : plan.steps()) {
      boolean unsafe = step.path().isPresent() && unrecorded.contains(step.path().get());
      boolean replaces = step.planned() == Outcome.MADE_ROOM || step.planned() == Outcome.REMOVED;
      steps.add(
          unsafe && replaces
              ? step.ending(Outcome.REFUSED, "what stands there could not be recorded first")
              : step);
    }
    return new PlacePlan(
        plan.where(),
        plan.shelf(),
        plan.act(),
        plan.of(),
        plan.by(),
        plan.run(),
        steps,
        plan.stands(),
        plan.emptied());
  }

  /** Two picks may want different revisions at one place. */
  private static String key(String target, OptionalInt revision) {
    return target + '\0' + revision;
  }

  /** Whether an act of the run has written this archive, or one beside what stood there. */
  private static boolean isPacked(Path zip, Set<String> done) {
    Path candidate = zip;
    for (int number = 2; Files.exists(candidate); number++) {
      String inside = candidate + candidate.getFileSystem().getSeparator();
      if (done.stream().anyMatch(key -> key.startsWith(inside))) {
        return true;
      }
      candidate = zip.resolveSibling(TellingName.numbered(ShelfPaths.name(zip), number));
    }
    return false;
  }

  private Set<String> doneInRun(String run, long shelf) throws IOException {
    Set<String> done = new HashSet<>();
    for (LedgerEntry entry : catalogue.ledger().ofRun(run)) {
      if (entry.act() == Act.RECOVER && entry.shelf().equals(OptionalLong.of(shelf))) {
        catalogue.ledger().items(entry.id()).stream()
            .filter(
                item ->
                    item.changedSomething()
                        || item.outcome() == Outcome.SAME
                        || item.outcome() == Outcome.PACKED)
            .map(item -> key(item.target(), item.revision()))
            .forEach(done::add);
      }
    }
    return done;
  }

  /**
   * Takes files and folders off a shelf, because somebody wants it; their revisions stay. What
   * could not be recorded first stays as well.
   *
   * @return the act, whose receipt says what was done
   * @throws RefusedException if none of these is on the shelf; nothing was changed
   */
  public long remove(
      long shelf, Path folder, List<InnerPath> paths, String by, String run, Progress progress)
      throws IOException {
    PlacePlan.Where.OnShelf where = new PlacePlan.Where.OnShelf(shelf, folder);
    Set<InnerPath> unrecorded = executor.captureAll(where, by, progress);
    List<PresentFile> going = present(shelf, paths);
    List<InnerPath> places = going.stream().map(file -> file.state().path()).toList();
    unrecorded.addAll(executor.captureLeftOut(where, places, by));
    List<Step> steps = new ArrayList<>();
    for (PresentFile file : present(shelf, paths)) {
      InnerPath at = file.state().path();
      steps.add(Deposit.removing(file, ShelfPaths.resolve(folder, at)));
    }
    requireSome(steps, paths);
    List<Path> emptied = new ArrayList<>();
    for (InnerPath path : paths) {
      if (!path.isRoot()) {
        emptied.addAll(EmptiedFolders.from(ShelfPaths.resolve(folder, path)));
      }
    }
    PlacePlan plan =
        new PlacePlan(where, shelf, Act.REMOVE, by, Optional.of(run), steps).emptying(emptied);
    return executor.run(sparing(plan, unrecorded), progress).act();
  }

  private List<PresentFile> present(long shelf, List<InnerPath> paths) throws IOException {
    Map<Long, PresentFile> present = new LinkedHashMap<>();
    for (InnerPath path : paths) {
      for (PresentFile file : catalogue.present().within(shelf, path)) {
        present.put(file.file(), file);
      }
    }
    return List.copyOf(present.values());
  }

  static void requireSome(List<Step> steps, List<InnerPath> paths) throws RefusedException {
    if (steps.isEmpty()) {
      throw new RefusedException(
          "Nothing on the shelf is called %s, so nothing was removed."
              .formatted(String.join(", ", paths.stream().map(InnerPath::shown).toList())));
    }
  }

  /**
   * Makes copies revisions of one file, and takes the extra names away.
   *
   * @return the acts, whose receipts say what was done
   */
  public List<Long> gather(
      long shelf, Path folder, List<Copies> families, String by, String run, Progress progress)
      throws IOException {
    PlacePlan.Where.OnShelf where = new PlacePlan.Where.OnShelf(shelf, folder);
    Set<InnerPath> unrecorded = executor.captureAll(where, by, progress);
    List<InnerPath> these = families.stream().flatMap(one -> one.copies().stream()).toList();
    unrecorded.addAll(executor.captureLeftOut(where, these, by));
    return new Gathering(catalogue, executor, where, by, run)
        .gather(families, unrecorded, progress);
  }

  /**
   * Recovers revisions to a scratch folder, as a recovery would, and notes nothing in the log.
   *
   * @param targets where each of them goes; nothing stands there
   * @return how each ended, in the order in which it was done
   */
  public List<ReceiptItem> tryOut(
      long shelf, Path folder, Map<Path, Revision> targets, Progress progress) throws IOException {
    List<Step> steps = new ArrayList<>();
    targets.forEach(
        (target, revision) ->
            steps.add(
                new Step(
                    target,
                    Optional.empty(),
                    Outcome.RECOVERED,
                    Optional.of(revision.state()),
                    OptionalLong.of(revision.file()),
                    OptionalInt.of(revision.number()),
                    "")));
    return executor.tryOut(
        new PlacePlan(
            new PlacePlan.Where.Below(folder), shelf, Act.DRILL, "", Optional.empty(), steps),
        progress);
  }

  /** Takes an act back, as far as nothing has changed since at its targets. */
  public Receipt undo(
      long act, Optional<Path> shelfFolder, String by, Optional<String> run, Progress progress)
      throws IOException {
    return receipt(takingBack.undo(act, shelfFolder, by, run, progress));
  }

  /** Takes an act on a deposit shelf back. */
  public Receipt undo(long act, Deposit.DepositPlace place, Progress progress) throws IOException {
    return receipt(takingBack.undo(act, place, progress));
  }

  /** What an act did, if it has a receipt. */
  public Receipt receipt(long act) throws IOException {
    return takingBack.receipt(act);
  }

  /** Whether {@link #undo} takes back such acts. */
  public static boolean isTakenBack(Act act) {
    return UndoSteps.isTakenBack(act);
  }

  /** The acts of a run that can be taken back, oldest first. */
  public List<Receipt> receipts(String run) throws IOException {
    catalogue.catchUp();
    List<Receipt> receipts = new ArrayList<>();
    for (LedgerEntry entry : catalogue.ledger().ofRun(run)) {
      if (isTakenBack(entry.act())) {
        receipts.add(receipt(entry.id()));
      }
    }
    return receipts;
  }

  private Set<InnerPath> recordTargetsLeftOut(
      RecoveryRequest request, PlacePlan.Where.OnShelf where) throws IOException {
    if (!executor.leavesOut(where.shelf())) {
      return Set.of();
    }
    // Only to see where it would write: the targets are taken by the rehearsal that counts.
    Set<String> taken = new HashSet<>(request.taken());
    List<InnerPath> targets =
        rehearser(request.order(), request.shelfFolder(), taken).rehearse().steps().stream()
            .flatMap(step -> step.path().stream())
            .toList();
    return executor.captureLeftOut(where, targets, request.by());
  }
}
