package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.session.FileRef;

/** Plans with a room limit: what was replaced longest ago goes first, the firmest claims never. */
class RoomTest {

  private static final int SIZE = 20_000;

  @TempDir Path base;
  private TestDesk desk;
  private final Random random = new Random(9);

  @BeforeEach
  void aShelfWithTwoFiles() throws Exception {
    desk = new TestDesk(base);
    for (int day = 0; day < 5; day++) {
      save("cut list.csv");
      save("panels.svg");
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  /** Ten different revisions that nothing makes smaller. */
  private void save(String name) throws Exception {
    byte[] bytes = new byte[SIZE];
    random.nextBytes(bytes);
    desk.write(name, bytes);
    desk.capture();
    desk.clock().forward(Duration.ofHours(12));
  }

  private void choose(String room) throws Exception {
    String json =
        "{\"name\":\"Room\",\"keep\":[\"everything\"],\"grace\":\"10 days\",\"room\":\"%s\"}"
            .formatted(room);
    var shelves =
        desk.office().plans().choose(desk.shelf(), PlanFormat.decode(json, ZoneOffset.UTC));
    assertThat(shelves).hasSize(1);
  }

  private List<Integer> revisions(String name) throws Exception {
    return desk.life(name).revisions().stream().map(Revision::number).toList();
  }

  private Thinnings.Thinned thin() throws Exception {
    return desk.office().thinnings().thin(desk.shelf(), false);
  }

  @Test
  void whatWasReplacedLongestAgoGoesFirstUntilThereIsRoom() throws Exception {
    FileRef list = desk.life("cut list.csv").ref();
    var held = desk.office().sayings().hold(list, 0, "a dispute");
    choose("at most 150 KB");

    Thinnings.Thinned first = thin();
    assertThat(held).isPositive();
    assertThat(first.did().forRoom()).as("200 KB are there").isEqualTo(3);
    assertThat(first.did().lastOnes()).isEmpty();
    assertThat(thin().did().isIdle()).as("what is on notice is let go already").isTrue();
    desk.clock().forward(Duration.ofDays(11));
    assertThat(thin().freed()).isPositive();
    assertThat(revisions("cut list.csv")).as("the first is held").containsExactly(0, 2, 3, 4);
    assertThat(revisions("panels.svg")).containsExactly(3, 4, 5);
    assertThat(desk.office().spaces().of(desk.shelf()).alone()).isLessThan(150_000);

    choose("at most 10 B");
    thin();
    desk.clock().forward(Duration.ofDays(11));
    thin();
    assertThat(revisions("cut list.csv")).as("held and current").containsExactly(0, 4);
    assertThat(revisions("panels.svg")).as("current").containsExactly(5);
  }

  @Test
  void moreRoomTakesWhatIsOnNoticeBack() throws Exception {
    choose("at most 100 KB");
    assertThat(thin().did().with(Thinnings.Fate.NOTICED)).hasSize(6);
    choose("at most 1 GB");
    assertThat(thin().did().with(Thinnings.Fate.KEPT_AFTER_ALL)).hasSize(6);
    desk.clock().forward(Duration.ofDays(11));
    assertThat(thin().freed()).isZero();
    assertThat(revisions("panels.svg")).hasSize(5);
  }

  @Test
  void underARoomLimitOnlyWhatIsHeldIsPromised() throws Exception {
    choose("at most 1 GB");
    FileLife life = desk.life("panels.svg");
    var unused = desk.office().sayings().hold(life.ref(), 2, "a dispute");
    var judged = desk.office().plans().judge(desk.life("panels.svg"), desk.clock().instant());
    assertThat(judged.get(1).keptUntil()).isEmpty();
    assertThat(judged.get(1).isForRoom()).isTrue();
    assertThat(judged.get(1).likelyUntil()).contains(Claim.ALWAYS);
    assertThat(judged.get(2).keptUntil()).contains(Claim.ALWAYS);
    assertThat(judged.get(2).isForRoom()).isFalse();
    assertThat(judged.get(5).isForRoom()).as("the current one").isFalse();
    assertThat(judged.values()).allMatch(Judgement.Judged::stays);
  }

  @Test
  void aDriveThatIsNearlyFullLetsGoUntilEnoughIsFree() throws Exception {
    ShelfLineages lineages = desk.office().plans().lineages(desk.shelf());
    var plan =
        PlanFormat.decode(
                "{\"name\":\"Room\",\"keep\":[\"everything\"],\"room\":\"1 MB free\"}",
                ZoneOffset.UTC)
            .plan();
    var space = desk.office().spaces().of(desk.shelf().store());
    assertThat(
            CarePlans.rehearse(
                    lineages,
                    plan,
                    desk.clock().instant(),
                    Optional.of(new MakingRoom(space, 950_000)))
                .goes())
        .as("50 KB are missing")
        .hasSize(3);
    assertThat(
            CarePlans.rehearse(
                    lineages,
                    plan,
                    desk.clock().instant(),
                    Optional.of(new MakingRoom(space, 2_000_000)))
                .goes())
        .isEmpty();
  }
}
