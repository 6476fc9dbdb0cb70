package org.mendedleaf.core.office;

import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.questions.ChangeQuestions;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.KeptByFinding;
import org.mendedleaf.core.keeping.LostAndFound;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.LeftoverVerdict;
import org.mendedleaf.core.leftovers.Leftovers;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Moments;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.SpoolState;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.core.stores.Stores;

/**
 * The matters that need a person today, and what has happened since yesterday. Safe for several
 * threads; may take long.
 */
public final class Todays {

  /** The time before a final letting go from which it is worth a look. */
  private static final Duration SOON = Duration.ofDays(7);

  /** A turn that is late by so much was missed. */
  private static final Duration LATE = Duration.ofHours(1);

  /** Of more files of one shelf only the number is said. */
  private static final int SINGLY = 6;

  /** A mirror that is behind for less will be brought up soon. */
  private static final Duration BEHIND = Duration.ofDays(1);

  private final Stores stores;
  private final Drills drills;
  private final Screenings screenings;
  private final MassEvents massEvents;
  private final Leftovers leftovers;
  private final Shelves shelves;
  private final LostAndFound lostAndFound;
  private final Rhythms rhythms;
  private final CarePlans plans;
  private final KeptByFinding keptByFinding;
  private final Thinnings thinnings;
  private final AskedErasures askedErasures;
  private final Safeguards safeguards;
  private final Moments moments;
  private final OfficeSettings settings;

  Todays(
      Stores stores,
      Drills drills,
      Screenings screenings,
      MassEvents massEvents,
      Leftovers leftovers,
      Shelves shelves,
      LostAndFound lostAndFound,
      Rhythms rhythms,
      CarePlans plans,
      KeptByFinding keptByFinding,
      Thinnings thinnings,
      AskedErasures askedErasures,
      Safeguards safeguards,
      Moments moments,
      OfficeSettings settings) {
    this.stores = stores;
    this.drills = drills;
    this.screenings = screenings;
    this.massEvents = massEvents;
    this.leftovers = leftovers;
    this.shelves = shelves;
    this.lostAndFound = lostAndFound;
    this.rhythms = rhythms;
    this.plans = plans;
    this.keptByFinding = keptByFinding;
    this.thinnings = thinnings;
    this.askedErasures = askedErasures;
    this.safeguards = safeguards;
    this.moments = moments;
    this.settings = settings;
  }

  /** Something that needs a person. */
  public sealed interface Matter {}

  /**
   * A store cannot be reached.
   *
   * @param isSpooled whether what is saved meanwhile is recorded on this desk
   * @param waiting what was recorded so; empty if nothing was
   */
  public record StoreAway(StoreFacts store, boolean isSpooled, Optional<SpoolState> waiting)
      implements Matter {}

  /** An encrypted one of which the passphrase is not known here: nothing is recorded into it. */
  public record StoreLocked(StoreFacts store) implements Matter {}

  /** Sheaves of a store were damaged when they were read last. */
  public record StoreDamaged(StoreFacts store, int sheaves) implements Matter {}

  /**
   * The last drill of a store found something that does not come back as it was recorded.
   *
   * @param act the drill
   * @param first what failed first, as a person calls it
   * @param failed how many did
   */
  public record DrillFailed(StoreFacts store, long act, String first, int failed)
      implements Matter {}

  /** Many files were hurt at once, and nobody has decided on it. */
  public record HurtAtOnce(MassEvents.ShelfEvent event) implements Matter {}

  /**
   * A file is damaged as it is now, as far as its content tells.
   *
   * @param goodUntil when the plan alone would let go of its last good state, if that is soon
   */
  public record Doubtful(Screenings.DoubtfulFile file, Optional<Instant> goodUntil)
      implements Matter {}

  /**
   * So many further files of a shelf are.
   *
   * @param first of them
   */
  public record MoreDoubtful(Shelf shelf, int files, Screenings.DoubtfulFile first)
      implements Matter {}

  /** A copy that a program left has what nothing recorded has. */
  public record UnrecordedCopy(Leftover leftover) implements Matter {}

  /** The mirror of a store has been behind it for a day or longer. */
  public record MirrorBehind(StoreFacts store, MirrorState mirror) implements Matter {}

  /**
   * A shelf is paused, or its recording was never begun.
   *
   * @param since empty if that is not known
   */
  public record NotRecorded(Shelf shelf, Optional<Instant> since) implements Matter {}

  /** A shelf was not captured when it was its turn. */
  public record Missed(Shelf shelf, Instant due) implements Matter {}

