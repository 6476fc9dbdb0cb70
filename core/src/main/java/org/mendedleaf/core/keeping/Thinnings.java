package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.MarkQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Sayings;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Filter;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Sifting;
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
  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Thinnings(
      Erasures erasures,
      FileLives files,
      Sayings sayings,
      CarePlans plans,
      Shelves shelves,
      OpenDesk desk,
      OfficeSettings settings) {
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
    /** It goes on notice. */
    NOTICED,
    /** It is on notice already, and its time is not over. */
    WAITS,
    /** It was on notice, and something claims it again. */
    KEPT_AFTER_ALL,
    /** Its time is over: it is erased. */
    ERASED
  }

  /**
   * A revision that is concerned.
   *
   * @param until when it will be, or would have been, erased
   */
  public record Concerned(CarePlans.Going revision, Fate fate, Instant until, boolean byHand) {}

  /**
   * What thinning would do.
   *
   * @param plan by which; its rules may be those of one sentence
   * @param stays how many revisions stay
   * @param claims how many each of them keeps
   * @param lastOnes the newest revisions of files of which nothing is left in the end
   * @param forRoom how many go, or are on notice, only because there is too little room
   */
  public record Rehearsal(
      Shelf shelf,
      NamedPlan plan,
      Instant at,
      long stays,
      Map<Claim.Reason, Integer> claims,
      List<Concerned> concerned,
      List<CarePlans.Going> lastOnes,
      int forRoom) {
    public Rehearsal {
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
  public record Done(Rehearsal did, long freed) {}

  /**
   * Works out what thinning a shelf by its plan would do, now or later; nothing is changed.
   *
   * @throws SentenceException if the shelf has no plan
   */
  public Rehearsal rehearse(Shelf shelf, Instant at) throws IOException {
    return rehearse(shelf, plan(shelf), Optional.empty(), at);
  }

  /**
   * The same for one sentence, just this once: of the files and revisions that its filters mean,
   * all but what it keeps would go on notice.
   */
  public Rehearsal rehearseOnce(Shelf shelf, KeepRule sentence, Instant at) throws IOException {
    return rehearse(shelf, once(shelf, sentence), Optional.of(sentence), at);
  }

  /** Thins a shelf by its plan. */
  public Done thin(Shelf shelf, boolean clockIsRight) throws IOException {
    return thin(shelf, plan(shelf), Optional.empty(), clockIsRight);
  }

  /** Thins a shelf by one sentence, just this once. */
  public Done thinOnce(Shelf shelf, KeepRule sentence, boolean clockIsRight) throws IOException {
    return thin(shelf, once(shelf, sentence), Optional.of(sentence), clockIsRight);
  }

  /**
   * How much a thinning would free once all that it concerns is erased: what goes on notice now and
   * what is on notice already among it. It is encoded for that, and nothing is written.
   *
   * @return exact as things are now
   */
  public Erasures.Freed freed(Rehearsal rehearsal) throws IOException {
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
    Optional<RevisionMarks.Notice> notice =
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

  private Rehearsal rehearse(Shelf shelf, NamedPlan plan, Optional<KeepRule> only, Instant at)
      throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    ShelfLineages lineages = ShelfLineages.of(catalogue, shelf.id());
    Map<Long, Map<Integer, MarkQuestions.OnNotice>> notices = new HashMap<>();
    for (MarkQuestions.OnNotice one : catalogue.marks().onNotice(shelf.id())) {
      notices.computeIfAbsent(one.file(), file -> new HashMap<>()).put(one.number(), one);
    }
    Sifting sifting = new Sifting(plan.plan(), at);
    Sifting.Tally staying = sifting.new Tally();
    Instant until = plan.plan().grace().after(at, plan.plan().zone());
    Set<MakingRoom.Of> forRoom =
        only.isPresent() ? Set.of() : forRoom(shelf, plan.plan(), lineages, notices, at);
    long stays = 0;
    List<Concerned> concerned = new ArrayList<>();
    Set<Long> left = new HashSet<>();
    for (ShelfLineages.OfFile file : lineages.files()) {
      Map<Integer, MarkQuestions.OnNotice> onNotice = notices.getOrDefault(file.file(), Map.of());
      long[] held = sifting.sift(file.lineage());
      for (int i = 0; i < held.length; i++) {
        int number = file.lineage().revisions().get(i).number();
        Optional<MarkQuestions.OnNotice> notice = Optional.ofNullable(onNotice.get(number));
        boolean isMeant = only.isEmpty() || passes(only.get(), file, i, plan.plan());
        // A plan does not take back what a person has let go by hand.
        boolean isClaimed =
            notice.filter(MarkQuestions.OnNotice::byHand).isPresent()
                ? !sifting.isByRulesOnly(held[i])
                : held[i] != 0 && !forRoom.contains(new MakingRoom.Of(file.file(), number));
        Optional<Concerned> fate =
            !isMeant
                ? Optional.empty()
                : fate(file, i, isClaimed, notice, only.isPresent(), at, until);
        fate.ifPresent(concerned::add);
        if (fate.isEmpty() || fate.get().fate() == Fate.KEPT_AFTER_ALL) {
          stays++;
          left.add(file.file());
          staying.add(held[i]);
        }
      }
    }
    return new Rehearsal(
        shelf,
        plan,
        at,
        stays,
        staying.counts(),
        concerned,
        lastOnes(concerned, left),
        forRoom.size());
  }

  /** Of files of which nothing is left, the newest revision. */
  private static List<CarePlans.Going> lastOnes(List<Concerned> concerned, Set<Long> left) {
    Map<Long, CarePlans.Going> last = new LinkedHashMap<>();
    for (Concerned one : concerned) {
      if (!left.contains(one.revision().file())) {
        last.put(one.revision().file(), one.revision());
      }
    }
    return List.copyOf(last.values());
  }

  /** What goes besides what no rule claims, or somebody has let go by hand. */
  private Set<MakingRoom.Of> forRoom(
      Shelf shelf,
      CarePlan plan,
      ShelfLineages lineages,
      Map<Long, Map<Integer, MarkQuestions.OnNotice>> notices,
      Instant at)
      throws IOException {
    if (plan.room().isEmpty()) {
      return Set.of();
    }
    Set<MakingRoom.Of> goes = new HashSet<>();
    Sifting sifting = new Sifting(plan, at);
    for (ShelfLineages.OfFile file : lineages.files()) {
      Map<Integer, MarkQuestions.OnNotice> onNotice = notices.getOrDefault(file.file(), Map.of());
      long[] held = sifting.sift(file.lineage());
      for (int i = 0; i < held.length; i++) {
        int number = file.lineage().revisions().get(i).number();
        boolean byHand = onNotice.containsKey(number) && onNotice.get(number).byHand();
        if (held[i] == 0 || (byHand && sifting.isByRulesOnly(held[i]))) {
          goes.add(new MakingRoom.Of(file.file(), number));
        }
      }
    }
    return plans.room(shelf).letGo(lineages, plan, at, goes);
  }

  private static boolean passes(
      KeepRule sentence, ShelfLineages.OfFile file, int position, CarePlan plan) {
    for (Filter filter : sentence.filters()) {
      if (!filter.passes(file.lineage(), file.lineage().revisions().get(position), plan.zone())) {
        return false;
      }
    }
    return true;
  }

  private static Optional<Concerned> fate(
      ShelfLineages.OfFile file,
      int position,
      boolean isClaimed,
      Optional<MarkQuestions.OnNotice> notice,
      boolean byHand,
      Instant at,
      Instant until) {
    if (isClaimed && notice.isEmpty()) {
      return Optional.empty();
    }
    Fate fate;
    if (byHand && notice.isPresent()) {
      fate = Fate.WAITS;
    } else if (isClaimed) {
      fate = Fate.KEPT_AFTER_ALL;
    } else if (notice.isEmpty()) {
      fate = Fate.NOTICED;
    } else {
      fate = notice.get().until().isAfter(at) ? Fate.WAITS : Fate.ERASED;
    }
    return Optional.of(
        new Concerned(
            CarePlans.going(file, position),
            fate,
            notice.map(MarkQuestions.OnNotice::until).orElse(until),
            notice.map(MarkQuestions.OnNotice::byHand).orElse(byHand)));
  }

  private Done thin(Shelf shelf, NamedPlan plan, Optional<KeepRule> only, boolean clockIsRight)
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
      Rehearsal first = rehearse(shelf, plan, only, at);
      record(shelf, first);
      // What is erased is judged again each time, by the plan of then: another desk may have held
      // it or changed the plan meanwhile.
      Erasures.Erased erased =
          erasures.letGo(
              shelf,
              () -> {
                NamedPlan now = only.isPresent() ? plan : plan(shelf);
                return revisions(shelf, rehearse(shelf, now, only, at).with(Fate.ERASED));
              });
      return new Done(first, erased.freed());
    }
  }

  /** Writes into the log what goes on notice and what comes off. */
  private void record(Shelf shelf, Rehearsal rehearsal) throws IOException {
    List<Concerned> changing =
        rehearsal.concerned().stream()
            .filter(one -> one.fate() == Fate.NOTICED || one.fate() == Fate.KEPT_AFTER_ALL)
            .toList();
    if (changing.isEmpty()) {
      return;
    }
    Map<Of, Concerned> fates =
        changing.stream().collect(Collectors.toMap(Of::of, Function.identity()));
    List<Proposal> proposals = new ArrayList<>();
    for (Revision revision : revisions(shelf, changing)) {
      Concerned one = fates.get(Of.of(revision));
      proposals.add(
          one.fate() == Fate.NOTICED
              ? new Proposal.PutOnNotice(revision.key(), one.until(), one.byHand())
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

  /** Which revision of which file. */
  private record Of(long file, int number) {
    static Of of(Concerned one) {
      return new Of(one.revision().file(), one.revision().revision());
    }

    static Of of(Revision one) {
      return new Of(one.file(), one.number());
    }
  }

  private List<Revision> revisions(Shelf shelf, List<Concerned> concerned) throws IOException {
    if (concerned.isEmpty()) {
      return List.of();
    }
    Set<Of> wanted = concerned.stream().map(Of::of).collect(Collectors.toSet());
    List<Long> files = concerned.stream().map(one -> one.revision().file()).distinct().toList();
    return desk.store(shelf.store()).catalogue().files().histories(files).stream()
        .filter(revision -> wanted.contains(Of.of(revision)))
        .toList();
  }
}
