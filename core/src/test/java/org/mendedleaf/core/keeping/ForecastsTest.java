package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.forecast.Futures;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Shelf;

/** Forecasts of shelves as they are, from their own pasts. */
class ForecastsTest {

  private static final int SIZE = 10_000;
  private static final int SAVES = 24;

  @TempDir Path base;
  private TestDesk desk;
  private Shelf other;
  private final Random random = new Random(3);

  /** Twelve weeks of two saves each, and a shelf beside that took part in the first of them. */
  @BeforeEach
  void twoShelvesInOneStore() throws Exception {
    desk = new TestDesk(base);
    Path folder = Files.createDirectories(base.resolve("beside"));
    other = desk.office().shelves().add(folder, base.resolve("store"), Optional.of("Beside"));
    Files.write(folder.resolve("plan.bin"), bytes());
    captureOther();
    for (int i = 0; i < SAVES; i++) {
      desk.write(i % 3 == 0 ? "cut list.csv" : "panels.svg", bytes());
      desk.capture();
      desk.clock().forward(Duration.ofHours(83));
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private byte[] bytes() {
    byte[] bytes = new byte[SIZE];
    random.nextBytes(bytes);
    return bytes;
  }

  private void captureOther() throws Exception {
    CaptureOutcome outcome = desk.office().shelves().capture(other, false, Progress.NONE);
    assertThat(outcome).isInstanceOf(CaptureOutcome.Done.class);
  }

  private Forecasts.ShelfForecast forecast() throws Exception {
    return desk.office().forecasts().of(desk.shelf());
  }

  private static NamedPlan everything() {
    return NamedPlan.keepingAll("Everything", ZoneOffset.UTC, DayOfWeek.MONDAY);
  }

  private static NamedPlan plan(String fields) {
    return decoded("{'name':'Tried','keep':['everything']%s}".formatted(fields));
  }

  private static NamedPlan decoded(String json) {
    try {
      return PlanFormat.decode(json.replace('\'', '"'), ZoneOffset.UTC);
    } catch (Exception e) {
      throw new AssertionError(e);
    }
  }

  private static Futures.FuturePoint last(Optional<Futures> futures) {
    List<Futures.FuturePoint> points = futures.orElseThrow().points();
    return points.get(points.size() - 1);
  }

  @Test
  void aShelfThatKeepsEverythingGrowsByWhatIsSaved() throws Exception {
    Forecasts.ShelfForecast forecast = forecast();
    assertThat(forecast.bytes())
        .isEqualTo(desk.office().spaces().of(desk.shelf()).alone())
        .isBetween((long) SAVES * SIZE, SAVES * SIZE * 11L / 10);
    assertThat(forecast.share()).isEqualTo(1);
    assertThat(forecast.erased()).isFalse();
    assertThat(forecast.now()).isEqualTo(desk.clock().instant());
    assertThat(forecast.rhythm()).isEqualTo(Rhythm.byHand());
    // A year is 52 weeks, of which each brought two states.
    long year = 104L * SIZE + forecast.bytes();
    assertThat(last(forecast.under(everything())).middle())
        .isBetween(year * 7 / 10, year * 13 / 10);
  }

  @Test
  void aPlanThatLetsGoStaysSmallerAndALimitHolds() throws Exception {
    Forecasts.ShelfForecast forecast = forecast();
    long all = last(forecast.under(everything())).high();
    NamedPlan few = decoded("{'name':'Few','keep':['the newest 3'],'grace':'1 day'}");
    assertThat(last(forecast.under(few)).high()).isLessThan(all / 3);

    assertThat(last(forecast.under(plan(",'room':'at most 300 KB'"))).high())
        .isLessThanOrEqualTo(300_000);
    Forecasts.ShelfForecast nearlyFull = onDriveWith(forecast, 400_000);
    assertThat(last(nearlyFull.under(plan(",'room':'100 KB free'"))).high())
        .isEqualTo(forecast.bytes() + 300_000);
    assertThat(last(nearlyFull.under(plan(",'room':'1 GB free'"))).high())
        .as("less than nothing")
        .isZero();
  }

  private static Forecasts.ShelfForecast onDriveWith(Forecasts.ShelfForecast of, long free) {
    return new Forecasts.ShelfForecast(
        of.shelf(),
        of.own(),
        of.now(),
        of.bytes(),
        of.share(),
        of.forecast(),
        of.backTest(),
        of.erased(),
        of.others(),
        of.othersNow(),
        free,
        of.floor());
  }

  @Test
  void whatTheOthersTakeCountsForWhenTheDriveIsFull() throws Exception {
    Forecasts.ShelfForecast forecast = forecast();
    assertThat(forecast.othersNow()).isEqualTo(desk.office().spaces().of(other).alone());
    assertThat(forecast.othersNow()).isGreaterThanOrEqualTo(SIZE);
    assertThat(last(forecast.others()).middle())
        .as("where nothing was ever saved again, nothing will be")
        .isEqualTo(forecast.othersNow());
    assertThat(last(forecast.others()).low()).isEqualTo(last(forecast.others()).high());

    Futures futures = forecast.under(everything()).orElseThrow();
    assertThat(forecast.full(futures).orElseThrow().middle()).isEmpty();
    Forecasts.ShelfForecast small = onDriveWith(forecast, 20L * SIZE);
    assertThat(small.full(futures).orElseThrow().middle().orElseThrow())
        .as("two a week, so ten weeks")
        .isBetween(
            forecast.now().plus(Duration.ofDays(40)), forecast.now().plus(Duration.ofDays(110)));
  }

  @Test
  void aNeighbourWithAPastGrowsToo() throws Exception {
    for (int i = 0; i < 8; i++) {
      Files.write(base.resolve("beside/plan.bin"), bytes());
      desk.clock().forward(Duration.ofDays(4));
      captureOther();
    }
    Forecasts.ShelfForecast forecast = forecast();
    assertThat(last(forecast.others()).middle()).isGreaterThan(forecast.othersNow() + 10L * SIZE);
    Forecasts.ShelfForecast beside = desk.office().forecasts().of(other);
    assertThat(beside.othersNow()).isEqualTo(forecast.bytes());
    assertThat(beside.bytes()).isEqualTo(forecast.othersNow());
  }

  @Test
  void aShelfWithItsOwnPlanIsToldByItAndKnowsThatItsPastHasGaps() throws Exception {
    NamedPlan office = ReadyPlans.firstChoice(ZoneOffset.UTC, DayOfWeek.MONDAY);
    var unusedShelves = desk.office().plans().choose(desk.shelf(), office);
    assertThat(forecast().own().map(NamedPlan::name)).contains(office.name());
    assertThat(forecast().rhythm()).isEqualTo(office.rhythm());
    assertThat(forecast().erased()).isFalse();

    var life = desk.life("panels.svg");
    var unused = desk.office().erasures().erase(life.ref(), Set.of(3), "panels.svg");
    assertThat(forecast().erased()).isTrue();
    assertThat(forecast().share()).isEqualTo(1);
  }

  @Test
  void aShelfWithHardlyAPastHasNoForecast() throws Exception {
    Path folder = Files.createDirectories(base.resolve("new"));
    Files.write(folder.resolve("letter.odt"), bytes());
    Shelf fresh = desk.office().shelves().add(folder, base.resolve("store"), Optional.of("New"));
    var unused = desk.office().shelves().capture(fresh, false, Progress.NONE);
    Forecasts.ShelfForecast forecast = desk.office().forecasts().of(fresh);
    assertThat(forecast.forecast()).isEmpty();
    assertThat(forecast.under(everything())).isEmpty();
    assertThat(forecast.others()).isEmpty();
    assertThat(forecast.othersNow())
        .isEqualTo(forecast().bytes() + forecast().othersNow() - forecast.bytes());
    assertThat(last(forecast().others()).high())
        .as("it is taken to stay as it is")
        .isEqualTo(forecast().othersNow());
  }
}