  /** A shelf's folder is not there, so that it cannot be captured. */
  public record FolderAway(Shelf shelf) implements Matter {}

  /** Shelves are captured automatically, but only while a window is open. */
  public record Unwatched(int shelves) implements Matter {}

  /**
   * Revisions on notice are erased soon, or can be already.
   *
   * @param next when the first of them goes
   */
  public record Erasing(Shelf shelf, int revisions, Instant next) implements Matter {}

  /** Somebody wants revisions of a file erased; until then it can be called off. */
  public record ErasureAsked(AskedErasures.AskedErasure asked) implements Matter {}

  /** The plan of a shelf was changed; the former one still counts, so it can be called off. */
  public record PlanReplaced(Shelf shelf, Safeguards.ReplacedPlan replaced) implements Matter {}

  /**
   * The safeguards of a store were loosened, which takes effect later.
   *
   * @param by who did that
   */
  public record SafeguardsLoosened(StoreFacts store, String by, Instant from) implements Matter {}

  /** The last state of a removed file is kept for a few more days only. */
  public record LastOne(LostAndFound.Lost lost, Instant keptUntil) implements Matter {}

  /** A store lies on the drive that it is to help against losing. */
  public record SameDrive(StoreFacts store) implements Matter {}

  /** What happened on a shelf since yesterday began. */
  public record Happened(Shelf shelf, long saved, long removed) {}

  /** All of it; what is lost soonest first. */
  public record Today(List<Matter> matters, List<Happened> happened) {}

  /** What a person loses by not looking comes before everything that can wait. */
  private void doubtful(List<Shelf> shelves, List<Matter> matters) throws IOException {
    List<Screenings.DoubtfulFile> singly = new ArrayList<>();
    List<Matter> atOnce = new ArrayList<>();
    List<Matter> found = new ArrayList<>();
    for (Shelf shelf : shelves) {
      Set<Long> told = new HashSet<>();
      for (MassEvents.ShelfEvent event : massEvents.of(shelf)) {
        if (event.needsPerson()) {
          atOnce.add(new HurtAtOnce(event));
          event.hurt().forEach(one -> told.add(one.file().id()));
        }
      }
      List<Screenings.DoubtfulFile> damaged =
          screenings.doubtful(shelf).stream()
              .filter(one -> one.first().strength().isDamage())
              .filter(one -> !told.contains(one.file().id()))
              .toList();
      int some = damaged.size() > SINGLY ? SINGLY - 1 : damaged.size();
      singly.addAll(damaged.subList(0, some));
      if (some < damaged.size()) {
        found.add(new MoreDoubtful(shelf, damaged.size() - some, damaged.get(some)));
      }
    }
    singly.sort(Comparator.comparing(one -> one.newest().currentFrom()));
    // What was saved last is the least likely to be known.
    for (Screenings.DoubtfulFile one : singly) {
      found.add(0, new Doubtful(one, goodUntil(one)));
    }
    found.addAll(0, atOnce);
    matters.addAll(0, found);
  }

  private Optional<Instant> goodUntil(Screenings.DoubtfulFile one) throws IOException {
    return one.lastGood().isEmpty()
        ? Optional.empty()
        : keptByFinding.until(one.ref(), one.lastGood().get().number());
  }

  private Matter away(StoreFacts store) throws IOException {
    return new StoreAway(
        store, stores.spools().isPossible(store.id()), stores.spools().of(store.id()));
  }

