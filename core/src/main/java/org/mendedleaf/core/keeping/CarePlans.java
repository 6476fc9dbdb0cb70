package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.SnapshotQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.ShelfSetting;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.Lineage.Said;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.KeptPlan;
import org.mendedleaf.core.shelves.RecordingAndPeople;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.store.format.ContentId;

/**
 * The care plans of shelves, and what they keep. A shelf without one keeps everything. Shelves of
 * one store share a plan by its name. Nothing is let go here. Safe for several threads; any method
 * may take long.
 */
public final class CarePlans {

  private static final Duration ASKING = Duration.ofMinutes(1);

  private final Shelves shelves;
  private final Spaces spaces;
  private final Snapshots snapshots;
  private final Safeguards safeguards;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public CarePlans(
      Shelves shelves,
      Spaces spaces,
      Snapshots snapshots,
      Safeguards safeguards,
      OpenDesk desk,
      OfficeSettings settings) {
    this.safeguards = safeguards;
    this.shelves = shelves;
    this.spaces = spaces;
    this.snapshots = snapshots;
    this.desk = desk;
    this.settings = settings;
  }

  /** The plan of a shelf; empty where none was chosen, so that everything is kept. */
  public Optional<NamedPlan> of(Shelf shelf) throws IOException {
    return KeptPlan.of(shelves.byId(shelf.store(), shelf.id()), settings.zone());
  }

  /** The shelves that have a plan of this name in the store of a shelf, that shelf among them. */
  public List<Shelf> sharing(Shelf shelf, String name) throws IOException {
    List<Shelf> sharing = new ArrayList<>();
    for (Shelf one : shelves.all()) {
      boolean named = of(one).filter(plan -> plan.name().equals(name)).isPresent();
      if (one.store().equals(shelf.store()) && (named || one.id() == shelf.id())) {
        sharing.add(one);
      }
    }
    return sharing;
  }

  /**
   * Gives a shelf a plan, and with one commit the same to every shelf of its store that has one of
   * that name: those refer to it by its name. Each of them then has an act of its own that says so.
   *
   * @return the shelves that have it now
   */
  public List<Shelf> choose(Shelf shelf, NamedPlan plan) throws IOException {
    if (plan.keepsNothing()) {
      throw new SentenceException(
          "“%s” keeps nothing but what is current: every earlier revision on its shelves would be let go. Nothing was changed; who means that has to confirm it."
              .formatted(plan.name()));
    }
    return chooseConfirmed(shelf, plan);
  }

  /** The same for a plan that may keep nothing, which somebody has confirmed. */
  public List<Shelf> chooseConfirmed(Shelf shelf, NamedPlan plan) throws IOException {
    List<Shelf> sharing = new ArrayList<>(sharing(shelf, plan.name()));
    for (Shelf one : sharing) {
      shelves.require(one.store(), one.id(), Right.PLAN);
    }
    OpenStore store = desk.store(shelf.store());
    String run = "%012x".formatted(settings.random().nextLong() & 0xffff_ffff_ffffL);
    sharing.sort(Comparator.comparing(one -> one.id() != shelf.id()));
    for (Shelf one : sharing) {
      List<Proposal> proposals = new ArrayList<>();
      proposals.add(
          new Proposal.SetShelf(
              one.id() == shelf.id()
                  ? new ShelfSetting.Planned(PlanFormat.encode(plan).toString())
                  : new ShelfSetting.Shares(plan.name())));
      patterns(one, plan).ifPresent(proposals::add);
      Journal.Draft draft =
          Journal.Draft.on(
                  one.id(), Act.PLAN, settings.clock().instant(), settings.person(), proposals)
              .inRun(run);
      var unused = store.journal().commit(draft);
    }
    return sharing;
  }

  /**
   * Takes back a change of a plan while the former one still counts: the shelf has that again, and
   * so have all that share it.
   *
   * @throws SentenceException if there is no such change
   */
  public List<Shelf> callOff(Shelf shelf) throws IOException {
    Safeguards.ReplacedPlan replaced =
        safeguards
            .replaced(shelf)
            .orElseThrow(
                () ->
                    new SentenceException(
                        "The care plan of %s was not changed lately in a store that delays that, so there is nothing to call off."
                            .formatted(shelf.name())));
    return chooseConfirmed(shelf, replaced.former());
  }

