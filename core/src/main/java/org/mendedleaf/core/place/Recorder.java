package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;

/**
 * Records what is about to give way, and proves it: on a shelf by a capture, elsewhere by an act of
 * its own.
 */
final class Recorder {

  static final String SAVED_AGAIN = "it was saved again just now; that save is untouched";
  static final String CHANGED = "something has changed there just now; it is untouched";

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;
  private final TargetCheck check;

  Recorder(
      Catalogue catalogue, Journal journal, Capture capture, InstantSource clock, int workers) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.capture = capture;
    this.clock = clock;
    this.check = new TargetCheck(catalogue.contents(), workers);
  }

  /**
   * Captures a whole shelf.
   *
   * @return the paths that could not be recorded
   */
  Set<InnerPath> captureAll(PlacePlan.Where.OnShelf where, String by, Progress progress)
      throws IOException {
    CaptureOutcome outcome = capture.run(request(where, by), progress);
    Set<InnerPath> unrecorded = new HashSet<>();
    if (outcome instanceof CaptureOutcome.Done done) {
      done.report().problems().stream().map(Problem::path).forEach(unrecorded::add);
    }
    // Otherwise the folder is empty, so nothing stands in the way.
    catalogue.catchUp();
    return unrecorded;
  }

  /**
   * Captures what lies at certain places of a shelf.
   *
   * @return what could not be recorded
   */
  List<Problem> capture(PlacePlan.Where.OnShelf where, List<InnerPath> paths, String by)
      throws IOException {
    for (InnerPath path : paths) {
      requireInside(where.folder(), ShelfPaths.resolve(where.folder(), path));
    }
    List<Problem> problems = capture.some(request(where, by), paths);
    catalogue.catchUp();
    return problems;
  }

  /**
   * What a shelf leaves out is recorded all the same where it is about to give way.
   *
   * @return the paths that could not be recorded
   */
  Set<InnerPath> captureLeftOut(PlacePlan.Where.OnShelf where, List<InnerPath> paths, String by)
      throws IOException {
    LeftOut leftOut = capture.leftOut(where.shelf());
    List<InnerPath> these = paths.stream().filter(leftOut::matches).distinct().toList();
    Set<InnerPath> unrecorded = new HashSet<>();
    if (!these.isEmpty()) {
      capture(where, these, by).forEach(problem -> unrecorded.add(problem.path()));
    }
    return unrecorded;
  }

  /** A link somewhere in the path must not lead out of the shelf: nothing there is the shelf's. */
  private static void requireInside(Path folder, Path target) throws IOException {
    Path parent = Objects.requireNonNull(target.toAbsolutePath().getParent());
    while (!Files.exists(parent, LinkOption.NOFOLLOW_LINKS)) {
      parent = Objects.requireNonNull(parent.getParent());
    }
    if (!parent.toRealPath().startsWith(folder.toRealPath())) {
      throw new RefusedException(
          "%s lies behind a link that leads out of its shelf, so nothing is written there."
              .formatted(target));
    }
  }

  private static Capture.CaptureRequest request(PlacePlan.Where.OnShelf where, String by) {
    return new Capture.CaptureRequest(where.shelf(), where.folder(), by, false);
  }

  /**
   * A place at which nothing must stand.
   *
   * @throws RefusedException if something does
   */
  Recorded free(Path target, InnerPath name) throws IOException {
    Standing standing = capture.standing(target, name);
    if (standing.exists()) {
      throw new RefusedException(CHANGED);
    }
    return new Recorded(standing, Optional.empty(), () -> true);
  }

  /**
   * What stands at a place of a shelf, which must be what is recorded of it.
   *
   * @throws RefusedException if it is not
   */
  Recorded onShelf(long shelf, Path target, InnerPath path) throws IOException {
    Standing standing = capture.standing(target, path);
    PresentFile recorded =
        recordedAt(shelf, target, path).orElseThrow(() -> new RefusedException(SAVED_AGAIN));
    if (!standing.exists()) {
      throw new RefusedException(CHANGED);
    }
    FileState state = recorded.state();
    if (!capture.isCertainly(standing, recorded) && !check.holds(target, state)) {
      throw new RefusedException(SAVED_AGAIN);
    }
    return new Recorded(standing, Optional.of(state), () -> check.holds(target, state));
  }

  /** Where a drive does not tell capital letters, what stands there may be written otherwise. */
  private Optional<PresentFile> recordedAt(long shelf, Path target, InnerPath path)
      throws IOException {
    Optional<PresentFile> exactly = catalogue.present().at(shelf, path);
    if (exactly.isPresent()) {
      return exactly;
    }
    Path name = target.toRealPath(LinkOption.NOFOLLOW_LINKS).getFileName();
    InnerPath written = path.folder().resolve(ShelfPaths.name(name));
    return written.equals(path) ? Optional.empty() : catalogue.present().at(shelf, written);
  }

  /**
   * What stands at a place off the shelves and is known to be in the store.
   *
   * @throws RefusedException if something else stands there
   */
  Recorded holding(Path target, FileState state) throws IOException {
    Standing standing = capture.standing(target, new InnerPath(ShelfPaths.name(target)));
    Recorded.ContentSource content =
        state.content().isPresent() || state.link().isPresent()
            ? () -> check.holds(target, state)
            : () -> true;
    if (!standing.exists() || !content.isStill()) {
      throw new RefusedException(UndoSteps.CHANGED);
    }
    return new Recorded(standing, Optional.of(state), content);
  }

  /** Stores and commits what is about to give way off the shelves. */
  Map<Path, Recorded> keep(PlacePlan plan) throws IOException {
    List<Step> going =
        plan.steps().stream()
            .filter(step -> step.planned() == Outcome.MADE_ROOM)
            .filter(step -> !plan.stands().containsKey(step.target()))
            .toList();
    Map<Path, Recorded> kept = new HashMap<>();
    if (going.isEmpty()) {
      return kept;
    }
    List<Proposal> proposals = new ArrayList<>();
    try (WriteSession session = catalogue.store().write(catalogue);
        ContentWriter writer = session.writer()) {
      for (Step step : going) {
        Capture.StoredFile stored = capture.store(step.target(), writer);
        FileState state = stored.state();
        kept.put(
            step.target(),
            new Recorded(
                stored.standing(), Optional.of(state), () -> check.holds(step.target(), state)));
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
      writer.flush();
      Journal.Draft draft =
          Journal.Draft.on(plan.shelf(), Act.KEEP, clock.instant(), plan.by(), proposals);
      var unused =
          journal.commit(plan.run().isPresent() ? draft.inRun(plan.run().get()) : draft, session);
    }
    return kept;
  }
}