  public Today look() throws IOException {
    Instant now = settings.clock().instant();
    List<Matter> matters = new ArrayList<>();
    List<Matter> sameDrive = new ArrayList<>();
    for (StoreFacts store : stores.known()) {
      if (!store.here()) {
        matters.add(store.isLocked() ? new StoreLocked(store) : away(store));
        continue;
      }
      int damaged = stores.checkups(store.id()).damaged();
      if (damaged > 0) {
        matters.add(0, new StoreDamaged(store, damaged));
      }
      Optional<Matter> drill = failedDrill(store);
      if (drill.isPresent()) {
        matters.add(0, drill.get());
      }
      mirrorBehind(store, now).ifPresent(matters::add);
      loosened(store).ifPresent(matters::add);
      if (store.sameDrive()) {
        sameDrive.add(new SameDrive(store));
      }
    }
    List<Shelf> shelves = this.shelves.all();
    doubtful(shelves, matters);
    leftovers.lastFound().stream()
        .filter(one -> one.verdict() != LeftoverVerdict.OLDER)
        // What lies there for longer nobody is missing; Lost & found has it.
        .filter(one -> one.saved().isAfter(now.minus(SOON)))
        .limit(SINGLY)
        .forEach(one -> matters.add(new UnrecordedCopy(one)));
    List<Matter> recording = new ArrayList<>();
    for (Shelf shelf : shelves) {
      erasing(shelf, now).ifPresent(matters::add);
      delayed(shelf, matters);
      if (!shelf.isDeposit() && shelf.settings().recording() != Recording.ON) {
        recording.add(new NotRecorded(shelf, shelf.settings().recordingSince()));
      }
    }
    for (LostAndFound.Lost lost : lostAndFound.all()) {
      Optional<Instant> until = lost.keptUntil().filter(end -> !end.equals(Claim.ALWAYS));
      if (until.isPresent() && until.get().isBefore(now.plus(SOON))) {
        matters.add(new LastOne(lost, until.get()));
      }
    }
    List<Rhythms.ShelfRhythm> turns = rhythms.all();
    for (Rhythms.ShelfRhythm turn : turns) {
      if (!Files.isDirectory(turn.shelf().folder().orElseThrow())) {
        recording.add(new FolderAway(turn.shelf()));
      } else if (turn.last().isPresent() && turn.next().isBefore(now.minus(LATE))) {
        recording.add(new Missed(turn.shelf(), turn.next()));
      }
    }
    matters.addAll(recording);
    if (!turns.isEmpty() && !DeskLock.isWatchKept(settings.home())) {
      matters.add(new Unwatched(turns.size()));
    }
    matters.addAll(sameDrive);
    return new Today(matters, happened(shelves, now));
  }

  private Optional<Matter> failedDrill(StoreFacts store) throws IOException {
    return drills
        .last(store.id())
        .filter(last -> !last.failed().isEmpty())
        .map(
            last ->
                new DrillFailed(
                    store,
                    last.act().orElseThrow().id(),
                    last.failed().get(0).where(),
                    last.failed().size()));
  }

  private Optional<Matter> mirrorBehind(StoreFacts store, Instant now) throws IOException {
    return stores
        .mirrors()
        .of(store.id())
        .filter(mirror -> mirror.lag() > 0)
        .filter(mirror -> mirror.at().filter(at -> at.isAfter(now.minus(BEHIND))).isEmpty())
        .map(mirror -> new MirrorBehind(store, mirror));
  }

  private Optional<Matter> loosened(StoreFacts store) throws IOException {
    Safeguards.StoreSafeguards now = safeguards.of(store.id());
    return now.loosenedFrom().map(from -> new SafeguardsLoosened(store, now.by().orElse(""), from));
  }

  private void delayed(Shelf shelf, List<Matter> matters) throws IOException {
    if (!Store.liesIn(shelf.storeFolder())) {
      return;
    }
    askedErasures.on(shelf).forEach(one -> matters.add(new ErasureAsked(one)));
    safeguards.replaced(shelf).ifPresent(one -> matters.add(new PlanReplaced(shelf, one)));
  }

  private Optional<Matter> erasing(Shelf shelf, Instant now) throws IOException {
    if (plans.of(shelf).isEmpty()) {
      return Optional.empty();
    }
    List<Instant> ends =
        thinnings.rehearse(shelf, now).concerned().stream()
            .filter(
                one -> one.fate() == Thinnings.Fate.ERASED || one.fate() == Thinnings.Fate.WAITS)
            .filter(one -> !one.cause().isErasure())
            .map(Thinnings.Concerned::until)
            .filter(until -> until.isBefore(now.plus(SOON)))
            .sorted()
            .toList();
    return ends.isEmpty()
        ? Optional.empty()
        : Optional.of(new Erasing(shelf, ends.size(), ends.get(0)));
  }

  private List<Happened> happened(List<Shelf> shelves, Instant now) throws IOException {
    Instant yesterday =
        now.atZone(settings.zone())
            .toLocalDate()
            .minusDays(1)
            .atStartOfDay(settings.zone())
            .toInstant();
    List<Happened> happened = new ArrayList<>();
    for (Shelf shelf : shelves) {
      long saved = 0;
      long removed = 0;
      for (ChangeQuestions.ShelfChange change : moments.changes(shelf)) {
        if (!change.at().isBefore(yesterday)) {
          saved += change.saved();
          removed += change.removed();
        }
      }
      if (saved + removed > 0) {
        happened.add(new Happened(shelf, saved, removed));
      }
    }
    return happened;
  }
}