  /** What a shelf takes over to be left out, if that is not so already. */
  private Optional<Proposal> patterns(Shelf shelf, NamedPlan plan) throws IOException {
    if (plan.leaveOut().isEmpty()) {
      return Optional.empty();
    }
    LeftOut before = shelves.byId(shelf.store(), shelf.id()).settings().leftOut();
    LeftOut after =
        RecordingAndPeople.rules(plan.leaveOut().get(), before, settings.clock().instant());
    return after.equals(before)
        ? Optional.empty()
        : Optional.of(new Proposal.SetShelf(new ShelfSetting.Patterns(after)));
  }

  /** Why each revision of a file stays, by its number; empty where the shelf has no plan. */
  public Map<Integer, Judgement.Judged> judge(FileLife life, Instant at) throws IOException {
    Optional<NamedPlan> plan = of(life.shelf());
    if (plan.isEmpty()) {
      return Map.of();
    }
    Map<Integer, Judgement.Judged> judged = new HashMap<>();
    Map<Integer, Set<Said>> said = said(life);
    Lineage history = history(life.file(), life.revisions(), said, holds(life));
    new Judgement(plan.get().plan(), at, safeguards.knownFloor(life.shelf()))
        .of(history)
        .forEach(one -> judged.put(one.number(), one));
    return judged;
  }

  /**
   * A revision that a plan would let go.
   *
   * @param bytes of its content, which others may share
   */
  public record Going(long file, InnerPath path, int revision, long bytes) {
    public RevisionOf of() {
      return new RevisionOf(file, revision);
    }
  }

  /**
   * The effect of a plan: what it would keep and let go.
   *
   * @param stays how many revisions stay
   * @param claims how many revisions each of them keeps; a revision may be kept by several
   * @param lastOnes the newest revisions of files of which nothing is left
   * @param forRoom how many go only because there is too little room
   */
  public record PlanRehearsal(
      Instant at,
      long stays,
      Map<Claim.Reason, Integer> claims,
      List<Going> goes,
      List<Going> lastOnes,
      int forRoom) {
    public PlanRehearsal {
      claims = Map.copyOf(claims);
      goes = List.copyOf(goes);
      lastOnes = List.copyOf(lastOnes);
    }

    /** What would be freed: the part that nothing else needs. */
    public StoreSpace.SpaceBytes freed(StoreSpace space) {
      return space.freedBy(contents(space, goes));
    }
  }

  /** All that a shelf ever recorded; it can be judged under any number of plans. */
  public ShelfLineages lineages(Shelf shelf) throws IOException {
    return ShelfLineages.of(
        desk.store(shelf.store()).catalogue(), shelf.id(), safeguards.floor(shelf));
  }

  /**
   * Works out what a plan would let go, and changes nothing.
   *
   * @param at when, now or later, as if nothing was saved until then
   */
  public PlanRehearsal rehearse(Shelf shelf, NamedPlan plan, Instant at) throws IOException {
    // A question about now arrives a moment later.
    if (at.isBefore(settings.clock().instant().minus(ASKING))) {
      throw new SentenceException(
          "What a plan lets go is worked out for now or later, not for the past.");
    }
    Optional<MakingRoom> room =
        plan.plan().room().isPresent() ? Optional.of(room(shelf)) : Optional.empty();
    return rehearse(lineages(shelf), plan.plan(), at, room);
  }

  /** What there is room for in the store of a shelf. */
  public MakingRoom room(Shelf shelf) throws IOException {
    return new MakingRoom(
        spaces.of(shelf.store()), settings.places().freeBytes(shelf.storeFolder()));
  }

