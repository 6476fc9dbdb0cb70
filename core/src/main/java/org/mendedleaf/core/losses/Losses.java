package org.mendedleaf.core.losses;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drive.Drive;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.ShelfLineages;
import org.mendedleaf.core.losses.LossAnswer.LossFate;
import org.mendedleaf.core.losses.LossAnswer.LossStep;
import org.mendedleaf.core.losses.LossAnswer.ShelfBehind;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.core.stores.Stores;

/**
 * Answers what would be lost, for the working shelves of a store that have their folder on this
 * desk. Safe for several threads; takes as long as judging those shelves under their plans.
 */
public final class Losses {

  private final Stores stores;
  private final Shelves shelves;
  private final CarePlans plans;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Losses(
      Stores stores, Shelves shelves, CarePlans plans, OpenDesk desk, OfficeSettings settings) {
    this.stores = stores;
    this.shelves = shelves;
    this.plans = plans;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * A place that holds the history.
   *
   * @param at up to when it has what was recorded; empty for all of it
   * @param onFilesDrive whether it lies on a drive with files of these shelves
   */
  private record HistoryPlace(
      Path folder, Optional<Instant> at, boolean onFilesDrive, boolean overNetwork, boolean here) {}

  /**
   * Up to when things are recorded.
   *
   * @param since of the shelves that are recorded now, the one that was looked through longest ago
   * @param behind of the others, the one of which most is missing
   */
  private record RecordedUpTo(Optional<Instant> since, Optional<ShelfBehind> behind) {

    /** The same where what is recorded is only to be had up to a moment. */
    RecordedUpTo upTo(Optional<Instant> moment) {
      return moment.isEmpty()
          ? this
          : new RecordedUpTo(
              since.map(at -> earlier(at, moment.get())),
              behind.map(
                  one ->
                      new ShelfBehind(
                          one.shelf(), one.since().map(at -> earlier(at, moment.get())))));
    }

    private static Instant earlier(Instant one, Instant other) {
      return one.isBefore(other) ? one : other;
    }
  }

  /**
   * The answers, one for each loss in their order; none where no shelf has a folder here.
   *
   * @throws SentenceException if the store cannot be reached
   */
  public List<LossAnswer> of(String store) throws IOException {
    StoreFacts facts = stores.facts(store);
    if (!facts.here()) {
      throw new SentenceException(
          "The store %s cannot be reached, so nobody can tell what it would bring back."
              .formatted(facts.folder()));
    }
    List<Shelf> ours =
        shelves.all().stream()
            .filter(shelf -> shelf.store().equals(store) && shelf.folder().isPresent())
            .toList();
    if (ours.isEmpty()) {
      return List.of();
    }
    List<HistoryPlace> places = places(facts, ours);
    RecordedUpTo recorded = recorded(ours);
    Optional<Instant> kept = kept(ours);
    return List.of(
        drive(places, recorded),
        computer(places, recorded),
        folder(facts, Loss.FOLDER_EMPTIED, recorded, kept),
        encrypted(facts, places, recorded, kept),
        office(places, recorded));
  }

  // ---- what is where

  private List<HistoryPlace> places(StoreFacts facts, List<Shelf> ours) throws IOException {
    List<HistoryPlace> places = new ArrayList<>();
    places.add(place(facts.folder(), Optional.empty(), ours, true));
    Optional<MirrorState> mirror = stores.mirrors().of(facts.id());
    if (mirror.isPresent() && mirror.get().at().isPresent()) {
      MirrorState one = mirror.get();
      // One that has everything is as good as the store is.
      Optional<Instant> at = one.lag() == 0 && one.missing() == 0 ? Optional.empty() : one.at();
      places.add(place(one.folder(), at, ours, one.here()));
    }
    return places;
  }

  private HistoryPlace place(Path folder, Optional<Instant> at, List<Shelf> ours, boolean here)
      throws IOException {
    Drive drive = settings.places().drive(folder);
    boolean shared = false;
    for (Shelf shelf : ours) {
      shared |= here && settings.places().drive(shelf.folder().orElseThrow()).equals(drive);
    }
    // What is not connected now lies on no drive that could be asked.
    return new HistoryPlace(folder, at, shared, here && drive.overNetwork(), here);
  }

  private RecordedUpTo recorded(List<Shelf> ours) throws IOException {
    Optional<Instant> since = Optional.empty();
    Optional<ShelfBehind> behind = Optional.empty();
    for (Shelf shelf : ours) {
      Optional<Instant> at = desk.captureTimes().of(shelf).or(shelf::capturedAt);
      if (at.isPresent() && shelf.settings().recording() == Recording.ON) {
        since = since.filter(one -> one.isBefore(at.get())).or(() -> at);
      } else if (behind.isEmpty() || isFurther(at, behind.get().since())) {
        behind = Optional.of(new ShelfBehind(shelf.name(), at));
      }
    }
    return new RecordedUpTo(since, behind);
  }

  private static boolean isFurther(Optional<Instant> one, Optional<Instant> other) {
    return other.isPresent() && (one.isEmpty() || one.get().isBefore(other.get()));
  }

  /** Until when what is current now certainly stays, whatever is saved next; the first to go. */
  private Optional<Instant> kept(List<Shelf> ours) throws IOException {
    Instant now = settings.clock().instant();
    Instant first = Claim.ALWAYS;
    for (Shelf shelf : ours) {
      if (plans.of(shelf).isEmpty()) {
        // Without a plan nothing is ever let go.
        continue;
      }
      CarePlan plan = plans.of(shelf).get().plan();
      ShelfLineages lineages = plans.lineages(shelf);
      Judgement judgement = new Judgement(plan, now, lineages.floor());
      for (ShelfLineages.FileLineage file : lineages.files()) {
        if (file.lineage().removedAt().isPresent()) {
          continue;
        }
        List<Judgement.Judged> judged = judgement.of(file.lineage());
        Optional<Instant> until = judged.get(judged.size() - 1).keptUntil();
        if (until.isEmpty()) {
          return Optional.empty();
        }
        first = until.get().isBefore(first) ? until.get() : first;
      }
    }
    return Optional.of(first);
  }

  // ---- the answers

  private static LossAnswer drive(List<HistoryPlace> places, RecordedUpTo recorded) {
    Optional<HistoryPlace> other = best(places, one -> !one.onFilesDrive());
    return other
        .map(
            place ->
                back(Loss.DRIVE_DIES, LossFate.COME_BACK, place, recorded, step(place, recorded)))
        .orElseGet(() -> gone(Loss.DRIVE_DIES, LossStep.MIRROR_ON_ANOTHER_DRIVE));
  }

  private static LossAnswer computer(List<HistoryPlace> places, RecordedUpTo recorded) {
    Optional<HistoryPlace> network = best(places, HistoryPlace::overNetwork);
    if (network.isPresent()) {
      return back(
          Loss.COMPUTER_GONE,
          LossFate.COME_BACK,
          network.get(),
          recorded,
          step(network.get(), recorded));
    }
    // A drive that is not connected now lies elsewhere already.
    Optional<HistoryPlace> away = best(places, one -> !one.here());
    if (away.isPresent()) {
      return back(
          Loss.COMPUTER_GONE, LossFate.COME_BACK, away.get(), recorded, step(away.get(), recorded));
    }
    return best(places, one -> !one.onFilesDrive())
        .map(
            place ->
                back(Loss.COMPUTER_GONE, LossFate.IF_APART, place, recorded, LossStep.MIRROR_APART))
        .orElseGet(() -> gone(Loss.COMPUTER_GONE, LossStep.MIRROR_APART));
  }

  private static LossAnswer office(List<HistoryPlace> places, RecordedUpTo recorded) {
    Optional<HistoryPlace> perhaps =
        best(places, HistoryPlace::overNetwork).or(() -> best(places, one -> !one.here()));
    return perhaps
        .map(
            place ->
                back(Loss.OFFICE_BURNS, LossFate.IF_APART, place, recorded, LossStep.MIRROR_APART))
        .orElseGet(() -> gone(Loss.OFFICE_BURNS, LossStep.MIRROR_APART));
  }

  private static LossAnswer folder(
      StoreFacts facts, Loss loss, RecordedUpTo recorded, Optional<Instant> kept) {
    LossStep step = kept.isEmpty() ? LossStep.KEEP_LONGER : step(recorded);
    return new LossAnswer(
        loss,
        LossFate.COME_BACK,
        Optional.of(facts.folder()),
        recorded.since(),
        recorded.behind(),
        kept,
        step);
  }

  /**
   * A program that runs under somebody's name reaches what that person reaches: only what is not
   * connected is out of its reach.
   */
  private static LossAnswer encrypted(
      StoreFacts facts, List<HistoryPlace> places, RecordedUpTo recorded, Optional<Instant> kept) {
    Optional<HistoryPlace> away = best(places, one -> !one.here());
    LossAnswer answer =
        away.map(
                place ->
                    back(
                        Loss.ALL_ENCRYPTED,
                        LossFate.COME_BACK,
                        place,
                        recorded,
                        step(place, recorded)))
            .orElseGet(() -> folder(facts, Loss.ALL_ENCRYPTED, recorded, kept));
    LossStep otherwise = away.isPresent() ? answer.step() : LossStep.MIRROR_APART;
    return new LossAnswer(
        answer.loss(),
        away.isPresent() ? LossFate.COME_BACK : LossFate.IF_APART,
        answer.from(),
        answer.since(),
        answer.behind(),
        kept,
        kept.isEmpty() ? LossStep.KEEP_LONGER : otherwise);
  }

  private interface HitOrNot {
    boolean spares(HistoryPlace place);
  }

  /** The spared place that has most. */
  private static Optional<HistoryPlace> best(List<HistoryPlace> places, HitOrNot loss) {
    return places.stream()
        .filter(loss::spares)
        .max(Comparator.comparing(place -> place.at().orElse(Instant.MAX)));
  }

  /** What everything would lack comes before what one shelf lacks. */
  private static LossStep step(HistoryPlace from, RecordedUpTo recorded) {
    return from.at().isPresent() ? LossStep.MIRROR_UP : step(recorded);
  }

  private static LossStep step(RecordedUpTo recorded) {
    return recorded.behind().isPresent() ? LossStep.RECORD : LossStep.NONE;
  }

  private static LossAnswer back(
      Loss loss, LossFate fate, HistoryPlace place, RecordedUpTo recorded, LossStep step) {
    RecordedUpTo there = recorded.upTo(place.at());
    return new LossAnswer(
        loss,
        fate,
        Optional.of(place.folder()),
        there.since(),
        there.behind(),
        Optional.empty(),
        step);
  }

  private static LossAnswer gone(Loss loss, LossStep step) {
    return new LossAnswer(
        loss,
        LossFate.GONE,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        step);
  }
}
