package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.Safeguards.ChosenSafeguards;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.VerifyDepth;

/** Letting go: on notice first, erased after the grace time, taken back in between. */
class ThinningTest {

  private static final String LEAN =
      "{'name':'Lean','keep':['the newest 2'],'removedFor':'5 days','grace':'10 days'}";

  @TempDir Path base;
  private TestDesk desk;
  private final Random random = new Random(5);

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Thinnings thinnings() {
    return desk.office().thinnings();
  }

  private void choose(String json) throws Exception {
    NamedPlan plan = PlanFormat.decode(json.replace('\'', '"'), ZoneOffset.UTC);
    var unused = desk.office().plans().choose(desk.shelf(), plan);
  }

  private void save(String name, int times) throws Exception {
    for (int i = 0; i < times; i++) {
      byte[] bytes = new byte[4_000 + random.nextInt(4_000)];
      random.nextBytes(bytes);
      desk.write(name, bytes);
      desk.capture();
      desk.clock().forward(Duration.ofDays(1));
    }
  }

  private List<Integer> revisions(String name) throws Exception {
    return desk.life(name).revisions().stream().map(Revision::number).toList();
  }

  private long sheafBytes() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  private Thinnings.Thinned thin() throws IOException {
    return thinnings().thin(desk.shelf(), false);
  }

  @Test
  void whatNoRuleClaimsGoesOnNoticeAndIsErasedAfterTheGraceTimeToTheByte() throws Exception {
    save("list.csv", 5);
    desk.write("other.txt", "stays");
    desk.capture();
    choose(LEAN);

    Thinnings.RehearsedThinning told = thinnings().rehearse(desk.shelf(), desk.clock().instant());
    assertThat(told.with(Thinnings.Fate.NOTICED)).hasSize(3);
    long freed = thinnings().freed(told).bytes();
    assertThat(thin().did().concerned()).isEqualTo(told.concerned());
    assertThat(revisions("list.csv")).as("still there").containsExactly(0, 1, 2, 3, 4);
    FileLife life = desk.life("list.csv");
    assertThat(life.marks(life.revision(1).orElseThrow()).notice().orElseThrow().until())
        .isEqualTo(desk.clock().instant().plus(Duration.ofDays(10)));
    assertThat(thin().did().isIdle()).as("again at the same moment").isTrue();

    Instant due = desk.clock().instant().plus(Duration.ofDays(10));
    Thinnings.RehearsedThinning later = thinnings().rehearse(desk.shelf(), due);
    desk.clock().forward(Duration.ofDays(10));
    long before = sheafBytes();
    Thinnings.Thinned done = thin();
    assertThat(done.did().concerned()).isEqualTo(later.concerned());
    assertThat(done.freed())
        .isEqualTo(freed)
        .isEqualTo(before - sheafBytes())
        .isGreaterThan(12_000);
    assertThat(revisions("list.csv")).containsExactly(3, 4);
    assertThat(desk.content(desk.life("other.txt"), 1))
        .isEqualTo("stays".getBytes(StandardCharsets.UTF_8));
    assertThat(
            desk.office()
                .stores()
                .verify(desk.shelf().store(), VerifyDepth.DEEP, Progress.NONE)
                .damaged())
        .isEmpty();
    assertThat(desk.office().stores().ledger(desk.shelf().store()))
        .extracting(entry -> entry.act())
        .contains(Act.THIN, Act.ERASE);
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(revisions("list.csv")).containsExactly(3, 4);
  }

  @Test
  void loweringAndRaisingAPlanLosesNothingWithinTheGraceTime() throws Exception {
    save("list.csv", 5);
    choose(LEAN);
    var unused = thin();
    desk.clock().forward(Duration.ofDays(9));
    choose("{'name':'Lean','keep':['everything'],'grace':'10 days'}");
    assertThat(thin().did().with(Thinnings.Fate.KEPT_AFTER_ALL)).hasSize(3);
    desk.clock().forward(Duration.ofDays(9));
    choose(LEAN);
    assertThat(thin().did().with(Thinnings.Fate.NOTICED)).as("a grace time of its own").hasSize(3);
    desk.clock().forward(Duration.ofDays(9));
    assertThat(thin().freed()).isZero();
    assertThat(revisions("list.csv")).containsExactly(0, 1, 2, 3, 4);
  }

  @Test
  void whatAPersonTakesOffNoticeIsHeld() throws Exception {
    save("list.csv", 5);
    choose(LEAN);
    var unused = thin();
    FileRef list = desk.life("list.csv").ref();
    var act = thinnings().takeOffNotice(list, 1);
    assertThatThrownBy(() -> thinnings().takeOffNotice(list, 4)).hasMessageContaining("not on");
    desk.clock().forward(Duration.ofDays(11));
    var erased = thin();
    assertThat(revisions("list.csv")).containsExactly(1, 3, 4);
    FileLife life = desk.life("list.csv");
    assertThat(life.marks(life.revision(1).orElseThrow()).hold()).isPresent();
    assertThat(act).isPositive();
    assertThat(erased.freed()).isPositive();
  }

