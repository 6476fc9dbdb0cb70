package org.mendedleaf.desktop.plan;

import java.io.IOException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.Period;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.forecast.Futures;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.Forecasts;
import org.mendedleaf.core.keeping.MakingRoom;
import org.mendedleaf.core.keeping.ShelfLineages;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.KeepField;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;

/**
 * A shelf's care plan while it is edited, rehearsed with every letter; knows no nodes. Properties
 * change on the interface thread. What the shelf has recorded is asked for once.
 */
final class PlanPresenter {

  /** The number of coming times that are shown. */
  private static final int RUNS = 3;

  private final Context context;
  private final Shelf given;
  private final ReadOnlyObjectWrapper<PlannedShelf> known = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<PlanDraft> draft = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<PlanOutlook> outlook = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Ahead> ahead = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Futures> futures = new ReadOnlyObjectWrapper<>();
  private Period later = Period.ZERO;
  private long asked;

  PlanPresenter(Context context, Shelf shelf) {
    this.context = context;
    this.given = shelf;
  }

  /**
   * What is recorded and chosen so far.
   *
   * @param turn when it is captured automatically next; empty if it is not
   * @param own the shelf's plan; empty if it keeps everything
   * @param sharing other shelves that have it
   * @param waiting what is on notice
   * @param prices what each ready plan would keep and let go here
   * @param mayPlan whether the person who acts may choose
   */
  record PlannedShelf(
      Shelf shelf,
      Optional<Rhythms.ShelfRhythm> turn,
      Optional<NamedPlan> own,
      List<Shelf> sharing,
      ShelfLineages lineages,
      MakingRoom room,
      List<Thinnings.Concerned> waiting,
      List<Price> prices,
      boolean mayPlan) {}

  /** The revisions that a plan would let go now. */
  record Price(NamedPlan plan, long stays, int goes, long disk) {}

  /**
   * The space that the shelf will take.
   *
   * @param ready bytes in a year under each ready plan, by its name; empty if its past is too short
   */
  record Ahead(Forecasts.ShelfForecast known, Map<String, Long> ready) {}

  /**
   * The effect of the draft.
   *
   * @param disk bytes that would be freed, about
   * @param nextSnapshots when the next of each line are taken
   * @param others shelves whose plan would change too
   */
  record PlanOutlook(
      NamedPlan plan,
      CarePlans.PlanRehearsal rehearsal,
      long disk,
      KeepField.DrawnField field,
      List<String> nextSnapshots,
      List<Shelf> others) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<PlannedShelf> knownProperty() {
    return known.getReadOnlyProperty();
  }

  /** The plan as it stands in the fields; null until it is known. */
  ReadOnlyObjectProperty<PlanDraft> draftProperty() {
    return draft.getReadOnlyProperty();
  }

  /** Null while the draft is not understood, or before it was rehearsed. */
  ReadOnlyObjectProperty<PlanOutlook> outlookProperty() {
    return outlook.getReadOnlyProperty();
  }

  /** Null until it is known, which takes longer than all else. */
  ReadOnlyObjectProperty<Ahead> aheadProperty() {
    return ahead.getReadOnlyProperty();
  }

  /** What the shelf will take under the draft; null while that is not known. */
  ReadOnlyObjectProperty<Futures> futuresProperty() {
    return futures.getReadOnlyProperty();
  }

  private void lookAhead(PlannedShelf of) {
    context.ask(
        () -> {
          Forecasts.ShelfForecast found = context.office().forecasts().of(of.shelf());
          Map<String, Long> ready = new HashMap<>();
          for (Price price : of.prices()) {
            NamedPlan plan = price.plan().captured(found.rhythm());
            found
                .under(plan)
                .ifPresent(drawn -> ready.put(price.plan().name(), inAYear(drawn).middle()));
          }
          return new Ahead(found, ready);
        },
        found -> {
          ahead.set(found);
          foretell();
        });
  }

