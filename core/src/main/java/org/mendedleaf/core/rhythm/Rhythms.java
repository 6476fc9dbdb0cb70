package org.mendedleaf.core.rhythm;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfTimes;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.stores.Spools;
import org.mendedleaf.core.watch.WatchState;

/**
 * The work that each shelf's care plan has done automatically: captures, snapshots, letting go.
 * Safe for several threads; any method may take long.
 */
public final class Rhythms {

  private final CarePlans plans;
  private final Shelves shelves;
  private final ScheduledSnapshots scheduledSnapshots;
  private final Thinnings thinnings;
  private final AskedErasures askedErasures;
  private final Spools spools;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Rhythms(
      CarePlans plans,
      Shelves shelves,
      ScheduledSnapshots scheduledSnapshots,
      Thinnings thinnings,
      AskedErasures askedErasures,
      Spools spools,
      OpenDesk desk,
      OfficeSettings settings) {
    this.plans = plans;
    this.shelves = shelves;
    this.scheduledSnapshots = scheduledSnapshots;
    this.thinnings = thinnings;
    this.askedErasures = askedErasures;
    this.spools = spools;
    this.desk = desk;
    this.settings = settings;
  }

  /** A kind of work that is done automatically. */
  public sealed interface Doing {

    /** What is said once it is done; empty where the report of a capture says it. */
    Optional<String> said(Shelf shelf);
  }

  /** A shelf is captured. */
  public record Capturing() implements Doing {
    @Override
    public Optional<String> said(Shelf shelf) {
      return Optional.empty();
    }
  }

  /** A snapshot is taken. */
  public record Labelling(SnapshotTimes times) implements Doing {
    @Override
    public Optional<String> said(Shelf shelf) {
      return Optional.of("%s: a snapshot was taken.".formatted(shelf.name()));
    }
  }

  /** Moving over what was recorded on this desk while the store was away. */
  public record MovingOver() implements Doing {
    @Override
    public Optional<String> said(Shelf shelf) {
      return Optional.of(
          "What was recorded while the store %s was away is in it now."
              .formatted(shelf.storeFolder()));
    }
  }

  /** Letting go of what no rule claims. */
  public record Thinning() implements Doing {
    @Override
    public Optional<String> said(Shelf shelf) {
      return Optional.of("%s: thinned by its plan.".formatted(shelf.name()));
    }
  }

  /** Erasing what was asked for and not called off in time. */
  public record ErasingAsked() implements Doing {
    @Override
    public Optional<String> said(Shelf shelf) {
      return Optional.of(
          "%s: what somebody had asked to be erased is erased.".formatted(shelf.name()));
    }
  }

  /** Something that is due now. */
  public record Due(Shelf shelf, Doing doing) {}

  /**
   * A shelf that is captured automatically.
   *
   * @param last when it was looked through last here; empty if it never was
   * @param next when it is its turn; in the past if that was missed
   */
  public record ShelfRhythm(Shelf shelf, Rhythm rhythm, Optional<Instant> last, Instant next) {}

  /** All shelves that are captured automatically on this desk. */
  public List<ShelfRhythm> all() throws IOException {
    List<ShelfRhythm> turns = new ArrayList<>();
    for (ShelfWithPlan one : planned()) {
      turn(one.shelf(), one.plan()).ifPresent(turns::add);
    }
    return turns;
  }

  /** When a shelf is captured automatically; empty if it is not. */
  public Optional<ShelfRhythm> of(Shelf shelf) throws IOException {
    Optional<NamedPlan> plan =
        shelf.recording() == RecordingState.RECORDING ? plans.of(shelf) : Optional.empty();
    return plan.isEmpty() ? Optional.empty() : turn(shelf, plan.get());
  }

  private record ShelfWithPlan(Shelf shelf, NamedPlan plan) {}

  private List<ShelfWithPlan> planned() throws IOException {
    List<ShelfWithPlan> planned = new ArrayList<>();
    for (Shelf shelf : shelves.all()) {
      if (shelf.recording() == RecordingState.RECORDING) {
        Optional<NamedPlan> plan = plans.of(shelf);
        plan.ifPresent(one -> planned.add(new ShelfWithPlan(shelf, one)));
      }
    }
    return planned;
  }

  private Optional<ShelfRhythm> turn(Shelf shelf, NamedPlan plan) throws IOException {
    Optional<Instant> last = desk.captureTimes().of(shelf);
    return next(plan.rhythm(), last, plan)
        .map(at -> new ShelfRhythm(shelf, plan.rhythm(), last, at));
  }

