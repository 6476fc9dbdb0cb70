package org.mendedleaf.desktop.moment;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.rhythm.ScheduledSnapshots;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** The snapshots of a shelf; knows no nodes. For the interface thread. */
final class SnapshotsPresenter {

  private static final int NEXT = 3;

  private final Context context;
  private final Shelf shelf;
  private final InnerPath folder;
  private final ReadOnlyObjectWrapper<SnapshotsFacts> facts = new ReadOnlyObjectWrapper<>();

  SnapshotsPresenter(Context context, Place.ShelfSnapshots place) {
    this.context = context;
    this.shelf = place.shelf();
    this.folder = place.folder();
  }

  /**
   * The known snapshots.
   *
   * @param listed the newest first
   */
  record SnapshotsFacts(List<Snapshots.Listed> listed, Optional<NamedPlan> plan) {}

  /** Null until they are known. */
  ReadOnlyObjectProperty<SnapshotsFacts> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () ->
            new SnapshotsFacts(
                context.office().snapshots().of(shelf).stream()
                    .sorted(
                        Comparator.comparing((Snapshots.Listed one) -> one.snapshot().segment())
                            .reversed())
                    .toList(),
                context.office().plans().of(shelf)),
        facts::set);
  }

  /** When snapshots are taken automatically, a line for each rule, with the next three times. */
  String scheduled() {
    return plan()
        .map(
            plan ->
                plan.snapshots().stream()
                    .map(times -> scheduled(times, plan))
                    .collect(Collectors.joining("\n")))
        .filter(text -> !text.isEmpty())
        .orElse(Words.of("snapshot.notScheduled"));
  }

  private String scheduled(SnapshotTimes times, NamedPlan of) {
    List<String> next =
        times.next(context.now(), of.plan(), NEXT).stream()
            .map(at -> Shown.moment(at, context.now(), context.zone()))
            .toList();
    return Words.of("snapshot.scheduled", times.sentence(), String.join("; ", next));
  }

  private Optional<NamedPlan> plan() {
    return Optional.ofNullable(facts.get()).flatMap(SnapshotsFacts::plan);
  }

  /** Until when a snapshot is kept. */
  String kept(Snapshot snapshot) {
    Optional<NamedPlan> plan = plan();
    Optional<Instant> until =
        plan.flatMap(one -> context.office().scheduledSnapshots().keptUntil(snapshot, one));
    Optional<SnapshotTimes> line = plan.flatMap(one -> ScheduledSnapshots.lineOf(snapshot, one));
    if (until.isPresent()) {
      return Shown.day(until.get(), context.now(), context.zone());
    }
    return line.isPresent() && line.get().kept() instanceof SnapshotTimes.Newest newest
        ? Words.of("snapshot.newest", newest.count())
        : Words.of("snapshot.untilLetGo");
  }

  /**
   * Takes a snapshot of the folder.
   *
   * @param done called once it is taken
   */
  void take(String label, String reason, Runnable done) {
    context.start(
        Words.of("snapshot.job", shelf.name()),
        progress -> context.office().snapshots().take(shelf, folder, label, reason, progress),
        taken -> {
          done.run();
          refresh();
          context.tell(
              Words.of(
                  "snapshot.taken",
                  taken.snapshot().label(),
                  Shown.count(taken.files()),
                  Shown.size(taken.bytes())));
        });
  }

  void look(Snapshots.Listed listed) {
    Snapshot snapshot = listed.snapshot();
    context.go(new Place.ShelfAt(shelf, snapshot.folder(), new Moment.InSnapshot(snapshot)));
  }

  /** Takes the label off once somebody has said yes; the plan then decides what stays. */
  void unlabel(Snapshots.Listed listed) {
    context
        .navigator()
        .ask(
            Words.of(
                "snapshot.unlabel.ask", listed.snapshot().label(), Shown.count(listed.files())),
            Words.of("snapshot.unlabel"),
            () ->
                context.ask(
                    () -> context.office().snapshots().unlabel(shelf.store(), listed.snapshot()),
                    gone -> {
                      refresh();
                      context.tell(Words.of("snapshot.unlabelled", gone.label()));
                    }));
  }
}
