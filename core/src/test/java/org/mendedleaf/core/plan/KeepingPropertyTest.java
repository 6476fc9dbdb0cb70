package org.mendedleaf.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.plan.Lineage.KeptRevision;
import org.mendedleaf.core.plan.Lineage.Said;

/** Judging over random histories and plans, in zones whose clocks change. */
class KeepingPropertyTest {

  private static final List<String> ZONES =
      List.of("Europe/Lisbon", "America/New_York", "Asia/Kolkata", "Pacific/Apia", "UTC");
  private static final List<String> RULES =
      List.of(
          "the newest 1",
          "the newest 3",
          "what was replaced less than 7 days ago",
          "what was replaced less than 36 hours ago",
          "what was replaced less than 1 month ago",
          "what closed a day in the last 14 days",
          "what closed a day in the last 40 hours",
          "what closed a week in the last 2 months",
          "what closed a month in the last 1 year",
          "what closed a month for good",
          "what closed a year for good",
          "what was issued",
          "what has a note",
          "what is known good",
          "everything of *.csv",
          "everything larger than 5 KB",
          "the newest 4 of tables",
          "everything not changed since 2024-03-10");

  private Random random;

  private CarePlan plan() {
    List<KeepRule> rules = new ArrayList<>();
    int count = random.nextInt(4);
    for (int i = 0; i < count; i++) {
      rules.add(KeepSentences.parse(RULES.get(random.nextInt(RULES.size()))).orElseThrow());
    }
    return new CarePlan(
        ZoneId.of(ZONES.get(random.nextInt(ZONES.size()))),
        DayOfWeek.of(1 + random.nextInt(7)),
        rules,
        Span.days(1 + random.nextInt(60)),
        Span.days(1 + random.nextInt(40)));
  }

  /** Saves and removals at any distance, often within an hour, and often at a day's very end. */
  private Lineage lineage() {
    List<KeptRevision> kept = new ArrayList<>();
    Instant now = Instant.parse("2023-10-20T00:00:00Z");
    int events = 1 + random.nextInt(14);
    for (int i = 0; i < events; i++) {
      now = now.plus(gap());
      next(kept, now, i > 0 && random.nextInt(6) == 0);
    }
    String name = random.nextBoolean() ? "a.csv" : "b.txt";
    return new Lineage(new InnerPath(name), kept);
  }

  private Duration gap() {
    return switch (random.nextInt(5)) {
      case 0 -> Duration.ofMinutes(random.nextInt(60));
      case 1 -> Duration.ofHours(random.nextInt(30));
      case 2 -> Duration.ofDays(1 + random.nextInt(3));
      case 3 -> Duration.ofDays(random.nextInt(40)).plusMinutes(random.nextInt(1440));
      default -> Duration.ofHours(24L * random.nextInt(9));
    };
  }

  private void next(List<KeptRevision> kept, Instant at, boolean removed) {
    if (!kept.isEmpty() && kept.get(kept.size() - 1).until().isEmpty()) {
      KeptRevision last = kept.remove(kept.size() - 1);
      kept.add(
          new KeptRevision(
              last.number(),
              last.from(),
              Optional.of(at),
              removed,
              last.bytes(),
              last.said(),
              last.gathered()));
    }
    if (!removed) {
      Set<Said> said = EnumSet.noneOf(Said.class);
      for (Said one : Said.values()) {
        if (random.nextInt(9) == 0) {
          said.add(one);
        }
      }
      Optional<Instant> gathered =
          random.nextInt(8) == 0 ? Optional.of(at.plus(gap())) : Optional.empty();
      kept.add(
          new KeptRevision(
              kept.size() + 1,
              at,
              Optional.empty(),
              false,
              random.nextInt(10_000),
              said,
              gathered));
    }
  }

  private Instant after(Lineage file) {
    KeptRevision last = file.newest();
    return last.until().orElse(last.from()).plus(gap());
  }

  private static List<Integer> staying(Lineage file, CarePlan plan, Instant at) {
    return staying(file, plan, at, Floor.NONE);
  }

  private static List<Integer> staying(Lineage file, CarePlan plan, Instant at, Floor floor) {
    return new Judgement(plan, at, floor)
        .of(file).stream().filter(Judgement.Judged::stays).map(Judgement.Judged::number).toList();
  }

  /** One history in half a million meets it: something ended in the hour that was shown twice. */
  @Example
  void aSpanThatBeganInTheHourThatTheClockShowedTwiceBeganInTheFirst() {
    for (long seed : List.of(3_873_301_698L, 5_828_756_206L, 7_119_339_393L)) {
      theFastJudgementAgreesWithThePlainModel(seed);
    }
  }

  @Property(tries = 10_000, shrinking = ShrinkingMode.OFF)
  void theFastJudgementAgreesWithThePlainModel(@ForAll long seed) {
    random = new Random(seed);
    Lineage file = lineage();
    CarePlan plan = plan();
    Instant at = after(file);
    assertThat(staying(file, plan, at)).isEqualTo(PlainKeeping.stays(file, plan, at));
  }

