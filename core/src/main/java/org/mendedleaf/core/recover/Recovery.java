package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.LedgerEntry;
import org.mendedleaf.core.catalog.LeftOut;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;

/**
 * Recovers many files at once, from any moment.
 *
 * <p>What stands in the way is recorded and committed first: on the shelf by a capture, elsewhere
 * under an act of its own. Then each target is written aside, checked and moved into place, one
 * after another; one that cannot be done leaves what stood there and does not stop the rest. One
 * act at the end says what was done at each place: the receipt. If the process dies before, every
 * target is old or new and nothing that stood there is lost; the next try with the same run and the
 * same plan file first notes what the earlier one had done, then does the rest.
 *
 * <p>Captures of the same shelf must not run meanwhile.
 */
public final class Recovery {

  private final Catalogue catalogue;
  private final RecoveryAct.Tools tools;
  private final ZoneId zone;
  private final int workers;
  private final FileSystem files;

  /**
   * @param files in which places off the shelves lie
   */
  public Recovery(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      RandomGenerator random,
      FileTimes times,
      ZoneId zone,
      int workers,
      FileSystem files) {
    this.catalogue = catalogue;
    this.tools =
        new RecoveryAct.Tools(
            catalogue,
            journal,
            capture,
            clock,
            times,
            new Placement(catalogue.contents(), random, workers));
    this.zone = zone;
    this.workers = workers;
    this.files = files;
  }

