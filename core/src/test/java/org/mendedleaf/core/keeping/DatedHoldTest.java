package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;

/**
 * A hold that ends on a day: it keeps until then, promises no longer, and nobody has to lift it.
 */
class DatedHoldTest {

  @TempDir Path base;
  private TestDesk desk;
  private NamedPlan plan;
  private Instant end;

  @BeforeEach
  void aRevisionThatIsHeldForAMonth() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 4; i++) {
      desk.write("report.txt", "report " + i);
      desk.capture();
    }
    plan =
        new NamedPlan(
            "The newest only",
            new CarePlan(
                ZoneOffset.UTC,
                DayOfWeek.MONDAY,
                List.of(KeepSentences.parse("the newest 1").orElseThrow()),
                CarePlan.REMOVED,
                CarePlan.GRACE));
    end = desk.clock().instant().plus(Duration.ofDays(30));
    var unused =
        desk.office().sayings().hold(report().ref(), 1, "for the insurer", Optional.of(end));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private FileLife report() throws Exception {
    return desk.life("report.txt");
  }

  private boolean goes(Instant at) throws Exception {
    return desk.office().plans().rehearse(desk.shelf(), plan, at).goes().stream()
        .anyMatch(one -> one.revision() == 1);
  }

  @Test
  void itKeepsUntilItsDayIsOverAndPromisesNoMore() throws Exception {
    assertThat(report().marks(report().revision(1).orElseThrow()).hold().orElseThrow().until())
        .contains(end);
    assertThat(goes(end.minusSeconds(1))).isFalse();
    assertThat(goes(end)).isTrue();
    var unused = desk.office().plans().chooseConfirmed(desk.shelf(), plan);
    assertThat(desk.office().plans().judge(report(), desk.clock().instant()).get(1).keptUntil())
        .contains(end);
  }

  @Test
  void nothingIsErasedUntilThen() throws Exception {
    FileLife life = report();
    assertThatThrownBy(() -> desk.office().erasures().erase(life.ref(), Set.of(1), "report.txt"))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("is held");
    desk.clock().forward(Duration.ofDays(31));
    assertThat(report().marks(report().revision(1).orElseThrow()).hold()).isEmpty();
    assertThat(desk.office().erasures().erase(life.ref(), Set.of(1), "report.txt").revisions())
        .isEqualTo(1);
  }

  @Test
  void aDayThatIsPastIsRefused() throws Exception {
    FileLife life = report();
    Instant past = desk.clock().instant();
    assertThatThrownBy(
            () -> desk.office().sayings().hold(life.ref(), 2, "too late", Optional.of(past)))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("is past");
  }

  @Test
  void aCatalogueThatIsBuiltAnewKnowsIt() throws Exception {
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(report().marks(report().revision(1).orElseThrow()).hold().orElseThrow().until())
        .contains(end);
  }
}
