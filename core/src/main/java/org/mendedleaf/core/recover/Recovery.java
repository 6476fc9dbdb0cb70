package org.mendedleaf.core.recover;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
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
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.FolderState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentRef;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;

/**
 * Recovers many files at once, from any moment.
 *
 * <p>What stands in the way is recorded and committed first: on the shelf by a capture, elsewhere
 * under an act of its own. Then each target is written aside, checked and moved into place, one
 * after another; one that cannot be done leaves what stood there and does not stop the rest. One
 * act at the end says what was done at each place: the receipt. If the process dies before, every
 * target is old or new, nothing that stood there is lost, and running the same order again does the
 * rest.
 *
 * <p>Captures of the same shelf must not run meanwhile.
 */
public final class Recovery {

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;
  private final FileTimes times;
  private final ZoneId zone;
  private final int workers;
  private final Placement placement;

  public Recovery(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      RandomGenerator random,
      FileTimes times,
      ZoneId zone,
      int workers) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.capture = capture;
    this.clock = clock;
    this.times = times;
    this.zone = zone;
    this.workers = workers;
    this.placement = new Placement(catalogue.contents(), random, workers);
  }

  /**
   * Works out what would happen, without doing it.
   *
   * @param shelfFolder the folder that the shelf is bound to here, if it is
   */
  public Rehearsal rehearse(RecoveryOrder order, Optional<Path> shelfFolder) throws IOException {
    catalogue.catchUp();
    return rehearser(order, shelfFolder).rehearse();
  }

  private Rehearser rehearser(RecoveryOrder order, Optional<Path> shelfFolder) throws IOException {
    return new Rehearser(catalogue, times, zone, workers, order, shelfFolder);
  }

  /** Recovers. */
  public Receipt run(RecoveryOrder order, Optional<Path> shelfFolder, String by, Progress progress)
      throws IOException {
    catalogue.catchUp();
    boolean inPlace = order.destination() instanceof Destination.InPlace;
    Set<InnerPath> unrecorded = new HashSet<>();
    if (inPlace && shelfFolder.isPresent()) {
      Files.createDirectories(shelfFolder.get());
      unrecorded.addAll(captureFirst(order.shelf(), shelfFolder.get(), by, progress));
    }
    Rehearser rehearser = rehearser(order, shelfFolder);
    Files.createDirectories(rehearser.root());
    List<Step> steps = new ArrayList<>();
    for (Step step : rehearser.rehearse().steps()) {
      boolean unsafe = step.path().isPresent() && unrecorded.contains(step.path().get());
      boolean replaces = step.planned() == Outcome.MADE_ROOM || step.planned() == Outcome.REMOVED;
      steps.add(
          unsafe && replaces
              ? step.ending(Outcome.REFUSED, "what stands there could not be recorded first")
              : step);
    }
    Run run = new Run(order.shelf(), Optional.of(rehearser.root()), by, inPlace);
    run.keep(steps, Act.KEEP);
    run.perform(steps, progress);
    return run.commit(Act.RECOVER, OptionalLong.empty());
  }

  /** Takes a recovery back, as far as nothing has changed since at its targets. */
  public Receipt undo(long act, Optional<Path> shelfFolder, String by, Progress progress)
      throws IOException {
    catalogue.catchUp();
    RecoveryUndo undo = new RecoveryUndo(catalogue, workers, act);
    long shelf = undo.entry().shelf().orElseThrow();
    boolean inPlace = undo.isInPlace();
    if (inPlace) {
      Path folder =
          shelfFolder.orElseThrow(
              () -> new RefusedException("The shelf is bound to no folder on this desk."));
      var unused = captureFirst(shelf, folder, by, progress);
      catalogue.catchUp();
      Run run = new Run(shelf, Optional.of(folder), by, true);
      run.perform(undo.stepsInPlace(folder), progress);
      for (Path gone : undo.removeEmptied()) {
        run.folders.add(new Proposal.FolderGone(ShelfPaths.inner(folder, gone)));
      }
      return run.commit(Act.UNDO, OptionalLong.of(act));
    }
    Run run = new Run(shelf, Optional.empty(), by, false);
    run.perform(undo.stepsElsewhere(), progress);
    var unused = undo.removeEmptied();
    return run.commit(Act.UNDO, OptionalLong.of(act));
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

  /** Returns the paths that could not be recorded. */
  private Set<InnerPath> captureFirst(long shelf, Path folder, String by, Progress progress)
      throws IOException {
    CaptureOutcome outcome = capture.run(new Capture.Request(shelf, folder, by, false), progress);
    Set<InnerPath> unrecorded = new HashSet<>();
    if (outcome instanceof CaptureOutcome.Done done) {
      done.report().problems().stream().map(Problem::path).forEach(unrecorded::add);
    }
    // Otherwise the folder is empty, so nothing stands in the way.
    return unrecorded;
  }

  /** One recovery in progress. */
  private final class Run {
    private final long shelf;
    private final Optional<Path> root;
    private final String by;
    private final boolean inPlace;
    private final Map<Path, FileState> kept = new HashMap<>();
    private final List<ReceiptItem> items = new ArrayList<>();
    private final List<Proposal> folders = new ArrayList<>();
    private final List<Proposal> removals = new ArrayList<>();
    private final List<Proposal> moves = new ArrayList<>();
    private final List<Proposal> saves = new ArrayList<>();
    private final Map<Long, Path> takenAway = new HashMap<>();

    /**
     * @param root nothing is written outside it; empty where each target's own folder is meant
     */
    Run(long shelf, Optional<Path> root, String by, boolean inPlace) {
      this.shelf = shelf;
      this.root = root;
      this.by = by;
      this.inPlace = inPlace;
    }

    /** Off the shelf, what is about to be replaced is stored and committed first. */
    void keep(List<Step> steps, Act act) throws IOException {
      if (inPlace || steps.stream().noneMatch(step -> step.planned() == Outcome.MADE_ROOM)) {
        return;
      }
      List<Proposal> proposals = new ArrayList<>();
      try (WriteSession session = catalogue.store().write(catalogue)) {
        ContentWriter writer = session.writer();
        for (Step step : steps) {
          if (step.planned() == Outcome.MADE_ROOM) {
            FileState state = read(step.target(), writer);
            kept.put(step.target(), state);
            proposals.add(
                new Proposal.Item(
                    new ReceiptItem(
                        step.target().toString(),
                        step.file(),
                        step.revision(),
                        Outcome.KEPT,
                        state.size(),
                        "",
                        Optional.empty(),
                        Optional.of(state))));
          }
        }
        writer.flush();
        var unused =
            journal.commit(Journal.Draft.on(shelf, act, clock.instant(), by, proposals), session);
      }
    }

    private FileState read(Path target, ContentWriter writer) throws IOException {
      BasicFileAttributes found =
          Files.readAttributes(target, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
      Optional<String> link = Optional.empty();
      Optional<ContentRef> content = Optional.empty();
      if (found.isSymbolicLink()) {
        link = Optional.of(Files.readSymbolicLink(target).toString());
      } else {
        try (InputStream in = Files.newInputStream(target, LinkOption.NOFOLLOW_LINKS)) {
          content = Optional.of(writer.write(in, Optional.empty()));
        }
      }
      return new FileState(
          new InnerPath(ShelfPaths.name(target)),
          content.map(ContentRef::size).orElse(0L),
          found.lastModifiedTime().toInstant(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          content,
          link);
    }

    void perform(List<Step> steps, Progress progress) {
      progress.phase(Phase.WRITING, steps.size(), steps.stream().mapToLong(Step::bytes).sum());
      // What is taken away goes first, so that its history can go on at the place it had before.
      List<Step> inOrder = new ArrayList<>(steps);
      inOrder.sort(java.util.Comparator.comparing(step -> step.planned() != Outcome.REMOVED));
      boolean stopped = false;
      for (Step step : inOrder) {
        if (stopped || progress.cancelled()) {
          stopped = true;
          done(step.ending(Outcome.REFUSED, new CancelledException().getMessage()));
          continue;
        }
        try {
          done(perform(step));
        } catch (IOException e) {
          done(step.ending(Outcome.REFUSED, reason(e)));
        }
        progress.advanced(1, step.bytes());
      }
    }

    private static String reason(IOException e) {
      return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
    }

    private Step perform(Step step) throws IOException {
      switch (step.planned()) {
        case RECOVERED, MADE_ROOM, BESIDE -> put(step);
        case REMOVED -> take(step);
        case FOLDER -> make(step);
        default -> {
          return step;
        }
      }
      return step;
    }

    private void make(Step step) throws IOException {
      TargetFolder.open(root.orElseThrow(), step.target()).close();
      if (inPlace) {
        Instant made = Files.getLastModifiedTime(step.target()).toInstant();
        FolderState state =
            new FolderState(step.path().orElseThrow(), times.onOfficeClock(made), Optional.empty());
        folders.add(new Proposal.FolderHere(state));
      }
    }

    private void put(Step step) throws IOException {
      Standing before = capture.standing(step.target(), name(step));
      if (before.exists() == (step.planned() != Outcome.MADE_ROOM)) {
        throw new RefusedException("something has changed there just now; it is untouched");
      }
      placement.place(
          step.state().orElseThrow(),
          rootOf(step),
          step.target(),
          () -> {
            if (!before.isStill(step.target(), name(step))) {
              throw new RefusedException("it was saved again just now; that save is untouched");
            }
          });
      if (inPlace) {
        Standing placed = capture.standing(step.target(), name(step));
        save(step, placed.describe(step.state().orElseThrow()));
      }
    }

    private void take(Step step) throws IOException {
      try (TargetFolder folder = TargetFolder.open(rootOf(step), step.target().getParent())) {
        folder.delete(step.target().getFileName());
        folder.force();
      }
      if (inPlace) {
        takenAway.put(step.file().orElseThrow(), step.target());
        removals.add(new Proposal.Remove(step.file().orElseThrow()));
      }
    }

    private Path rootOf(Step step) {
      return root.orElseGet(() -> step.target().getParent());
    }

    private InnerPath name(Step step) {
      return step.path().orElseGet(() -> new InnerPath(ShelfPaths.name(step.target())));
    }

    /** The path keeps the file that is at it; a file that is away comes back to its history. */
    private void save(Step step, FileState placed) throws IOException {
      InnerPath path = step.path().orElseThrow();
      long wanted = step.file().orElseThrow();
      Optional<RecordedFile> there = catalogue.files().presentAt(shelf, path);
      Optional<RecordedFile> own = catalogue.files().file(wanted);
      if (there.isPresent() && there.get().id() != wanted) {
        saves.add(proposal(OptionalLong.of(there.get().id()), placed, OptionalInt.empty()));
      } else if (there.isPresent() || own.isEmpty() || !own.get().present()) {
        saves.add(proposal(OptionalLong.of(wanted), placed, step.revision()));
      } else if (takenAway.containsKey(wanted)) {
        removals.removeIf(
            proposal -> proposal instanceof Proposal.Remove gone && gone.file() == wanted);
        moves.add(new Proposal.Move(wanted, placed));
        saves.add(proposal(OptionalLong.of(wanted), placed, step.revision()));
      } else {
        saves.add(proposal(OptionalLong.empty(), placed, OptionalInt.empty()));
      }
    }

    private static Proposal proposal(OptionalLong file, FileState placed, OptionalInt from) {
      return new Proposal.Save(file, placed, Origin.RECOVER, from, true);
    }

    private void done(Step step) {
      items.add(
          new ReceiptItem(
              step.target().toString(),
              step.file(),
              step.revision(),
              step.planned(),
              step.bytes(),
              step.why(),
              step.state(),
              Optional.ofNullable(kept.get(step.target()))));
    }

    Receipt commit(Act act, OptionalLong of) throws IOException {
      List<Proposal> proposals = new ArrayList<>(removals);
      proposals.addAll(moves);
      proposals.addAll(saves);
      proposals.addAll(folders);
      items.forEach(item -> proposals.add(new Proposal.Item(item)));
      Journal.Draft draft =
          new Journal.Draft(act, OptionalLong.of(shelf), clock.instant(), by, of, false, proposals);
      try (WriteSession session = catalogue.store().write(catalogue)) {
        return receipt(journal.commit(draft, session).orElseThrow().segment());
      }
    }
  }
}
