package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.keeping.Safeguards.ChosenSafeguards;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.progress.Progress;

/** A least keeping time and a delay protect a store against its keepers' mistakes. */
class SafeguardsTest {

  private static final String NEWEST = "{'name':'Newest','keep':['the newest 1'],'grace':'1 day'}";
  private static final String MUCH = "{'name':'Much','keep':['everything'],'grace':'20 days'}";

  @TempDir Path base;
  private TestDesk desk;
  private final Random random = new Random(7);

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Safeguards safeguards() {
    return desk.office().safeguards();
  }

  private void set(String least, String delay) throws Exception {
    var unused =
        safeguards()
            .set(desk.shelf().store(), new ChosenSafeguards(Span.parse(least), Span.parse(delay)));
  }

  private ChosenSafeguards counting() throws Exception {
    return safeguards().of(desk.shelf().store()).counting();
  }

  private void choose(String json) throws Exception {
    NamedPlan plan = PlanFormat.decode(json.replace('\'', '"'), ZoneOffset.UTC);
    var unused = desk.office().plans().choose(desk.shelf(), plan);
  }

  /** A revision a day. */
  private void save(String name, int times) throws Exception {
    for (int i = 0; i < times; i++) {
      byte[] bytes = new byte[2_000];
      random.nextBytes(bytes);
      desk.write(name, bytes);
      desk.capture();
      days(1);
    }
  }

  private void days(int days) {
    desk.clock().forward(Duration.ofDays(days));
  }

  private Thinnings.RehearsedThinning rehearse() throws Exception {
    return desk.office().thinnings().rehearse(desk.shelf(), desk.clock().instant());
  }

  private List<Integer> noticed() throws Exception {
    return rehearse().with(Thinnings.Fate.NOTICED).stream()
        .map(one -> one.revision().revision())
        .toList();
  }

  private <T extends Todays.Matter> List<T> matters(Class<T> kind) throws Exception {
    return desk.office().todays().look().matters().stream()
        .filter(kind::isInstance)
        .map(kind::cast)
        .toList();
  }

  @Test
  void noPlanLetsGoWhatWasReplacedLessThanTheLeastTimeAgo() throws Exception {
    save("a.csv", 6);
    choose(NEWEST);
    assertThat(noticed()).as("without it").containsExactly(0, 1, 2, 3, 4);
    set("3 days", "");

    // Revision 3 was replaced two days ago, revision 2 three days ago to the second.
    assertThat(noticed()).containsExactly(0, 1, 2);
    assertThat(rehearse().claims()).containsEntry(Claim.Basic.LEAST_TIME, 3);
    assertThat(
            desk.office()
                .thinnings()
                .rehearseOnce(
                    desk.shelf(),
                    KeepSentences.parse("keep the newest 1").orElseThrow(),
                    desk.clock().instant())
                .with(Thinnings.Fate.NOTICED))
        .as("nor does a sentence, just this once")
        .hasSize(3);
    assertThat(
            desk.office()
                .plans()
                .judge(desk.life("a.csv"), desk.clock().instant())
                .get(4)
                .keptUntil())
        .as("and that is a promise")
        .contains(
            desk.life("a.csv")
                .revision(4)
                .flatMap(Revision::currentUntil)
                .orElseThrow()
                .plus(Duration.ofDays(3)));
    desk.restart();
    assertThat(noticed()).as("after a restart").containsExactly(0, 1, 2);
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(noticed()).as("from the log").containsExactly(0, 1, 2);
  }

  @Test
  void aLackOfRoomDoesNotUndercutTheLeastTimeEither() throws Exception {
    save("a.csv", 6);
    choose("{'name':'Small','keep':['everything'],'room':'at most 1 KB'}");
    assertThat(noticed()).containsExactly(0, 1, 2, 3, 4);
    set("3 days", "");
    assertThat(noticed()).containsExactly(0, 1, 2);
  }

  @Test
  void aLoosenedPlanCountsAfterTheDelayAndCanBeCalledOff() throws Exception {
    choose(MUCH);
    days(1);
    set("", "5 days");
    save("a.csv", 4);
    choose(NEWEST);

    assertThat(noticed()).isEmpty();
    assertThat(rehearse().claims()).containsEntry(Claim.Basic.FORMER_PLAN, 3);
    Todays.PlanReplaced told = matters(Todays.PlanReplaced.class).get(0);
    assertThat(told.replaced().former().name()).isEqualTo("Much");
    assertThat(told.replaced().until()).isEqualTo(desk.clock().instant().plus(Duration.ofDays(5)));
    days(5);
    assertThat(noticed()).as("after the delay").containsExactly(0, 1, 2);
    assertThat(matters(Todays.PlanReplaced.class)).isEmpty();

    choose(MUCH);
    days(9);
    choose(NEWEST);
    assertThat(desk.office().plans().callOff(desk.shelf())).hasSize(1);
    assertThat(desk.office().plans().of(desk.shelf()).orElseThrow().name()).isEqualTo("Much");
    days(6);
    assertThat(noticed()).as("called off").isEmpty();
    assertThatThrownBy(() -> desk.office().plans().callOff(desk.shelf()))
        .hasMessageContaining("nothing to call off");
  }

