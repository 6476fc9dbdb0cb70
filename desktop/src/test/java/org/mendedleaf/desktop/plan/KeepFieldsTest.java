package org.mendedleaf.desktop.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.ShelfLineages;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.desktop.drawings.KeepField;

/** What the field of leaves says of a rehearsal, before anything is drawn. */
class KeepFieldsTest {

  @TempDir Path base;

  private static KeepField.DrawnField drawn(TestDesk desk, NamedPlan plan) throws Exception {
    Instant at = desk.clock().instant().plus(Duration.ofDays(400));
    ShelfLineages lineages = desk.office().plans().lineages(desk.shelf());
    CarePlans.PlanRehearsal rehearsal =
        CarePlans.rehearse(lineages, plan.plan(), at, Optional.empty());
    return KeepFields.of(lineages, rehearsal, at);
  }

  private static long going(KeepField.FieldRow row) {
    return row.leaves().stream().filter(leaf -> !leaf.stays()).count();
  }

  @Test
  void theLiveliestHaveALineEachAndTheOthersShareOne() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      for (int round = 0; round < 4; round++) {
        for (int file = 0; file < 14; file++) {
          if (round == 0 || file < 3) {
            desk.write("f" + file + ".txt", "text " + round + " of " + file);
          }
        }
        desk.write("a/same.txt", "same " + round);
        desk.write("b/same.txt", "same, too " + round);
        desk.capture();
      }
      NamedPlan plan = ReadyPlans.firstChoice(ZoneOffset.UTC, DayOfWeek.MONDAY);
      KeepField.DrawnField field = drawn(desk, plan);
      List<String> names = field.rows().stream().map(KeepField.FieldRow::name).toList();
      assertThat(names).hasSize(10).contains("a/same.txt", "b/same.txt", "f0.txt");
      assertThat(field.rows().get(0).leaves()).hasSize(4);
      assertThat(field.rows().get(0).leaves().get(3).current()).isTrue();
      assertThat(field.rows().get(9).leaves())
          .as("one place stands for all others of that time")
          .hasSize(1);
      assertThat(going(field.rows().get(9))).isZero();
      assertThat(field.oldest()).isEqualTo(TestDesk.START.plus(Duration.ofHours(1)));
    }
  }
}
