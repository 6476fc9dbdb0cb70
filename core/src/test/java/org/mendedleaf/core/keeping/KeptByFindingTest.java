package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;

/** Nobody loses the last good state because they did not know what kept it. */
class KeptByFindingTest {

  private static final String GOOD = "cloth;metres\nlaminate;18\npolyester;40\n".repeat(20);

  @TempDir Path base;
  private TestDesk desk;
  private Instant replaced;

  @BeforeEach
  void aGoodStateThatWasReplacedByNothing() throws Exception {
    desk = new TestDesk(base);
    var unused =
        desk.office()
            .plans()
            .choose(
                desk.shelf(),
                PlanFormat.decode(
                    "{\"name\":\"Lean\",\"keep\":[\"what was replaced less than 14 days ago\"]}",
                    ZoneOffset.UTC));
    desk.write("cloth.csv", GOOD);
    desk.capture();
    desk.write("cloth.csv", GOOD + "nylon;2\n");
    desk.capture();
    desk.clock().forward(Duration.ofDays(1));
    desk.write("cloth.csv", new byte[0]);
    desk.capture();
    replaced = desk.life("cloth.csv").newest().currentFrom();
    var unusedToo =
        desk.office()
            .screenings()
            .screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private FileRef ref() throws Exception {
    return desk.life("cloth.csv").ref();
  }

  private Optional<Instant> until() throws Exception {
    return desk.office().keptByFinding().until(ref(), 1);
  }

  @Test
  void whatThePlanKeepsForLongNeedsNoWarning() throws Exception {
    assertThat(until()).isEmpty();
  }

  @Test
  void itIsToldWhenThePlanAloneWouldLetItGo() throws Exception {
    desk.clock().forward(Duration.ofDays(11));
    assertThat(until().orElseThrow()).isEqualTo(replaced.plus(Duration.ofDays(14)));
    assertThat(desk.office().todays().look().matters())
        .filteredOn(Todays.Doubtful.class::isInstance)
        .extracting(one -> ((Todays.Doubtful) one).goodUntil())
        .containsExactly(until());
  }

  /** And the plan does not let it go, however late it becomes. */
  @Test
  void afterThatTimeItIsStillThereAndStillTold() throws Exception {
    desk.clock().forward(Duration.ofDays(60));
    var unused = desk.office().thinnings().thin(desk.shelf(), true);
    desk.clock().forward(Duration.ofDays(60));
    var unusedToo = desk.office().thinnings().thin(desk.shelf(), true);
    assertThat(desk.life("cloth.csv").revision(1)).isPresent();
    assertThat(until().orElseThrow()).isBeforeOrEqualTo(desk.clock().instant());
  }

  @Test
  void whatAPersonMarkedStaysAnyway() throws Exception {
    desk.clock().forward(Duration.ofDays(11));
    var unused = desk.office().sayings().good(ref(), 1, true);
    assertThat(until()).isEmpty();
  }
}