  /** What was never done here is due at once. */
  private static Optional<Instant> next(Rhythm rhythm, Optional<Instant> last, NamedPlan plan) {
    return last.isPresent()
        ? rhythm.next(last.get(), plan.plan().zone())
        : rhythm.equals(Rhythm.byHand()) ? Optional.empty() : Optional.of(Instant.EPOCH);
  }

  /** What is due now; once each, however often it was missed. */
  public List<Due> due() throws IOException {
    Instant now = settings.clock().instant();
    List<Due> due = new ArrayList<>();
    due.addAll(returned());
    for (Shelf shelf : shelves.all()) {
      if (Store.liesIn(shelf.storeFolder()) && askedErasures.isDue(shelf)) {
        due.add(new Due(shelf, new ErasingAsked()));
      }
    }
    for (ShelfWithPlan one : planned()) {
      Optional<ShelfRhythm> turn = turn(one.shelf(), one.plan());
      if (turn.isPresent() && !turn.get().next().isAfter(now)) {
        due.add(new Due(one.shelf(), new Capturing()));
      }
      for (SnapshotTimes times : one.plan().snapshots()) {
        if (!scheduledSnapshots.next(one.shelf(), one.plan(), times).isAfter(now)) {
          due.add(new Due(one.shelf(), new Labelling(times)));
        }
      }
      Optional<Instant> thinning = next(one.plan().thinning(), thinned(one.shelf()), one.plan());
      // It needs everything that the store holds.
      boolean isHere = Store.liesIn(one.shelf().storeFolder());
      if (isHere && thinning.isPresent() && !thinning.get().isAfter(now)) {
        due.add(new Due(one.shelf(), new Thinning()));
      }
    }
    return due;
  }

  /** Stores that are back and for which something waits, each by one of its shelves. */
  private List<Due> returned() throws IOException {
    Set<String> stores = new HashSet<>();
    List<Due> returned = new ArrayList<>();
    for (Shelf shelf : shelves.all()) {
      if (spools.canMove(shelf.store()) && stores.add(shelf.store())) {
        returned.add(new Due(shelf, new MovingOver()));
      }
    }
    return returned;
  }

  /** The shelves whose capture is due. */
  public List<Shelf> toCapture() throws IOException {
    return due().stream().filter(one -> one.doing() instanceof Capturing).map(Due::shelf).toList();
  }

  private Optional<Instant> thinned(Shelf shelf) throws IOException {
    return desk.thinningTimes().of(shelf);
  }

  /**
   * Does what is due.
   *
   * @return what the capture came to, if it was one
   */
  public Optional<CaptureOutcome> run(Due due, Progress progress) throws IOException {
    if (!(due.doing() instanceof Capturing)) {
      OpenDesk.requireThere(desk.store(due.shelf().store()));
    }
    if (due.doing() instanceof MovingOver) {
      var unused = spools.moveOver(due.shelf().store(), progress);
      return Optional.empty();
    }
    if (due.doing() instanceof Labelling labelling) {
      var unused = scheduledSnapshots.take(due.shelf(), labelling.times(), progress);
      return Optional.empty();
    }
    if (due.doing() instanceof Thinning) {
      var unused = thinnings.thin(due.shelf(), false);
      desk.thinningTimes().note(due.shelf(), settings.clock().instant());
      return Optional.empty();
    }
    if (due.doing() instanceof ErasingAsked) {
      var unused = askedErasures.eraseDue(due.shelf(), false);
      return Optional.empty();
    }
    return Optional.of(shelves.capture(due.shelf(), false, progress));
  }

  /** Begins to watch the shelves that are captured on save, and stops watching all others. */
  public void watch() throws IOException {
    List<Shelf> shelves =
        planned().stream()
            .filter(one -> one.plan().rhythm() instanceof Rhythm.OnSave)
            .map(ShelfWithPlan::shelf)
            .toList();
    desk.watches().watch(shelves);
  }

  /** Watches nothing any longer. */
  public void stopWatching() {
    desk.watches().close();
  }

  /** The watched shelves in which something was saved and has settled; quick where nothing was. */
  public List<Due> saved() throws IOException {
    Set<String> names = desk.watches().look(settings.clock().instant());
    return names.isEmpty()
        ? List.of()
        : planned().stream()
            .map(ShelfWithPlan::shelf)
            .filter(shelf -> names.contains(ShelfTimes.name(shelf)))
            .map(shelf -> new Due(shelf, new Capturing()))
            .toList();
  }

  /** How well a shelf is watched; empty if it is not. Answers at once, on any thread. */
  public Optional<WatchState> watched(Shelf shelf) {
    return desk.watches().of(shelf);
  }
}