  /**
   * What is to be done.
   *
   * @param shelfFolder the folder that the shelf is bound to here, if it is
   * @param run name of the run that this order is a part of; what acts of that name have done
   *     already is not done again
   * @param plan a file of the desk that tells a later try what was begun
   * @param taken targets that other orders of the same run go to; this one's are added
   */
  public record Request(
      RecoveryOrder order,
      Optional<Path> shelfFolder,
      String by,
      String run,
      Path plan,
      Set<String> taken) {}

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
    return new Rehearser(catalogue, tools.times(), zone, workers, order, shelfFolder, taken);
  }

  /** Recovers, or does the rest of what an earlier try has begun. */
  public void run(Request request, Progress progress) throws IOException {
    catalogue.catchUp();
    RecoveryOrder order = request.order();
    boolean inPlace = order.destination() instanceof Destination.InPlace;
    RecoveryPlan plan = new RecoveryPlan(request.plan());
    settle(request, plan, inPlace);
    Set<InnerPath> unrecorded = new HashSet<>();
    if (inPlace && request.shelfFolder().isPresent()) {
      Files.createDirectories(request.shelfFolder().get());
      unrecorded.addAll(
          captureFirst(order.shelf(), request.shelfFolder().get(), request.by(), progress));
    }
    if (inPlace && request.shelfFolder().isPresent()) {
      recordTargetsLeftOut(request, unrecorded);
    }
    Rehearser rehearser = rehearser(order, request.shelfFolder(), request.taken());
    boolean archive = order.destination() instanceof Destination.Archive;
    if (!archive) {
      Files.createDirectories(rehearser.root());
    }
    Set<String> done = doneInRun(request.run(), order.shelf());
    if (order.destination() instanceof Destination.Archive to && isPacked(to.zip(), done)) {
      // An archive is whole or not there.
      return;
    }
    List<Step> steps = new ArrayList<>();
    for (Step step : rehearser.rehearse().steps()) {
      boolean unsafe = step.path().isPresent() && unrecorded.contains(step.path().get());
      boolean replaces = step.planned() == Outcome.MADE_ROOM || step.planned() == Outcome.REMOVED;
      if (!done.contains(key(step.target().toString(), step.revision()))) {
        steps.add(
            unsafe && replaces
                ? step.ending(Outcome.REFUSED, "what stands there could not be recorded first")
                : step);
      }
    }
    if (steps.isEmpty()) {
      return;
    }
    RecoveryAct act =
        new RecoveryAct(
            tools,
            order.shelf(),
            Optional.of(rehearser.root()),
            request.by(),
            Optional.of(request.run()),
            inPlace);
    act.keep(steps);
    plan.write(steps, act.kept());
    if (archive) {
      act.pack(steps, progress);
    } else {
      act.perform(steps, progress);
    }
    var unused = act.commit(Act.RECOVER, OptionalLong.empty());
    plan.end();
  }

  /** What an earlier try had done when it was interrupted gets its receipt now. */
  private void settle(Request request, RecoveryPlan plan, boolean inPlace) throws IOException {
    List<ReceiptItem> planned = new ArrayList<>(plan.read());
    if (planned.isEmpty()) {
      return;
    }
    Set<String> done = doneInRun(request.run(), request.order().shelf());
    planned.removeIf(item -> done.contains(key(item.target(), item.revision())));
    Path root =
        inPlace
            ? request.shelfFolder().orElseThrow()
            : request.order().destination() instanceof Destination.Folder to
                ? to.folder()
                : ((Destination.Archive) request.order().destination()).zip();
    RecoveryAct act =
        new RecoveryAct(
            tools,
            request.order().shelf(),
            Optional.of(root),
            request.by(),
            Optional.of(request.run()),
            inPlace);
    act.settle(planned);
    if (!act.isEmpty()) {
      var unused = act.commit(Act.RECOVER, OptionalLong.empty());
    }
    plan.end();
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
   * Takes files and folders off a shelf; their revisions stay.
   *
   * @return the act, whose receipt says what was done
   * @throws RefusedException if none of these is on the shelf; nothing was changed
   */
  public long remove(
      long shelf, Path folder, List<InnerPath> paths, String by, String run, Progress progress)
      throws IOException {
    Set<InnerPath> unrecorded = captureFirst(shelf, folder, by, progress);
    catalogue.catchUp();
    List<InnerPath> going =
        catalogue.files().present(shelf).stream()
            .map(file -> file.state().path())
            .filter(at -> paths.stream().anyMatch(path -> at.equals(path) || at.isWithin(path)))
            .toList();
    recordLeftOut(shelf, folder, by, going, unrecorded);
    return new Removal(tools, shelf, folder)
        .remove(paths, List.copyOf(unrecorded), by, run, progress);
  }

  /**
   * Makes copies revisions of one file, and takes the extra names away.
   *
   * @return the acts, whose receipts say what was done
   */
  public List<Long> gather(
      long shelf, Path folder, List<Copies> families, String by, String run, Progress progress)
      throws IOException {
    Set<InnerPath> unrecorded = captureFirst(shelf, folder, by, progress);
    catalogue.catchUp();
    List<InnerPath> these = families.stream().flatMap(one -> one.copies().stream()).toList();
    recordLeftOut(shelf, folder, by, these, unrecorded);
    return new Gathering(tools, shelf, folder, by, run).gather(families, unrecorded, progress);
  }

  /** Takes a recovery back, as far as nothing has changed since at its targets. */
  public Receipt undo(
      long act, Optional<Path> shelfFolder, String by, Optional<String> run, Progress progress)
      throws IOException {
    catalogue.catchUp();
    RecoveryUndo undo = new RecoveryUndo(catalogue, workers, files, act);
    long shelf = undo.entry().shelf().orElseThrow();
    boolean inPlace = undo.isInPlace();
    Optional<Path> root = Optional.empty();
    if (inPlace) {
      root = shelfFolder;
      Path folder =
          root.orElseThrow(
              () -> new RefusedException("The shelf is bound to no folder on this desk."));
      Set<InnerPath> unrecorded = captureFirst(shelf, folder, by, progress);
      catalogue.catchUp();
      recordLeftOut(shelf, folder, by, undo.pathsInPlace(folder), unrecorded);
    }
    RecoveryAct back = new RecoveryAct(tools, shelf, root, by, run, inPlace);
    back.perform(inPlace ? undo.stepsInPlace(root.orElseThrow()) : undo.stepsElsewhere(), progress);
    for (Path gone : undo.removeEmptied()) {
      if (inPlace) {
        back.noteFolderGone(ShelfPaths.inner(root.orElseThrow(), gone));
      }
    }
    return receipt(back.commit(Act.UNDO, OptionalLong.of(act)));
  }

  /** What an act did, if it has a receipt. */
  public Receipt receipt(long act) throws IOException {
    catalogue.catchUp();
    return new Receipt(
        catalogue
            .ledger()
            .act(act)
            .orElseThrow(() -> new RefusedException("The ledger has no act " + act + ".")),
        catalogue.ledger().items(act),
        catalogue.ledger().undoOf(act));
  }

  /** Whether {@link #undo} takes back such acts. */
  public static boolean isTakenBack(Act act) {
    return RecoveryUndo.TAKEN_BACK.contains(act);
  }

  /** The recoveries of a run, oldest first. */
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

  /**
   * What a shelf leaves out is recorded all the same where it is about to be replaced or removed.
   *
   * @param unrecorded those that could not be recorded are added
   */
  private void recordLeftOut(
      long shelf, Path folder, String by, List<InnerPath> paths, Set<InnerPath> unrecorded)
      throws IOException {
    LeftOut leftOut = tools.capture().leftOut(shelf);
    List<InnerPath> these = paths.stream().filter(leftOut::matches).distinct().toList();
    for (InnerPath path : these) {
      if (tools.capture().one(new Capture.Request(shelf, folder, by, false), path).isPresent()) {
        unrecorded.add(path);
      }
    }
    if (!these.isEmpty()) {
      catalogue.catchUp();
    }
  }

  private void recordTargetsLeftOut(Request request, Set<InnerPath> unrecorded) throws IOException {
    if (tools.capture().leftOut(request.order().shelf()).rules().isEmpty()) {
      return;
    }
    // Only to see where it would write: the targets are taken by the rehearsal that counts.
    Set<String> taken = new HashSet<>(request.taken());
    List<InnerPath> targets =
        rehearser(request.order(), request.shelfFolder(), taken).rehearse().steps().stream()
            .flatMap(step -> step.path().stream())
            .toList();
    recordLeftOut(
        request.order().shelf(),
        request.shelfFolder().orElseThrow(),
        request.by(),
        targets,
        unrecorded);
  }

  /** Returns the paths that could not be recorded. */
  private Set<InnerPath> captureFirst(long shelf, Path folder, String by, Progress progress)
      throws IOException {
    CaptureOutcome outcome =
        tools.capture().run(new Capture.Request(shelf, folder, by, false), progress);
    Set<InnerPath> unrecorded = new HashSet<>();
    if (outcome instanceof CaptureOutcome.Done done) {
      done.report().problems().stream().map(Problem::path).forEach(unrecorded::add);
    }
    // Otherwise the folder is empty, so nothing stands in the way.
    return unrecorded;
  }
}
