package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Sayings;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Floor;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Letting go of what no rule claims: it goes on notice, is still there for the grace time, and is
 * erased afterwards unless something claims it by then. Safe for several threads; any method may
 * take long.
 */
public final class Thinnings {

  private final Erasures erasures;
  private final FileLives files;
  private final Sayings sayings;
  private final CarePlans plans;
  private final Safeguards safeguards;
  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Thinnings(
      Erasures erasures,
      FileLives files,
      Sayings sayings,
      CarePlans plans,
      Safeguards safeguards,
      Shelves shelves,
      OpenDesk desk,
      OfficeSettings settings) {
    this.safeguards = safeguards;
    this.erasures = erasures;
    this.files = files;
    this.sayings = sayings;
    this.plans = plans;
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /** What a thinning does with a revision that no rule claims, or that is on notice. */
  public enum Fate {
    /** It goes on notice now. */
    NOTICED,
    /** It stays on notice; its time is not over. */
    WAITS,
    /** It comes off notice, because something claims it again. */
    KEPT_AFTER_ALL,
    /** Its time is over: it is erased. */
    ERASED
  }

  /**
   * A revision that is concerned.
   *
   * @param until when it will be, or would have been, erased
   */
  public record Concerned(CarePlans.Going revision, Fate fate, Instant until, NoticeCause cause) {
    RevisionOf of() {
      return revision.of();
    }
  }

  /**
   * The effect that thinning would have.
   *
   * @param plan by which; its rules may be those of one sentence
   * @param stays how many revisions stay
   * @param claims how many each of them keeps
   * @param lastOnes the newest revisions of files of which nothing is left in the end
   * @param forRoom how many go, or are on notice, only because there is too little room
   */
  public record RehearsedThinning(
      Shelf shelf,
      NamedPlan plan,
      Instant at,
      long stays,
      Map<Claim.Reason, Integer> claims,
      List<Concerned> concerned,
      List<CarePlans.Going> lastOnes,
      int forRoom) {
    public RehearsedThinning {
      claims = Map.copyOf(claims);
      concerned = List.copyOf(concerned);
    }

    public List<Concerned> with(Fate fate) {
      return concerned.stream().filter(one -> one.fate() == fate).toList();
    }

    /** Whether thinning now would change nothing. */
    public boolean isIdle() {
      return concerned.stream().allMatch(one -> one.fate() == Fate.WAITS);
    }
  }

  /**
   * What was done.
   *
   * @param did the rehearsal that it followed
   * @param freed bytes by which the store's files are smaller now; exact
   */
  public record Thinned(RehearsedThinning did, long freed) {}

  /**
   * Works out what thinning a shelf by its plan would do, now or later; nothing is changed.
   *
   * @throws SentenceException if the shelf has no plan
   */
  public RehearsedThinning rehearse(Shelf shelf, Instant at) throws IOException {
    return rehearse(shelf, plan(shelf), Optional.empty(), at);
  }

  /**
   * The same for one sentence, just this once: of the files and revisions that its filters mean,
   * all but what it keeps would go on notice.
   */
  public RehearsedThinning rehearseOnce(Shelf shelf, KeepRule sentence, Instant at)
      throws IOException {
    return rehearse(shelf, once(shelf, sentence), Optional.of(sentence), at);
  }

  /** Thins a shelf by its plan. */
  public Thinned thin(Shelf shelf, boolean clockIsRight) throws IOException {
    return thin(shelf, plan(shelf), Optional.empty(), clockIsRight);
  }

  /** Thins a shelf by one sentence, just this once. */
  public Thinned thinOnce(Shelf shelf, KeepRule sentence, boolean clockIsRight) throws IOException {
    return thin(shelf, once(shelf, sentence), Optional.of(sentence), clockIsRight);
  }

  /**
   * How much a thinning would free once all that it concerns is erased: what goes on notice now and
   * what is on notice already among it. It is encoded for that, and nothing is written.
   *
   * @return exact as things are now
   */
  public Erasures.Freed freed(RehearsedThinning rehearsal) throws IOException {
    List<Concerned> going =
        rehearsal.concerned().stream().filter(one -> one.fate() != Fate.KEPT_AFTER_ALL).toList();
    return erasures.freed(rehearsal.shelf(), () -> revisions(rehearsal.shelf(), going));
  }

  /**
   * Keeps a revision after all that is on notice: from now on it is held, until somebody lifts
   * that.
   *
   * @return the act
   */
  public long takeOffNotice(FileRef file, int number) throws IOException {
    FileLife life = files.life(file);
    Optional<RevisionMarks.NoticeGiven> notice =
        life.revision(number).flatMap(revision -> life.marks(revision).notice());
    if (notice.isEmpty()) {
      throw new SentenceException(
          "%s of %s is not on notice, so nothing was changed."
              .formatted(Revision.numbered(number), life.file().path().shown()));
    }
    return sayings.hold(file, number, "taken off notice");
  }

  private NamedPlan plan(Shelf shelf) throws IOException {
    return plans
        .of(shelf)
        .orElseThrow(
            () ->
                new SentenceException(
                    "%s has no care plan, so everything is kept. Choose one first; nothing was let go."
                        .formatted(shelf.name())));
  }

  /** The sentence's own rule without its filters: those say what it is about. */
  private NamedPlan once(Shelf shelf, KeepRule sentence) throws IOException {
    CarePlan own =
        plans
            .of(shelf)
            .map(NamedPlan::plan)
            .orElseGet(
                () ->
                    new CarePlan(
                        settings.zone(), java.time.DayOfWeek.MONDAY, List.of(), CarePlan.REMOVED));
    KeepRule plain = new KeepRule(sentence.what(), List.of());
    return new NamedPlan(
        "", new CarePlan(own.zone(), own.firstDay(), List.of(plain), own.removed(), own.grace()));
  }

  private RehearsedThinning rehearse(
      Shelf shelf, NamedPlan plan, Optional<KeepRule> only, Instant at) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    ShelfLineages all = plans.lineages(shelf);
    // What somebody lets go just this once is no plan; the delay goes into its notice.
    ShelfLineages lineages = only.isPresent() ? all.withoutFormerPlans() : all;
    Instant until = noticeUntil(shelf, plan.plan(), all.floor(), only.isPresent(), at);
    Optional<MakingRoom> room =
        only.isEmpty() && plan.plan().room().isPresent()
            ? Optional.of(plans.room(shelf))
            : Optional.empty();
    return new ThinningRehearsal(
            shelf, plan, only, at, until, catalogue.marks().onNotice(shelf.id()), room)
        .of(lineages);
  }

