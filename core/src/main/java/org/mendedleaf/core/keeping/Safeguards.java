package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.SafeguardQuestions.PlanSpell;
import org.mendedleaf.core.catalog.questions.SafeguardQuestions.SaidSafeguards;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Floor;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.KeptPlan;
import org.mendedleaf.core.shelves.Shelves;

/**
 * The safeguards of stores against mistakes, and against somebody who acts under a keeper's name: a
 * least keeping time that no plan undercuts, and a delay after which erasing, a loosened plan and
 * loosened safeguards take effect. They do not hold against somebody who can write to the store's
 * files. Safe for several threads; any method may take long.
 */
public final class Safeguards {

  private static final Span LONGEST_LEAST = new Span(10, Span.Unit.YEAR);
  private static final Span LONGEST_DELAY = Span.days(90);

  /** A shelf gets its first plan right after it was added; nothing is loosened by that. */
  private static final Duration AT_FIRST = Duration.ofHours(1);

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Safeguards(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * What can be chosen for a store.
   *
   * @param least how long every revision stays after it stopped being current, whatever a plan says
   * @param delay how long after it was asked for an erasure or a loosening takes effect
   */
  public record ChosenSafeguards(Optional<Span> least, Optional<Span> delay) {
    public static final ChosenSafeguards NONE =
        new ChosenSafeguards(Optional.empty(), Optional.empty());

    public boolean isNone() {
      return least.isEmpty() && delay.isEmpty();
    }
  }

  /**
   * The safeguards of a store at this time.
   *
   * @param chosen those that were set last
   * @param counting those that count; looser ones do so only after the delay of those before
   * @param loosenedFrom when the chosen ones alone count; empty where they already do
   * @param by who set them; empty where nobody ever did
   */
  public record StoreSafeguards(
      ChosenSafeguards chosen,
      ChosenSafeguards counting,
      Optional<Instant> loosenedFrom,
      Optional<String> by) {}

  /** The safeguards of a store. */
  public StoreSafeguards of(String store) throws IOException {
    return of(desk.store(store).catalogue());
  }

  private StoreSafeguards of(Catalogue catalogue) throws IOException {
    catalogue.catchUp();
    return known(catalogue);
  }

  private StoreSafeguards known(Catalogue catalogue) throws IOException {
    List<SaidSafeguards> said = catalogue.safeguards().all();
    if (said.isEmpty()) {
      return new StoreSafeguards(
          ChosenSafeguards.NONE, ChosenSafeguards.NONE, Optional.empty(), Optional.empty());
    }
    Instant now = settings.clock().instant();
    SaidSafeguards last = said.get(said.size() - 1);
    ChosenSafeguards chosen = chosen(last);
    Optional<Span> least = chosen.least();
    Optional<Span> delay = chosen.delay();
    Optional<Instant> loosenedFrom = Optional.empty();
    for (int i = 0; i + 1 < said.size(); i++) {
      ChosenSafeguards former = chosen(said.get(i));
      Instant replaced = said.get(i + 1).at();
      Optional<Instant> until = former.delay().map(one -> one.after(replaced, settings.zone()));
      boolean isLooser =
          !longer(former.least(), chosen.least(), now).equals(chosen.least())
              || !longer(former.delay(), chosen.delay(), now).equals(chosen.delay());
      if (until.filter(end -> end.isAfter(now)).isPresent() && isLooser) {
        least = longer(least, former.least(), now);
        delay = longer(delay, former.delay(), now);
        loosenedFrom = loosenedFrom.filter(one -> one.isAfter(until.get())).or(() -> until);
      }
    }
    return new StoreSafeguards(
        chosen, new ChosenSafeguards(least, delay), loosenedFrom, Optional.of(last.by()));
  }

  private static ChosenSafeguards chosen(SaidSafeguards said) {
    return new ChosenSafeguards(Span.parse(said.least()), Span.parse(said.delay()));
  }

  private Optional<Span> longer(Optional<Span> one, Optional<Span> other, Instant now) {
    if (one.isEmpty() || other.isEmpty()) {
      return one.or(() -> other);
    }
    return end(other.get(), now).isAfter(end(one.get(), now)) ? other : one;
  }

  private Instant end(Span span, Instant from) {
    return span.after(from, settings.zone());
  }

  /**
   * Sets the safeguards of a store. Stricter ones count at once, looser ones after the delay.
   *
   * @throws SentenceException if the person does not keep every shelf of the store, or one is too
   *     long to be meant
   */
  public StoreSafeguards set(String store, ChosenSafeguards wanted) throws IOException {
    Instant now = settings.clock().instant();
    check(wanted.least(), LONGEST_LEAST, "The least keeping time", now);
    check(wanted.delay(), LONGEST_DELAY, "The delay", now);
    for (Shelf shelf : shelves.all()) {
      if (shelf.store().equals(store)) {
        shelves.require(store, shelf.id(), Right.PLAN);
      }
    }
    OpenStore open = desk.store(store);
    OpenDesk.requireThere(open);
    if (of(open.catalogue()).chosen().equals(wanted)) {
      return of(open.catalogue());
    }
    Proposal proposal =
        new Proposal.SetSafeguards(
            wanted.least().map(Span::toString).orElse(""),
            wanted.delay().map(Span::toString).orElse(""));
    var unused =
        open.journal()
            .commit(
                new Journal.Draft(
                    Act.SAFEGUARDS,
                    OptionalLong.empty(),
                    now,
                    settings.person(),
                    OptionalLong.empty(),
                    false,
                    List.of(proposal)));
    return of(open.catalogue());
  }

  private void check(Optional<Span> span, Span longest, String what, Instant now)
      throws SentenceException {
    if (span.filter(one -> end(one, now).isAfter(end(longest, now))).isPresent()) {
      throw new SentenceException(
          "%s can be %s at most, since what is once safeguarded stays so. Nothing was changed."
              .formatted(what, longest));
    }
  }

  /** How long after it was asked for an erasure takes effect; empty for at once. */
  public Optional<Span> delay(String store) throws IOException {
    return of(store).counting().delay();
  }

  /** When an erasure takes effect that is asked for now; empty for at once. */
  Optional<Instant> erasedAfter(String store, Instant now) throws IOException {
    Instant counted = desk.store(store).catalogue().safeguards().counted();
    // A clock that was put back would make the delay seem over when it is set right.
    Instant from = counted.isAfter(now) ? counted : now;
    return delay(store).map(delay -> end(delay, from));
  }

  /** What holds below any plan of a shelf: the least keeping time, and plans that still count. */
  public Floor floor(Shelf shelf) throws IOException {
    var unused = desk.store(shelf.store()).catalogue().catchUp();
    return knownFloor(shelf);
  }

  /** The same as far as it is known, for what is only shown; does not wait for a commit. */
  Floor knownFloor(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.lookForNews();
    ChosenSafeguards counting = known(catalogue).counting();
    List<Floor.FormerPlan> formers = new ArrayList<>();
    for (CountingPlan one : counting(catalogue, shelf, counting.delay())) {
      formers.add(new Floor.FormerPlan(plan(one.spell()), one.until()));
    }
    return new Floor(counting.least(), formers);
  }

  private record CountingPlan(PlanSpell spell, Instant until) {}

  /** The plans that count, oldest first; the present one, too, since a draft may loosen it. */
  private List<CountingPlan> counting(Catalogue catalogue, Shelf shelf, Optional<Span> delay)
      throws IOException {
    if (delay.isEmpty()) {
      return List.of();
    }
    Instant now = settings.clock().instant();
    List<CountingPlan> counting = new ArrayList<>();
    for (PlanSpell spell : catalogue.safeguards().plansOf(shelf.id())) {
      Instant until = end(delay.get(), spell.until().orElse(now));
      boolean isBeginning =
          spell.plan().isEmpty()
              && spell.until().filter(end -> end.isBefore(spell.from().plus(AT_FIRST))).isPresent();
      if (until.isAfter(now) && !isBeginning) {
        counting.add(new CountingPlan(spell, until));
      }
    }
    return counting;
  }

  /** The plans of a shelf that count at this time, the present one last; none without a delay. */
  public List<NamedPlan> plansInForce(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    List<NamedPlan> plans = new ArrayList<>();
    for (CountingPlan one : counting(catalogue, shelf, of(catalogue).counting().delay())) {
      plans.add(named(one.spell()));
    }
    return plans;
  }

  private CarePlan plan(PlanSpell spell) throws IOException {
    return named(spell).plan();
  }

  private NamedPlan named(PlanSpell spell) throws IOException {
    return spell.plan().isPresent()
        ? KeptPlan.decode(spell.plan().get(), settings.zone())
        : NamedPlan.keepingAll("Everything", settings.zone(), java.time.DayOfWeek.MONDAY);
  }

  /**
   * A change of a shelf's plan that can still be called off.
   *
   * @param former the plan that counts beside the new one; it keeps everything where the shelf had
   *     none
   * @param by who set the new one
   * @param until when the former no longer counts
   */
  public record ReplacedPlan(NamedPlan former, String by, Instant until) {}

  /** The plan that was replaced last and still counts beside the present one; empty if none. */
  public Optional<ReplacedPlan> replaced(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    List<CountingPlan> counting = counting(catalogue, shelf, of(catalogue).counting().delay());
    if (counting.size() < 2) {
      return Optional.empty();
    }
    CountingPlan former = counting.get(counting.size() - 2);
    String by = counting.get(counting.size() - 1).spell().by().orElse("");
    return Optional.of(new ReplacedPlan(named(former.spell()), by, former.until()));
  }
}
