package org.mendedleaf.core.rhythm;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.keeping.Safeguards.ChosenSafeguards;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.office.WatchKeeping;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.watch.WatchState;

/** What is done automatically, round after round, without a window. */
class RoundsTest {

  @TempDir Path base;
  private TestDesk desk;
  private WatchKeeping keeping;
  private final List<String> told = new ArrayList<>();

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "jib,410");
    desk.capture();
    keeping = new WatchKeeping(desk.office(), told::add, Runnable::run);
  }

  @AfterEach
  void close() throws Exception {
    desk.office().rhythms().stopWatching();
    desk.close();
  }

  private void choose(String json) throws Exception {
    var shelves =
        desk.office()
            .plans()
            .choose(desk.shelf(), PlanFormat.decode(json.replace('\'', '"'), ZoneOffset.UTC));
    assertThat(shelves).hasSize(1);
  }

  private void after(Duration time) {
    desk.clock().forward(time);
    keeping.round();
  }

  private int revisions() throws Exception {
    return desk.life("list.csv").revisions().size();
  }

  private List<String> labels() throws Exception {
    return desk.office().snapshots().labelled(desk.shelf()).stream().map(Snapshot::label).toList();
  }

  @Test
  void aSaveIsRecordedWhenItHasSettled() throws Exception {
    choose("{'name':'Saves','rhythm':'on save','keep':['everything']}");
    after(Duration.ZERO);
    after(Duration.ofSeconds(10));
    assertThat(desk.office().rhythms().watched(desk.shelf()))
        .containsInstanceOf(WatchState.Watching.class);
    desk.write("list.csv", "jib,420");
    for (int i = 0; i < 100 && revisions() == 1; i++) {
      Thread.sleep(50);
      after(Duration.ofMillis(500));
    }
    assertThat(revisions()).isEqualTo(2);
    assertThat(told).last().asString().contains("1 changed");
  }

  @Test
  void aFolderThatIsAwayIsToldOnceAndCaughtUp() throws Exception {
    choose("{'name':'Often','rhythm':'every 20 minutes','keep':['everything']}");
    after(Duration.ZERO);
    Path away = base.resolve("away");
    Files.move(desk.folder(), away);
    for (int i = 0; i < 9; i++) {
      after(Duration.ofMinutes(10));
    }
    assertThat(told).filteredOn(one -> one.contains("is not there")).hasSize(1);
    Files.writeString(away.resolve("list.csv"), "jib,430");
    Files.move(away, desk.folder());
    after(Duration.ofMinutes(3));
    assertThat(revisions()).as("the missed times are caught up").isEqualTo(2);
  }

  @Test
  void whatIsSavedWhileAStoreIsAwayIsKeptAndMovedOver() throws Exception {
    choose("{'name':'Often','rhythm':'every 20 minutes','keep':['everything']}");
    after(Duration.ZERO);
    Path away = base.resolve("drive");
    Files.move(base.resolve("store"), away);
    desk.write("list.csv", "jib,430");
    for (int i = 0; i < 9; i++) {
      after(Duration.ofMinutes(10));
    }
    assertThat(told).filteredOn(one -> one.contains("kept on this computer")).hasSize(1);
    assertThat(told).as("nothing to complain about").allMatch(one -> one.contains("changed"));
    Files.move(away, base.resolve("store"));
    after(Duration.ofMinutes(3));
    assertThat(told).filteredOn(one -> one.contains("is in it now")).hasSize(1);
    assertThat(desk.office().stores().spools().of(desk.shelf().store())).isEmpty();
    assertThat(revisions()).as("it caught up").isEqualTo(2);
  }

  @Test
  void snapshotsAreTakenAutomaticallyAndTheOldestLoseTheirLabels() throws Exception {
    choose(
        "{'name':'Fridays','keep':['everything'],'snapshots':['at 18:00 every day, labelled Day {date}, the newest 2']}");
    after(Duration.ZERO);
    assertThat(labels()).as("the first at once").containsExactly("Day 2026-03-02");
    after(Duration.ofHours(1));
    assertThat(labels()).hasSize(1);
    after(Duration.ofDays(1));
    // A week without the computer is caught up by one.
    after(Duration.ofDays(7));
    assertThat(labels()).containsExactly("Day 2026-03-03", "Day 2026-03-10");
    assertThat(desk.office().snapshots().labelled(desk.shelf()))
        .extracting(Snapshot::cause)
        .containsOnly(Snapshot.SCHEDULE);
    var byHand =
        desk.office()
            .snapshots()
            .take(
                desk.shelf(),
                org.mendedleaf.core.history.InnerPath.ROOT,
                "Day off",
                "",
                org.mendedleaf.core.progress.Progress.NONE);
    after(Duration.ofDays(2));
    assertThat(labels()).as("those of a person stay").contains(byHand.snapshot().label());
  }

  @Test
  void whatNoRuleClaimsIsLetGoAutomatically() throws Exception {
    for (int i = 0; i < 3; i++) {
      desk.write("list.csv", "jib,%d".formatted(500 + i));
      desk.capture();
    }
    choose(
        "{'name':'Lean','keep':['the newest 1'],'grace':'3 days','thinning':'at 12:00 every day'}");
    after(Duration.ZERO);
    assertThat(desk.office().thinnings().rehearse(desk.shelf(), desk.clock().instant()).concerned())
        .hasSize(3)
        .allMatch(one -> one.fate() == Thinnings.Fate.WAITS);
    for (int day = 0; day < 4; day++) {
      after(Duration.ofDays(1));
    }
    assertThat(revisions()).isEqualTo(1);
    assertThat(told).filteredOn(one -> one.contains("thinned")).hasSize(5);
  }

  @Test
  void whatWasAskedToBeErasedIsErasedWhenTheDelayIsOverAndThatIsTold() throws Exception {
    desk.write("list.csv", "jib,420");
    desk.capture();
    var unusedSafeguards =
        desk.office()
            .safeguards()
            .set(
                desk.shelf().store(), new ChosenSafeguards(Optional.empty(), Span.parse("2 days")));
    var unused =
        desk.office()
            .askedErasures()
            .ask(desk.life("list.csv").ref(), Set.of(0), "list.csv", false);
    after(Duration.ofDays(1));
    assertThat(told).isEmpty();
    after(Duration.ofDays(1));
    assertThat(told)
        .containsExactly(
            "%s: what somebody had asked to be erased is erased.".formatted(desk.shelf().name()));
    assertThat(revisions()).isEqualTo(1);
  }

  @Test
  void theUnitOfTheSystemNamesLauncherAndHomeWhateverTheyAreCalled() throws Exception {
    Path folder = base.resolve("units");
    WatchUnit unit =
        new WatchUnit(
            Path.of("/opt/Mended Leaf/mended-leaf"), Path.of("/home/maren/50 % $office"), folder);
    assertThat(unit.write()).hasFileName(WatchUnit.NAME);
    assertThat(Files.readString(folder.resolve(WatchUnit.NAME)))
        .contains(
            "ExecStart=\"/opt/Mended Leaf/mended-leaf\" keep-watch --home \"/home/maren/50 %% $$office\"")
        .contains("WantedBy=default.target");
  }
}
