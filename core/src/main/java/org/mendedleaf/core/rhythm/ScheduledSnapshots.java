package org.mendedleaf.core.rhythm;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Snapshots;

/**
 * Snapshots that a care plan has taken automatically. Which ones belong to which line of the plan
 * is known by their labels; one that fits none, since the plan has changed, keeps its label. Safe
 * for several threads; any method may take long.
 */
public final class ScheduledSnapshots {

  private final CarePlans plans;
  private final Safeguards safeguards;
  private final Snapshots snapshots;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public ScheduledSnapshots(
      CarePlans plans,
      Safeguards safeguards,
      Snapshots snapshots,
      OpenDesk desk,
      OfficeSettings settings) {
    this.plans = plans;
    this.safeguards = safeguards;
    this.snapshots = snapshots;
    this.desk = desk;
    this.settings = settings;
  }

  /** When the next one is due; in the past if it was missed. The first is due at once. */
  Instant next(Shelf shelf, NamedPlan plan, SnapshotTimes times) throws IOException {
    return taken(shelf, times).stream()
        .map(Snapshot::taken)
        .reduce((one, later) -> later)
        .map(last -> times.when().next(last, plan.plan().zone()).orElseThrow())
        .orElse(Instant.EPOCH);
  }

  private List<Snapshot> taken(Shelf shelf, SnapshotTimes times) throws IOException {
    OpenStore store = desk.store(shelf.store());
    store.catalogue().catchUp();
    return store.catalogue().snapshots().scheduled(shelf.id()).stream()
        .filter(one -> times.labels(one.label()))
        .toList();
  }

  /**
   * The line of a plan by which a snapshot was taken automatically; empty if by none that stands.
   */
  public static Optional<SnapshotTimes> lineOf(Snapshot snapshot, NamedPlan plan) {
    return plan.snapshots().stream()
        .filter(times -> snapshot.cause().equals(Snapshot.SCHEDULE))
        .filter(times -> times.labels(snapshot.label()))
        .findFirst();
  }

  /** Until when a snapshot keeps its label; empty for good, or where that depends on later ones. */
  public Optional<Instant> keptUntil(Snapshot snapshot, NamedPlan plan) {
    return lineOf(snapshot, plan)
        .flatMap(
            times -> times.kept() instanceof SnapshotTimes.For one ? one.span() : Optional.empty())
        .map(span -> span.after(snapshot.taken(), plan.plan().zone()));
  }

  /** Takes one, and takes the labels of those whose time is over. */
  public Snapshots.Listed take(Shelf shelf, SnapshotTimes times, Progress progress)
      throws IOException {
    NamedPlan plan = plans.of(shelf).orElseThrow();
    String label = free(times.label(settings.clock().instant(), plan.plan()), shelf);
    Snapshots.Listed taken =
        snapshots.take(shelf, InnerPath.ROOT, label, "", Snapshot.SCHEDULE, progress);
    for (Snapshot over :
        isLoosened(shelf, times) ? List.<Snapshot>of() : over(shelf, times, plan.plan())) {
      var unused = snapshots.unlabel(shelf.store(), over);
    }
    return taken;
  }

  /** Whether a former plan that still counts may keep the labels of these for longer. */
  private boolean isLoosened(Shelf shelf, SnapshotTimes times) throws IOException {
    return safeguards.plansInForce(shelf).stream()
        .anyMatch(one -> !one.snapshots().contains(times));
  }

  private String free(String wanted, Shelf shelf) throws IOException {
    Set<String> labels =
        snapshots.labelled(shelf).stream().map(Snapshot::label).collect(Collectors.toSet());
    String label = wanted;
    for (int i = 2; labels.contains(label); i++) {
      label = "%s (%d)".formatted(wanted, i);
    }
    return label;
  }

  private List<Snapshot> over(Shelf shelf, SnapshotTimes times, CarePlan plan) throws IOException {
    List<Snapshot> labelled = new ArrayList<>(taken(shelf, times));
    labelled.removeIf(Snapshot::unlabelled);
    if (times.kept() instanceof SnapshotTimes.Newest newest) {
      return labelled.subList(0, Math.max(0, labelled.size() - newest.count()));
    }
    Optional<Instant> before =
        ((SnapshotTimes.For) times.kept())
            .span()
            .map(span -> span.before(settings.clock().instant(), plan.zone()));
    return labelled.stream()
        .filter(one -> before.filter(end -> !one.taken().isAfter(end)).isPresent())
        .toList();
  }
}
