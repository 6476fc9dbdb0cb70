package org.mendedleaf.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.space.Weight;

/** Generated pasts, whose future is known. */
class ForecastTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
  private static final ZonedDateTime BEGAN = ZonedDateTime.of(2025, 6, 2, 8, 0, 0, 0, LISBON);
  private static final int DAYS = 280;
  private static final Instant NOW = BEGAN.plusDays(DAYS).toInstant();
  private static final CarePlan ALL =
      NamedPlan.keepingAll("Everything", LISBON, DayOfWeek.MONDAY).plan();

  /** On weekdays some files are saved some times; now and then one is new. */
  private static List<Weighed> office(long seed, int savesADay) {
    Random random = new Random(seed);
    List<List<Lineage.KeptRevision>> files = new ArrayList<>();
    List<List<Weight>> weights = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      begin(BEGAN.toInstant(), files, weights, random);
    }
    for (int day = 1; day < DAYS; day++) {
      ZonedDateTime morning = BEGAN.plusDays(day);
      if (morning.getDayOfWeek().getValue() > 5) {
        continue;
      }
      for (int save = 0; save < savesADay + random.nextInt(3) - 1; save++) {
        int file = random.nextInt(files.size());
        Instant at = morning.plusMinutes(save * 90L + random.nextInt(80)).toInstant();
        add(files.get(file), weights.get(file), at, random);
      }
      if (random.nextInt(10) == 0) {
        begin(morning.plusHours(5).toInstant(), files, weights, random);
      }
    }
    List<Weighed> weighed = new ArrayList<>();
    for (int i = 0; i < files.size(); i++) {
      weighed.add(new Weighed(new Lineage(new InnerPath("f" + i), files.get(i)), weights.get(i)));
    }
    return weighed;
  }

  private static void begin(
      Instant at,
      List<List<Lineage.KeptRevision>> files,
      List<List<Weight>> weights,
      Random random) {
    files.add(new ArrayList<>());
    weights.add(new ArrayList<>());
    add(files.get(files.size() - 1), weights.get(weights.size() - 1), at, random);
  }

  private static void add(
      List<Lineage.KeptRevision> kept, List<Weight> weights, Instant at, Random random) {
    int number = kept.size();
    if (number > 0) {
      Lineage.KeptRevision last = kept.get(number - 1);
      kept.set(
          number - 1,
          new Lineage.KeptRevision(
              last.number(), last.from(), Optional.of(at), false, last.bytes(), Set.of()));
    }
    kept.add(new Lineage.KeptRevision(number, at, Optional.empty(), false, 50_000, Set.of()));
    double own = 2_000 * Math.exp(random.nextGaussian());
    weights.add(new Weight(number, own, number == 0 ? 20_000 : 500, 1_000, true));
  }

  private static CarePlan keeping(String sentence) {
    return new CarePlan(
        LISBON,
        DayOfWeek.MONDAY,
        List.of(KeepSentences.parse(sentence).orElseThrow()),
        CarePlan.REMOVED);
  }

  private static Forecast forecast(List<Weighed> files) {
    return Forecast.of(files, Math.round(Forecast.weigh(files)), NOW, LISBON, 1).orElseThrow();
  }

  private static Futures.FuturePoint inAYear(Futures futures) {
    return futures.points().get(11);
  }

  @Test
  void whatAForecastWouldHaveSaidCameTrueInFourOfFivePasts() {
    int within = 0;
    double off = 0;
    for (int seed = 0; seed < 30; seed++) {
      List<Weighed> files = office(seed, 4);
      BackTest test =
          BackTest.of(files, Math.round(Forecast.weigh(files)), ALL, NOW, LISBON, 1).orElseThrow();
      within += test.isWithin() ? 1 : 0;
      double grown = test.was() - test.then();
      off += Math.abs(test.said().middle() - test.then() - grown) / grown;
      assertThat(grown).isPositive();
    }
    assertThat(within).as("of 30 within the band").isGreaterThanOrEqualTo(20);
    assertThat(off / 30).as("of the growth").isLessThan(0.2);
  }

  @Test
  void aPlanThatKeepsLessTakesLessAndOneThatKeepsAllGrowsOn() {
    List<Weighed> files = office(7, 4);
    Forecast forecast = forecast(files);
    long now = Math.round(Forecast.weigh(files));
    Futures all = forecast.under(ALL);
    Futures less = forecast.under(keeping("what was replaced less than 7 days ago"));
    assertThat(inAYear(all).middle()).isGreaterThan(now * 3 / 2);
    assertThat(inAYear(less).middle()).isLessThan(inAYear(all).low());
    for (Futures.FuturePoint point : all.points()) {
      assertThat(point.low()).isLessThanOrEqualTo(point.middle());
      assertThat(point.middle()).isLessThanOrEqualTo(point.high());
    }
    assertThat(forecast.under(ALL).points()).as("repeatable").isEqualTo(all.points());
  }

  @Test
  void theDayOnWhichTheDriveIsFullLiesWhereTheGrowthLeads() {
    List<Weighed> files = office(3, 4);
    long now = Math.round(Forecast.weigh(files));
    Futures all = forecast(files).under(ALL);
    long halfway = (now + inAYear(all).middle()) / 2;
    Futures.Day day = all.beyond(halfway, NOW, now);
    Instant middle = day.middle().orElseThrow();
    assertThat(Duration.between(NOW, middle).toDays()).isBetween(140L, 225L);
    assertThat(day.low().orElseThrow()).isBeforeOrEqualTo(middle);
    assertThat(all.beyond(now * 1_000, NOW, now).middle()).isEmpty();
    assertThat(all.beyond(now / 2, NOW, now).middle()).as("already").contains(NOW);
  }

  @Test
  void aSlowerRhythmCostsLessAndAFasterOneMore() {
    List<Weighed> files = office(5, 6);
    Forecast forecast = forecast(files);
    Rhythm now = new Rhythm.Every(20);
    Rhythm daily = Rhythm.parse("at 18:00 every day").orElseThrow();
    long asIs = inAYear(forecast.under(ALL, now, now)).middle();
    assertThat(inAYear(forecast.under(ALL, now, daily)).middle()).isLessThan(asIs);
    assertThat(inAYear(forecast.under(ALL, now, new Rhythm.OnSave())).middle())
        .isGreaterThanOrEqualTo(asIs);
    assertThat(forecast.statesAWeek(now, daily)).isLessThan(forecast.statesAWeek(now, now));
  }

  @Test
  void erasedRevisionsCountAsIfTheyWereEvenlySpread() {
    List<Weighed> files = office(11, 4);
    List<Weighed> thinned = new ArrayList<>();
    for (Weighed file : files) {
      List<Lineage.KeptRevision> kept = new ArrayList<>();
      List<Weight> weights = new ArrayList<>();
      int size = file.weights().size();
      for (int i = 0; i < size; i++) {
        if (i % 3 == 0 || i == size - 1) {
          kept.add(file.lineage().revisions().get(i));
          weights.add(file.weights().get(i));
        }
      }
      thinned.add(new Weighed(new Lineage(file.lineage().path(), kept), weights));
    }
    long whole = changes(files);
    assertThat(changes(thinned)).isBetween(whole * 9 / 10, whole * 11 / 10);
  }

  private static long changes(List<Weighed> files) {
    return Past.of(files, NOW, LISBON).orElseThrow().weeks().stream().mapToLong(List::size).sum();
  }

  @Test
  void aPastOfAWeekTellsNothing() {
    List<Weighed> files =
        office(1, 4).stream()
            .flatMap(file -> file.asOf(BEGAN.plusDays(9).toInstant()).stream())
            .toList();
    assertThat(Forecast.of(files, 1_000, BEGAN.plusDays(9).toInstant(), LISBON, 1)).isEmpty();
  }
}