  static Futures.FuturePoint inAYear(Futures drawn) {
    List<Futures.FuturePoint> points = drawn.points();
    return points.get(points.size() - 1);
  }

  /** What the draft leads to; not with every letter, but as soon as nobody types any more. */
  private void foretell() {
    PlanOutlook of = outlook.get();
    if (of == null || ahead.get() == null) {
      futures.set(null);
      return;
    }
    long mine = asked;
    context.ask(
        () -> ahead.get().known().under(of.plan()),
        drawn -> {
          if (mine == asked) {
            futures.set(drawn.orElse(null));
          }
        });
  }

  void refresh() {
    context.ask(
        this::look,
        found -> {
          boolean changed = isChanged();
          known.set(found);
          if (draft.get() == null || !changed) {
            draft.set(own(found));
          }
          rehearse();
          lookAhead(found);
        });
  }

  private PlanDraft own(PlannedShelf found) {
    return found
        .own()
        .map(PlanDraft::of)
        .orElseGet(
            () ->
                PlanDraft.keepingAll(
                    Words.of("plan.newName", found.shelf().name()), context.zone()));
  }

  private PlannedShelf look() throws IOException {
    Shelf shelf = context.office().shelves().byId(given.store(), given.id());
    Optional<NamedPlan> own = context.office().plans().of(shelf);
    List<Shelf> sharing =
        own.isEmpty() ? List.of() : context.office().plans().sharing(shelf, own.get().name());
    ShelfLineages lineages = context.office().plans().lineages(shelf);
    MakingRoom room = context.office().plans().room(shelf);
    List<Price> prices = new ArrayList<>();
    for (NamedPlan ready : ReadyPlans.of(context.zone(), DayOfWeek.MONDAY)) {
      CarePlans.PlanRehearsal rehearsal =
          CarePlans.rehearse(lineages, ready.plan(), context.now(), Optional.of(room));
      prices.add(
          new Price(
              ready,
              rehearsal.stays(),
              rehearsal.goes().size(),
              rehearsal.freed(room.space()).disk()));
    }
    List<Thinnings.Concerned> waiting =
        own.isEmpty()
            ? List.of()
            : context.office().thinnings().rehearse(shelf, context.now()).concerned().stream()
                .filter(one -> one.fate() != Thinnings.Fate.NOTICED)
                .sorted(Comparator.comparing(Thinnings.Concerned::until))
                .toList();
    boolean mayPlan =
        shelf.settings().people().roleOf(context.office().settings().person()) == Role.KEEPER;
    Optional<Rhythms.ShelfRhythm> next =
        context.office().rhythms().all().stream()
            .filter(
                turn ->
                    turn.shelf().id() == shelf.id() && turn.shelf().store().equals(shelf.store()))
            .findFirst();
    return new PlannedShelf(
        shelf,
        next,
        own,
        sharing.stream().filter(other -> other.id() != shelf.id()).toList(),
        lineages,
        room,
        waiting,
        prices,
        mayPlan);
  }

  /** Whether the fields say something else than the shelf's plan. */
  boolean isChanged() {
    return known.get() != null && draft.get() != null && !draft.get().equals(own(known.get()));
  }

  void edit(PlanDraft changed) {
    if (!changed.equals(draft.get())) {
      draft.set(changed);
      rehearse();
    }
  }

  /** Puts a ready plan into the fields; what is done automatically, and when, stays as it is. */
  void take(NamedPlan ready) {
    edit(
        PlanDraft.of(ready)
            .captured(draft.get().rhythm())
            .taking(draft.get().snapshots())
            .thinned(draft.get().thinning()));
  }

  /** Back to what the shelf has. */
  void keepTodays() {
    edit(own(known.get()));
  }

  /** Rehearses as if so much time had passed and nothing was saved. */
  void lookAhead(Period wanted) {
    later = wanted;
    rehearse();
  }