  @Property(tries = 5_000, shrinking = ShrinkingMode.OFF)
  void whatIsPromisedIsKeptWhateverIsSavedOrRemovedNext(@ForAll long seed) {
    random = new Random(seed);
    Lineage file = lineage();
    CarePlan plan = plan();
    Instant at = after(file);
    Floor floor = floor(at);
    List<Judgement.Judged> promised = new Judgement(plan, at, floor).of(file);
    List<KeptRevision> later = new ArrayList<>(file.revisions());
    Instant now = at;
    int events = random.nextInt(8);
    for (int i = 0; i < events; i++) {
      now = now.plus(gap());
      // Marks are a person's acts: what is saved next has none.
      later = unmarked(later, now, random.nextInt(4) == 0);
      for (Judgement.Judged one : promised) {
        Optional<Instant> until = one.keptUntil();
        if (until.isPresent() && now.isBefore(until.get())) {
          assertThat(staying(new Lineage(file.path(), later), plan, now, floor))
              .as("promised until %s, at %s", until.get(), now)
              .contains(one.number());
        }
      }
    }
  }

  private Floor floor(Instant at) {
    List<Floor.FormerPlan> formers = new ArrayList<>();
    for (int i = random.nextInt(3); i > 0; i--) {
      formers.add(new Floor.FormerPlan(plan(), at.plus(gap()).minus(gap())));
    }
    return new Floor(
        random.nextBoolean() ? Optional.empty() : Optional.of(Span.days(1 + random.nextInt(40))),
        formers);
  }

  @Property(tries = 5_000, shrinking = ShrinkingMode.OFF)
  void belowThePlanLiesEachFormerOneThatCountsAndTheLeastTime(@ForAll long seed) {
    random = new Random(seed);
    Lineage file = lineage();
    CarePlan plan = plan();
    Instant at = after(file);
    Floor floor = floor(at);
    Set<Integer> stays = new TreeSet<>(PlainKeeping.stays(file, plan, at));
    for (Floor.FormerPlan former : floor.formers()) {
      if (former.until().isAfter(at)) {
        stays.addAll(PlainKeeping.stays(file, former.plan(), at));
      }
    }
    for (KeptRevision one : file.revisions()) {
      if (floor.least().isPresent()
          && one.until().isPresent()
          && one.until().get().isAfter(floor.least().get().before(at, plan.zone()))) {
        stays.add(one.number());
      }
    }
    assertThat(staying(file, plan, at, floor)).containsExactlyElementsOf(stays);
    long[] sifted = new Sifting(plan, at, floor).sift(file);
    for (int i = 0; i < sifted.length; i++) {
      assertThat(sifted[i] != 0).isEqualTo(stays.contains(file.revisions().get(i).number()));
    }
  }

  private List<KeptRevision> unmarked(List<KeptRevision> before, Instant at, boolean removed) {
    List<KeptRevision> kept = new ArrayList<>(before);
    next(kept, at, removed);
    if (!removed) {
      KeptRevision last = kept.remove(kept.size() - 1);
      kept.add(
          new KeptRevision(last.number(), at, Optional.empty(), false, last.bytes(), Set.of()));
    }
    return kept;
  }

  @Property(tries = 3_000, shrinking = ShrinkingMode.OFF)
  void theCurrentTheHeldAndTheNewestGoodAreNeverLetGo(@ForAll long seed) {
    random = new Random(seed);
    Lineage file = lineage();
    List<Integer> stays = staying(file, plan(), after(file));
    for (KeptRevision one : file.revisions()) {
      if (one.until().isEmpty() || one.is(Said.HELD)) {
        assertThat(stays).contains(one.number());
      }
    }
    if (file.removedAt().isEmpty()) {
      Lineage.GoodOnes good = file.goodOnes(file.revisions().size() - 1);
      assertThat(Math.max(good.marked(), good.undoubted())).isNotNegative();
      for (KeptRevision one : file.revisions()) {
        assertThat(stays.contains(one.number()) || !good.has(file.revisions().indexOf(one)))
            .isTrue();
      }
    }
  }

  @Example
  void everySentenceReadsAsItIsWritten() {
    for (String sentence : RULES) {
      assertThat(KeepSentences.format(KeepSentences.parse(sentence).orElseThrow()))
          .isEqualTo(sentence);
    }
    for (String wrong : List.of("", "the newest 0", "the newest 3 or so", "what closed a day")) {
      assertThat(KeepSentences.parse(wrong)).isEmpty();
    }
  }

  @Property(tries = 3_000, shrinking = ShrinkingMode.OFF)
  void fewerRulesNeverKeepMore(@ForAll long seed) {
    random = new Random(seed);
    Lineage file = lineage();
    CarePlan plan = plan();
    Instant at = after(file);
    List<KeepRule> fewer = new ArrayList<>(plan.rules());
    if (!fewer.isEmpty()) {
      fewer.remove(random.nextInt(fewer.size()));
    }
    CarePlan less = new CarePlan(plan.zone(), plan.firstDay(), fewer, Span.days(1), plan.grace());
    assertThat(staying(file, plan, at)).containsAll(staying(file, less, at));
  }

  @Property(tries = 3_000, shrinking = ShrinkingMode.OFF)
  void whatWasCurrentInTheLastDaysIsThereUnderReplacedLessThan(@ForAll long seed) {
    random = new Random(seed);
    CarePlan some = plan();
    Span days = Span.days(1 + random.nextInt(40));
    List<KeepRule> rules = new ArrayList<>(some.rules());
    rules.add(new KeepRule(new KeepRule.ReplacedLessThan(days), List.of()));
    CarePlan plan = new CarePlan(some.zone(), some.firstDay(), rules, some.removed(), some.grace());
    Lineage file = lineage();
    Instant at = after(file);
    Instant since = days.before(at, plan.zone());
    List<Integer> staying = staying(file, plan, at);
    for (KeptRevision one : file.revisions()) {
      boolean wasCurrent = one.until().isEmpty() || one.until().get().isAfter(since);
      if (wasCurrent) {
        assertThat(staying).contains(one.number());
      }
    }
  }
}