  private Instant noticeUntil(Shelf shelf, CarePlan plan, Floor floor, boolean once, Instant at)
      throws IOException {
    Instant until = floor.noticeUntil(plan, at);
    return once
        ? safeguards.erasedAfter(shelf.store(), at).filter(one -> one.isAfter(until)).orElse(until)
        : until;
  }

  private Thinned thin(Shelf shelf, NamedPlan plan, Optional<KeepRule> only, boolean clockIsRight)
      throws IOException {
    shelves.require(shelf.store(), shelf.id(), Right.THIN);
    OpenStore store = desk.store(shelf.store());
    LettingGo.refuseUnderSetClock(settings, store);
    Instant at = settings.clock().instant();
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      if (clockIsRight) {
        LettingGo.confirm(desk.captureTimes());
      } else {
        LettingGo.refuseAfterJump(settings, desk.captureTimes(), store);
      }
      RehearsedThinning first = rehearse(shelf, plan, only, at);
      record(shelf, first);
      // What is erased is judged again each time, by the plan of then: another desk may have held
      // it or changed the plan meanwhile.
      Erasures.ErasureDone erased =
          erasures.letGo(
              shelf,
              () -> {
                NamedPlan now = only.isPresent() ? plan : plan(shelf);
                return revisions(shelf, rehearse(shelf, now, only, at).with(Fate.ERASED));
              });
      return new Thinned(first, erased.freed());
    }
  }

  /** Writes into the log what goes on notice and what comes off. */
  private void record(Shelf shelf, RehearsedThinning rehearsal) throws IOException {
    List<Concerned> changing =
        rehearsal.concerned().stream()
            .filter(one -> one.fate() == Fate.NOTICED || one.fate() == Fate.KEPT_AFTER_ALL)
            .toList();
    if (changing.isEmpty()) {
      return;
    }
    Map<RevisionOf, Concerned> fates =
        changing.stream().collect(Collectors.toMap(Concerned::of, Function.identity()));
    List<Proposal> proposals = new ArrayList<>();
    for (Revision revision : revisions(shelf, changing)) {
      Concerned one = Objects.requireNonNull(fates.get(RevisionOf.of(revision)));
      proposals.add(
          one.fate() == Fate.NOTICED
              ? new Proposal.PutOnNotice(revision.key(), one.until(), one.cause())
              : new Proposal.TakeOffNotice(revision.key()));
    }
    OpenStore store = desk.store(shelf.store());
    var unused =
        store
            .journal()
            .commit(
                Journal.Draft.on(
                    shelf.id(), Act.THIN, rehearsal.at(), settings.person(), proposals));
  }

  private List<Revision> revisions(Shelf shelf, List<Concerned> concerned) throws IOException {
    if (concerned.isEmpty()) {
      return List.of();
    }
    Set<RevisionOf> wanted = concerned.stream().map(Concerned::of).collect(Collectors.toSet());
    List<Long> files = concerned.stream().map(one -> one.revision().file()).distinct().toList();
    return desk.store(shelf.store()).catalogue().files().histories(files).stream()
        .filter(revision -> wanted.contains(RevisionOf.of(revision)))
        .toList();
  }
}