  private void rehearse() {
    PlannedShelf of = known.get();
    long mine = ++asked;
    Optional<NamedPlan> plan =
        draft.get() == null
            ? Optional.empty()
            : draft.get().plan(zone(of), firstDay(of)).map(one -> one.leavingOut(leaveOut(of)));
    if (plan.isEmpty()) {
      outlook.set(null);
      return;
    }
    Instant at = context.now().atZone(context.zone()).plus(later).toInstant();
    context.ask(
        () -> outlook(of, plan.get(), at),
        found -> {
          // Somebody may have typed on meanwhile.
          if (mine == asked) {
            outlook.set(found);
            foretell();
          }
        });
  }

  /** What the plan says of it stays as it is; it is edited where the shelf's patterns are. */
  private static Optional<List<String>> leaveOut(PlannedShelf of) {
    return of.own().flatMap(NamedPlan::leaveOut);
  }

  /** Puts a plan that was read from a file into the fields. */
  void take(String json) {
    try {
      edit(PlanDraft.of(PlanFormat.decode(json, context.zone())));
    } catch (PlanFormat.PlanException e) {
      context.navigator().complain(new SentenceException(String.valueOf(e.getMessage()), e));
    }
  }

  private ZoneId zone(PlannedShelf of) {
    return of.own().map(plan -> plan.plan().zone()).orElse(context.zone());
  }

  private static DayOfWeek firstDay(PlannedShelf of) {
    return of.own().map(plan -> plan.plan().firstDay()).orElse(DayOfWeek.MONDAY);
  }

  private PlanOutlook outlook(PlannedShelf of, NamedPlan plan, Instant at) throws IOException {
    CarePlans.PlanRehearsal rehearsal =
        CarePlans.rehearse(of.lineages(), plan.plan(), at, Optional.of(of.room()));
    List<Shelf> others =
        context.office().plans().sharing(of.shelf(), plan.name()).stream()
            .filter(other -> other.id() != of.shelf().id())
            .toList();
    return new PlanOutlook(
        plan,
        rehearsal,
        rehearsal.freed(of.room().space()).disk(),
        KeepFields.of(of.lineages(), rehearsal, at),
        plan.snapshots().stream().map(one -> next(one, plan)).toList(),
        others);
  }

  private String next(SnapshotTimes times, NamedPlan plan) {
    return Words.of(
        "plan.snapshots.next",
        times.next(context.now(), plan.plan(), RUNS).stream()
            .map(at -> Shown.moment(at, context.now(), context.zone()))
            .collect(Collectors.joining(", ")));
  }

  /** Gives the shelf the plan that stands in the fields. */
  void use() {
    PlanOutlook chosen = outlook.get();
    if (chosen == null || !isChanged()) {
      return;
    }
    if (chosen.plan().keepsNothing()) {
      context
          .navigator()
          .ask(
              Words.of("plan.keepsNothing", chosen.plan().name()),
              Words.of("plan.keepNothing"),
              () -> use(chosen));
    } else {
      use(chosen);
    }
  }

  private void use(PlanOutlook chosen) {
    Shelf shelf = known.get().shelf();
    context.ask(
        () -> context.office().plans().chooseConfirmed(shelf, chosen.plan()),
        shelves -> {
          draft.set(PlanDraft.of(chosen.plan()));
          context.tell(
              Words.count("plan.used", shelves.size(), chosen.plan().name(), shelf.name()));
          context.navigator().refresh();
        });
  }

  /** Switches on what is off, or pauses what is on. */
  void toggleRecording(boolean on) {
    Shelf shelf = known.get().shelf();
    if (on == (shelf.settings().recording() == Recording.ON)) {
      return;
    }
    context.ask(
        () -> context.office().recordingAndPeople().recording(shelf, on),
        changed -> {
          context.tell(Words.of(on ? "recording.on.done" : "recording.paused.done", shelf.name()));
          context.navigator().refresh();
          if (on && changed.folder().isPresent()) {
            new Captures(context).capture(changed);
          }
        });
  }
}