  @Test
  void aDraftIsRehearsedAsItWouldCount() throws Exception {
    choose(MUCH);
    days(1);
    set("", "5 days");
    save("a.csv", 4);
    NamedPlan draft = PlanFormat.decode(NEWEST.replace('\'', '"'), ZoneOffset.UTC);
    Instant now = desk.clock().instant();
    assertThat(desk.office().plans().rehearse(desk.shelf(), draft, now).goes()).isEmpty();
    assertThat(
            desk.office()
                .plans()
                .rehearse(desk.shelf(), draft, now.plus(Duration.ofDays(5)))
                .goes())
        .hasSize(3);
  }

  @Test
  void aShorterGraceTimeAndASmallerRoomCountAfterTheDelayToo() throws Exception {
    choose("{'name':'Long','keep':['the newest 2'],'grace':'20 days'}");
    days(1);
    set("", "5 days");
    save("a.csv", 4);
    choose("{'name':'Short','keep':['the newest 2'],'grace':'1 day','room':'at most 1 KB'}");

    assertThat(rehearse().with(Thinnings.Fate.NOTICED))
        .extracting(one -> one.revision().revision(), Thinnings.Concerned::until)
        .containsExactly(
            tuple(0, desk.clock().instant().plus(Duration.ofDays(20))),
            tuple(1, desk.clock().instant().plus(Duration.ofDays(20))));
    days(5);
    assertThat(rehearse().with(Thinnings.Fate.NOTICED))
        .as("the smaller room counts")
        .hasSize(3)
        .allMatch(one -> one.until().equals(desk.clock().instant().plus(Duration.ofDays(1))));
  }

  private int labelled() throws Exception {
    return desk.office().snapshots().labelled(desk.shelf()).size();
  }

  private void takeSnapshot() throws Exception {
    NamedPlan plan = desk.office().plans().of(desk.shelf()).orElseThrow();
    var unused =
        desk.office()
            .scheduledSnapshots()
            .take(desk.shelf(), plan.snapshots().get(0), Progress.NONE);
    days(1);
  }

  @Test
  void fewerSnapshotsKeepTheirLabelsOnlyAfterTheDelay() throws Exception {
    choose(
        "{'name':'Daily','keep':['everything'],'snapshots':['at 10:00 every day, labelled Day {date}, the newest 4']}");
    desk.write("a.csv", "a");
    desk.capture();
    days(1);
    set("", "5 days");
    for (int i = 0; i < 4; i++) {
      takeSnapshot();
    }
    choose(
        "{'name':'Daily','keep':['everything'],'snapshots':['at 10:00 every day, labelled Day {date}, the newest 1']}");
    takeSnapshot();
    assertThat(labelled()).isEqualTo(5);
    days(5);
    takeSnapshot();
    assertThat(labelled()).isEqualTo(1);
  }

  @Test
  void aShelfHasItsFirstPlanAtOnce() throws Exception {
    set("", "5 days");
    choose(NEWEST);
    save("a.csv", 3);
    assertThat(noticed()).containsExactly(0, 1);
  }

  @Test
  void looserSafeguardsCountAfterTheDelayAndStricterOnesAtOnce() throws Exception {
    set("30 days", "7 days");
    days(1);
    set("", "");
    assertThat(counting().least()).contains(Span.days(30));
    assertThat(counting().delay()).contains(Span.days(7));
    assertThat(matters(Todays.SafeguardsLoosened.class)).hasSize(1);
    // To set something else in between shortens nothing.
    set("", "1 hour");
    days(6);
    assertThat(counting().least()).contains(Span.days(30));
    days(1);
    assertThat(counting()).isEqualTo(new ChosenSafeguards(Optional.empty(), Span.parse("1 hour")));
    assertThat(matters(Todays.SafeguardsLoosened.class)).isEmpty();
    set("60 days", "1 hour");
    assertThat(counting().least()).contains(Span.days(60));
  }

  @Test
  void aClockThatWasPutBackLoosensNothingSooner() throws Exception {
    choose(MUCH);
    days(1);
    set("", "5 days");
    save("a.csv", 4);
    desk.clock().forward(Duration.ofDays(-20));
    choose(NEWEST);
    desk.clock().forward(Duration.ofDays(20));
    assertThat(noticed()).isEmpty();
  }

  @Test
  void onlyWhoKeepsAllShelvesSetsThem() throws Exception {
    var unusedShelf =
        desk.office().recordingAndPeople().person(desk.shelf(), "Teo", Optional.of(Role.MAKER));
    assertThatThrownBy(
            () ->
                desk.office()
                    .actingAs("Teo")
                    .safeguards()
                    .set(
                        desk.shelf().store(),
                        new ChosenSafeguards(Span.parse("1 day"), Optional.empty())))
        .hasMessageContaining("Teo");
    assertThatThrownBy(() -> set("11 years", ""))
        .hasMessage(
            "The least keeping time can be 10 years at most, since what is once safeguarded stays so. Nothing was changed.");
    assertThatThrownBy(() -> set("", "91 days")).hasMessageContaining("90 days at most");
    assertThat(counting()).isEqualTo(ChosenSafeguards.NONE);
  }
}