  /**
   * The same of what has been asked for before; asks nobody.
   *
   * @param room where it is empty, a room limit of the plan lets nothing go
   */
  public static PlanRehearsal rehearse(
      ShelfLineages lineages, CarePlan plan, Instant at, Optional<MakingRoom> room) {
    SiftedShelf sifted = SiftedShelf.of(lineages, plan, at);
    Set<RevisionOf> forRoom =
        room.isEmpty() || plan.room().isEmpty()
            ? Set.of()
            : room.get().letGo(sifted, plan.room().get(), unclaimed(sifted));
    List<Going> goes = new ArrayList<>();
    List<Going> lastOnes = new ArrayList<>();
    long stays = 0;
    for (SiftedShelf.SiftedFile file : sifted.files()) {
      boolean any = false;
      for (int i = 0; i < file.held().length; i++) {
        if (file.held()[i] == 0 || forRoom.contains(file.revision(i))) {
          goes.add(file.going(i));
        } else {
          stays++;
          any = true;
        }
      }
      if (!any) {
        lastOnes.add(file.going(file.held().length - 1));
      }
    }
    return new PlanRehearsal(at, stays, sifted.sifting().counts(), goes, lastOnes, forRoom.size());
  }

  private static Set<RevisionOf> unclaimed(SiftedShelf sifted) {
    Set<RevisionOf> goes = new HashSet<>();
    for (SiftedShelf.SiftedFile file : sifted.files()) {
      for (int i = 0; i < file.held().length; i++) {
        if (file.held()[i] == 0) {
          goes.add(file.revision(i));
        }
      }
    }
    return goes;
  }

  /** The contents of revisions, one for each that has one. */
  public static List<ContentId> contents(StoreSpace space, List<Going> revisions) {
    return revisions.stream()
        .flatMap(one -> space.content(one.file(), one.revision()).stream())
        .toList();
  }

  /** The ends of holds that end. */
  private static Map<Integer, Instant> holds(FileLife life) {
    Map<Integer, Instant> holds = new HashMap<>();
    for (Revision revision : life.revisions()) {
      life.marks(revision)
          .hold()
          .flatMap(RevisionMarks.Hold::until)
          .ifPresent(until -> holds.put(revision.number(), until));
    }
    return holds;
  }

  private Map<Integer, Set<Said>> said(FileLife life) throws IOException {
    Map<Integer, Set<Said>> said = new HashMap<>();
    for (Revision revision : life.revisions()) {
      RevisionMarks marks = life.marks(revision);
      Set<Said> of = EnumSet.noneOf(Said.class);
      marks.hold().ifPresent(hold -> of.add(Said.HELD));
      marks.good().ifPresent(good -> of.add(Said.KNOWN_GOOD));
      marks.issue().ifPresent(issue -> of.add(Said.ISSUED));
      marks.note().ifPresent(note -> of.add(Said.NOTED));
      if (life.findings().isOpen(revision, marks)) {
        of.add(Said.DOUBTFUL);
      }
      if (life.findings().stoodBeforeAnEvent(revision)) {
        of.add(Said.BEFORE_EVENT);
      }
      said.put(revision.number(), of);
    }
    for (SnapshotQuestions.HeldRevision one : snapshots.holding(life.ref())) {
      said.computeIfAbsent(one.revision(), number -> EnumSet.noneOf(Said.class))
          .add(Said.IN_SNAPSHOT);
    }
    return said;
  }

  /** A revision that another follows after a removal was ended by that. */
  private static Lineage history(
      RecordedFile file,
      List<Revision> revisions,
      Map<Integer, Set<Said>> said,
      Map<Integer, Instant> holds) {
    List<Lineage.KeptRevision> kept = new ArrayList<>();
    for (int i = 0; i < revisions.size(); i++) {
      Revision one = revisions.get(i);
      boolean last = i == revisions.size() - 1;
      boolean removed = last ? !file.present() : revisions.get(i + 1).afterRemoval();
      kept.add(
          new Lineage.KeptRevision(
              one.number(),
              one.currentFrom(),
              one.currentUntil(),
              removed,
              one.state().size(),
              said.getOrDefault(one.number(), Set.of()),
              one.origin() == Origin.GATHER ? Optional.of(one.at()) : Optional.empty(),
              Optional.ofNullable(holds.get(one.number()))));
    }
    return new Lineage(file.path(), kept);
  }
}
