package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.forecast.BackTest;
import org.mendedleaf.core.forecast.Forecast;
import org.mendedleaf.core.forecast.Futures;
import org.mendedleaf.core.forecast.Weighed;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Floor;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.plan.Room;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.space.SpaceWeights;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.space.Weight;

/**
 * Forecasts the space that shelves will take in their stores under this and other plans, and tests
 * how far off such a forecast would have been. Safe for several threads; any method may take long.
 */
public final class Forecasts {

  /** In larger shelves a sample of the files stands for all. */
  private static final int MOST = 8_000;

  private final Spaces spaces;
  private final CarePlans plans;
  private final Shelves shelves;
  private final OfficeSettings settings;

  public Forecasts(Spaces spaces, CarePlans plans, Shelves shelves, OfficeSettings settings) {
    this.spaces = spaces;
    this.plans = plans;
    this.shelves = shelves;
    this.settings = settings;
  }

  /**
   * A shelf's past, ready to be told under any plan.
   *
   * @param bytes what it takes now, about
   * @param share which part of its revisions was looked at, up to 1
   * @param erased whether revisions of it were erased, so that its past was filled up
   * @param others what the other shelves of its store will take under their plans; empty where one
   *     of them has too short a past
   */
  public record ShelfForecast(
      Shelf shelf,
      Optional<NamedPlan> own,
      Instant now,
      long bytes,
      double share,
      Optional<Forecast> forecast,
      Optional<BackTest> backTest,
      boolean erased,
      Optional<Futures> others,
      long othersNow,
      long free,
      Floor floor) {

    /** By which rhythm the past was recorded, as far as is known. */
    public Rhythm rhythm() {
      return own.map(NamedPlan::rhythm).orElse(Rhythm.byHand());
    }

    /** The futures under a plan; empty if the past is too short. */
    public Optional<Futures> under(NamedPlan plan) {
      return forecast.map(
          one ->
              limited(one.under(floor.under(plan.plan()), rhythm(), plan.rhythm()), plan.plan()));
    }

    /** A room limit lets go before there is more; nearly always that is enough. */
    private Futures limited(Futures futures, CarePlan plan) {
      if (plan.room().isEmpty()) {
        return futures;
      }
      Room room = plan.room().get();
      long most =
          room instanceof Room.AtMost limit
              ? limit.bytes()
              : bytes + free - ((Room.Free) room).bytes();
      return futures.atMost(Math.max(most, 0));
    }

    /** When the drive is full if nothing else is put on it. */
    public Optional<Futures.Day> full(Futures futures) {
      return others.map(
          more -> futures.with(more).beyond(bytes + othersNow + free, now, bytes + othersNow));
    }
  }

  /** Looks at the past of a shelf and of those that share its store. */
  public ShelfForecast of(Shelf shelf) throws IOException {
    Instant now = settings.clock().instant();
    StoreSpace space = spaces.of(shelf.store());
    Looked looked = look(shelf, space, now);
    Optional<NamedPlan> own = plans.of(shelf);
    long othersNow = 0;
    Optional<Futures> others = Optional.empty();
    boolean isKnown = looked.forecast().isPresent();
    if (isKnown) {
      Futures none =
          new Futures(
              looked.forecast().get().moments(),
              new double[Forecast.FUTURES][looked.forecast().get().moments().size()]);
      others = Optional.of(none);
    }
    for (Shelf other : shelves.all()) {
      if (!other.store().equals(shelf.store()) || other.id() == shelf.id()) {
        continue;
      }
      Looked of = look(other, space, now);
      othersNow += of.bytes();
      if (others.isPresent() && of.forecast().isPresent()) {
        others =
            Optional.of(
                others.get().with(of.forecast().get().under(of.floor().under(plan(other)))));
      } else if (others.isPresent()) {
        // What has hardly a past is taken to stay as it is.
        others = Optional.of(others.get().with(constant(others.get(), of.bytes())));
      }
    }
    CarePlan judged = looked.erased() && own.isPresent() ? own.get().plan() : everything();
    return new ShelfForecast(
        shelf,
        own,
        now,
        looked.bytes(),
        looked.share(),
        looked.forecast(),
        BackTest.of(looked.files(), looked.bytes(), judged, now, settings.zone(), seed(shelf)),
        looked.erased(),
        others,
        othersNow,
        settings.places().freeBytes(shelf.storeFolder()),
        looked.floor());
  }

  private static Futures constant(Futures like, long bytes) {
    double[][] same = new double[like.drawn().length][like.moments().size()];
    for (double[] future : same) {
      java.util.Arrays.fill(future, (double) bytes);
    }
    return new Futures(like.moments(), same);
  }

  private CarePlan plan(Shelf shelf) throws IOException {
    return plans.of(shelf).map(NamedPlan::plan).orElse(everything());
  }

  /** What a shelf without a plan does. */
  private CarePlan everything() {
    return NamedPlan.keepingAll("", settings.zone(), java.time.DayOfWeek.MONDAY).plan();
  }

  private static long seed(Shelf shelf) {
    return shelf.id();
  }

  private record Looked(
      List<Weighed> files,
      long bytes,
      double share,
      boolean erased,
      Optional<Forecast> forecast,
      Floor floor) {}

  private Looked look(Shelf shelf, StoreSpace space, Instant now) throws IOException {
    ShelfLineages lineages = plans.lineages(shelf);
    long revisions =
        lineages.files().stream().mapToLong(file -> file.lineage().revisions().size()).sum();
    long every = Math.max(1, (revisions + MOST - 1) / MOST);
    List<ShelfLineages.FileLineage> some =
        lineages.files().stream()
            .filter(file -> Math.floorMod(mixed(file.file()), every) == 0)
            .toList();
    Set<Long> ids = some.stream().map(ShelfLineages.FileLineage::file).collect(Collectors.toSet());
    Map<Long, List<Weight>> weights = new SpaceWeights(space).of(use -> ids.contains(use.file()));
    List<Weighed> files = new ArrayList<>();
    for (ShelfLineages.FileLineage file : some) {
      files.add(weighed(file.lineage(), weights.getOrDefault(file.file(), List.of())));
    }
    long bytes = spaces.of(shelf).alone();
    long seen = files.stream().mapToLong(file -> file.weights().size()).sum();
    boolean erased = files.stream().anyMatch(file -> hasGaps(file.lineage()));
    return new Looked(
        files,
        bytes,
        revisions == 0 ? 1 : (double) seen / revisions,
        erased,
        Forecast.of(files, bytes, now, settings.zone(), seed(shelf)),
        lineages.floor());
  }

  /** Neighbouring numbers far apart, so that a sample has files of all folders. */
  private static long mixed(long file) {
    return (file * 0x9E3779B97F4A7C15L) >>> 20;
  }

  private static boolean hasGaps(Lineage lineage) {
    List<Lineage.KeptRevision> all = lineage.revisions();
    return all.get(all.size() - 1).number() - all.get(0).number() + 1 > all.size();
  }

  private static Weighed weighed(Lineage lineage, List<Weight> known) {
    Map<Integer, Weight> byNumber = new HashMap<>();
    known.forEach(one -> byNumber.put(one.number(), one));
    return new Weighed(
        lineage,
        lineage.revisions().stream()
            .map(
                one ->
                    byNumber.getOrDefault(one.number(), new Weight(one.number(), 0, 0, 1, false)))
            .toList());
  }
}