  @Test
  void aSentenceLetsGoJustThisOnceOfWhatItIsAbout() throws Exception {
    save("list.csv", 4);
    save("plan.svg", 4);
    choose("{'name':'All','keep':['everything'],'grace':'10 days'}");
    var sentence = KeepSentences.parse("keep the newest 1 of *.csv").orElseThrow();

    Thinnings.Thinned once = thinnings().thinOnce(desk.shelf(), sentence, false);
    assertThat(once.did().with(Thinnings.Fate.NOTICED))
        .allSatisfy(one -> assertThat(one.revision().path().name()).isEqualTo("list.csv"))
        .hasSize(3);
    assertThat(thin().did().with(Thinnings.Fate.KEPT_AFTER_ALL))
        .as("the plan does not take back what a person let go")
        .isEmpty();
    desk.clock().forward(Duration.ofDays(10));
    assertThat(thin().freed()).isPositive();
    assertThat(revisions("list.csv")).containsExactly(3);
    assertThat(revisions("plan.svg")).containsExactly(1, 2, 3, 4);
  }

  static Stream<String> readyPlans() {
    return ReadyPlans.of(ZoneOffset.UTC, DayOfWeek.MONDAY).stream().map(NamedPlan::name);
  }

  @ParameterizedTest
  @MethodSource("readyPlans")
  void whatWasRuinedTodayAfterFiveQuietMonthsIsThereAMonthLater(String ready) throws Exception {
    desk.write("rigging.csv", "the good state");
    desk.capture();
    desk.clock().forward(Duration.ofDays(150));
    desk.write("rigging.csv", "");
    desk.capture();
    var shelves =
        desk.office()
            .plans()
            .choose(
                desk.shelf(),
                ReadyPlans.named(ready, ZoneOffset.UTC, DayOfWeek.MONDAY).orElseThrow());
    for (int day = 0; day < 30; day++) {
      desk.clock().forward(Duration.ofDays(1));
      var unused = thin();
    }
    assertThat(shelves).hasSize(1);
    assertThat(desk.content(desk.life("rigging.csv"), 0))
        .isEqualTo("the good state".getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void aClockThatJumpedAheadLetsNothingGoUntilSomebodySaysItIsRight() throws Exception {
    save("list.csv", 5);
    choose(LEAN);
    OfficeSettings set = desk.office().settings();
    desk.close();
    OfficeSettings real =
        new OfficeSettings(
            set.home(),
            set.clock(),
            set.zone(),
            set.random(),
            set.owners(),
            set.fileTimes(),
            set.places(),
            set.person(),
            org.mendedleaf.core.store.format.StoreParameters.STANDARD,
            2,
            set.keys());
    try (Office office = Office.open(real)) {
      Shelf shelf = office.shelves().all().get(0);
      // The drive's clock jumps with the computer's, so only the last captures tell.
      Instant before = Instant.now().minus(Duration.ofDays(100));
      desk.clock().forward(Duration.between(desk.clock().instant(), before));
      var captured = office.shelves().capture(shelf, false, Progress.NONE);
      FileRef file = new FileRef(shelf.store(), 1);
      var safeguards =
          office
              .safeguards()
              .set(shelf.store(), new ChosenSafeguards(Optional.empty(), Span.parse("7 days")));
      var asked = office.askedErasures().ask(file, Set.of(1), "list.csv", false);
      desk.clock().forward(Duration.ofDays(100));
      assertThatThrownBy(() -> office.askedErasures().eraseDue(shelf, false))
          .as("nor is erased what somebody asked for")
          .isInstanceOf(ClockException.class);
      assertThatThrownBy(() -> office.thinnings().thin(shelf, false))
          .isInstanceOf(ClockException.class)
          .hasMessageContaining("days ago");
      assertThat(office.shelves().capture(shelf, false, Progress.NONE)).isNotNull();
      assertThatThrownBy(() -> office.thinnings().thin(shelf, false))
          .as("a capture after the jump does not hide it")
          .isInstanceOf(ClockException.class);
      assertThat(office.thinnings().thin(shelf, true).did().with(Thinnings.Fate.NOTICED))
          .hasSize(2);
      assertThat(office.thinnings().thin(shelf, false).did().isIdle()).as("confirmed").isTrue();
      assertThat(office.askedErasures().eraseDue(shelf, false)).as("confirmed").isEqualTo(1);
      assertThat(List.of(captured, safeguards, asked)).doesNotContainNull();
    }
    desk = new TestDesk(base.resolve("second"));
  }
}
