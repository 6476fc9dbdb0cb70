package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/** Plans of shelves, and what they keep of what is really recorded. */
class CarePlansTest {

  @TempDir java.nio.file.Path base;
  private TestDesk desk;

  @BeforeEach
  void aFileWithAHistory() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 6; i++) {
      desk.write("list.csv", "state " + i);
      desk.write("gone.csv", "gone " + i);
      desk.capture();
      desk.clock().forward(Duration.ofDays(2));
    }
    Files.delete(desk.file("gone.csv"));
    desk.capture();
    desk.clock().forward(Duration.ofDays(1));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private CarePlans plans() {
    return desk.office().plans();
  }

  private static NamedPlan plan(String json) throws Exception {
    return PlanFormat.decode(json, ZoneOffset.UTC);
  }

  private static Set<Integer> going(CarePlans.PlanRehearsal rehearsal, String path) {
    return rehearsal.goes().stream()
        .filter(one -> one.path().equals(new InnerPath(path)))
        .map(CarePlans.Going::revision)
        .collect(java.util.stream.Collectors.toSet());
  }

  @Test
  void marksSnapshotsHoldsAndRemovalsCountAsTheyAreRecorded() throws Exception {
    FileRef list = desk.life("list.csv").ref();
    desk.office().sayings().hold(list, 0, "a dispute");
    desk.office().sayings().note(list, 1, "as sent");
    desk.office().sayings().good(list, 2, true);
    NamedPlan plan = plan("{'name':'Lean','keep':['what has a note']}".replace('\'', '"'));
    CarePlans.PlanRehearsal now = plans().rehearse(desk.shelf(), plan, desk.clock().instant());
    assertThat(going(now, "list.csv")).containsExactlyInAnyOrder(3, 4);
    assertThat(going(now, "gone.csv")).containsExactlyInAnyOrder(0, 1, 2, 3, 4);
    CarePlans.PlanRehearsal later =
        plans().rehearse(desk.shelf(), plan, desk.clock().instant().plus(Duration.ofDays(91)));
    assertThat(going(later, "gone.csv")).hasSize(6);

    var unused =
        desk.office().snapshots().take(desk.shelf(), InnerPath.ROOT, "now", "", Progress.NONE);
    desk.write("list.csv", "state 6");
    desk.capture();
    assertThat(going(plans().rehearse(desk.shelf(), plan, desk.clock().instant()), "list.csv"))
        .containsExactlyInAnyOrder(3, 4);
    assertThatThrownBy(() -> plans().rehearse(desk.shelf(), plan, Instant.EPOCH))
        .hasMessageContaining("now or later");
  }

  @Test
  void eachRevisionSaysWhyItStaysAndUntilWhen() throws Exception {
    assertThat(plans().judge(desk.life("list.csv"), desk.clock().instant())).isEmpty();
    NamedPlan plan =
        plan(
            "{'name':'Weeks','zone':'UTC','keep':['what was replaced less than 7 days ago']}"
                .replace('\'', '"'));
    plans().choose(desk.shelf(), plan);
    FileLife life = desk.life("list.csv");
    Map<Integer, Judgement.Judged> judged = plans().judge(life, desk.clock().instant());
    assertThat(judged.get(0).stays()).isFalse();
    Instant replaced = life.revision(4).orElseThrow().currentUntil().orElseThrow();
    assertThat(judged.get(4).keptUntil()).contains(replaced.plus(Duration.ofDays(7)));
    assertThat(judged.get(5).claims())
        .extracting(Claim::reason)
        .contains(Claim.Basic.CURRENT, new Claim.ByRule(0));
    desk.restart();
    assertThat(plans().of(desk.shelf()).orElseThrow()).isEqualTo(plan);
  }

  @Test
  void shelvesOfOneStoreShareAPlanByItsName() throws Exception {
    java.nio.file.Path other = Files.createDirectory(base.resolve("other work"));
    Shelf second =
        desk.office().shelves().add(other, base.resolve("store"), java.util.Optional.of("Second"));
    NamedPlan plan = plan("{'name':'Ours','keep':['the newest 5']}".replace('\'', '"'));
    plans().choose(desk.shelf(), plan);
    plans().choose(second, plan);
    NamedPlan changed = plan("{'name':'Ours','keep':['the newest 9']}".replace('\'', '"'));
    List<Shelf> touched = plans().choose(second, changed);
    assertThat(touched).extracting(Shelf::name).contains("Second").hasSize(2);
    assertThat(second.settings().leftOut().rules()).as("said by nobody").isEmpty();
    plans()
        .choose(
            second,
            plan(
                "{'name':'Ours','keep':['the newest 9'],'leaveOut':['*.bak']}".replace('\'', '"')));
    for (Shelf one : desk.office().shelves().all()) {
      assertThat(one.settings().leftOut().rules())
          .extracting(org.mendedleaf.core.history.LeftOut.Rule::pattern)
          .containsExactly("*.bak");
    }
    plans().choose(second, changed);
    assertThat(plans().of(desk.shelf())).contains(changed);
  }

  @Test
  void aPlanThatCannotBeReadIsRefusedInOneSentence() {
    for (String wrong :
        List.of(
            "no json",
            "{\"keep\":[]}",
            "{\"name\":\"x\",\"keep\":[\"all of it\"]}",
            "{\"name\":\"x\",\"zone\":\"Moon\"}",
            "{\"name\":\"x\",\"removedFor\":\"long\"}")) {
      assertThatThrownBy(() -> plan(wrong)).isInstanceOf(PlanFormat.PlanException.class);
    }
  }

  @Test
  void aShelfIsDueByTheRhythmOfItsPlanAndMissedTimesAreCaughtUpOnce() throws Exception {
    assertThat(desk.office().rhythms().all()).as("no plan").isEmpty();
    var unused =
        plans()
            .choose(
                desk.shelf(),
                plan(
                    "{'name':'Often','rhythm':'every 20 minutes','keep':['everything']}"
                        .replace('\'', '"')));
    assertThat(desk.office().rhythms().toCapture()).as("a day has passed").hasSize(1);
    desk.capture();
    assertThat(desk.office().rhythms().toCapture()).isEmpty();
    desk.clock().forward(Duration.ofMinutes(19));
    assertThat(desk.office().rhythms().toCapture()).isEmpty();
    desk.clock().forward(Duration.ofHours(30));
    assertThat(desk.office().rhythms().toCapture()).hasSize(1);
    desk.capture();
    assertThat(desk.office().rhythms().toCapture()).isEmpty();

    desk.clock().forward(Duration.ofHours(1));
    var paused = desk.office().recordingAndPeople().recording(desk.shelf(), false);
    assertThat(desk.office().rhythms().all()).as(paused.name() + " is paused").isEmpty();
  }
}
