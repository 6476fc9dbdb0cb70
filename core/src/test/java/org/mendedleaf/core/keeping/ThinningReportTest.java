package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.report.Report;

/** What is said of a thinning that was tried or done. */
class ThinningReportTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void fiveRevisionsOfWhichTheNewestTwoStay() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 5; i++) {
      desk.write("price list.csv", "jib;%d\n".formatted(400 + i).repeat(100));
      desk.capture();
      desk.clock().forward(Duration.ofDays(1));
    }
    choose("the newest 2");
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private void choose(String rule) throws Exception {
    String json = "{\"name\":\"Lean\",\"keep\":[\"%s\"],\"grace\":\"10 days\"}".formatted(rule);
    var unused =
        desk.office().plans().choose(desk.shelf(), PlanFormat.decode(json, ZoneOffset.UTC));
  }

  private Thinnings.RehearsedThinning rehearsed() throws Exception {
    return desk.office().thinnings().rehearse(desk.shelf(), desk.clock().instant());
  }

  private static List<String> fates(Report report) {
    return report.rows().stream().map(row -> row.get(3)).toList();
  }

  @Test
  void aRehearsalSaysThatNothingWasDoneAndWhyWhatStaysStays() throws Exception {
    Report report = ThinningReport.of(rehearsed(), LISBON);
    assertThat(report.title()).isEqualTo("Rehearsal of a thinning of Desk of home");
    assertThat(report.said())
        .containsExactly(
            "Desk of home, Sat 7 Mar 2026, 13:00 (Europe/Lisbon), care plan “Lean”. Nothing was done.",
            "2 revisions stay.",
            "2 because the plan keeps the newest 2",
            "1 because it is current",
            "1 because it is the newest good one");
    assertThat(report.rows()).hasSize(3);
    assertThat(report.rows().get(0))
        .containsExactly(
            "price list.csv", "first state", "800", "on notice until Tue 17 Mar 2026, 13:00");
  }

  @Test
  void whatWasDoneSaysWhatBecameOfEach() throws Exception {
    assertThat(
            fates(ThinningReport.of(desk.office().thinnings().thin(desk.shelf(), false), LISBON)))
        .hasSize(3)
        .allMatch(fate -> fate.startsWith("on notice until Tue 17 Mar"));
    desk.clock().forward(Duration.ofDays(1));
    assertThat(fates(ThinningReport.of(rehearsed(), ZoneOffset.UTC)))
        .containsOnly("on notice already, until Tue 17 Mar 2026, 13:00");
    choose("the newest 4");
    assertThat(fates(ThinningReport.of(rehearsed(), ZoneOffset.UTC)))
        .contains("was on notice, is kept after all");

    choose("the newest 2");
    desk.clock().forward(Duration.ofDays(10));
    Thinnings.Thinned done = desk.office().thinnings().thin(desk.shelf(), false);
    Report report = ThinningReport.of(done, LISBON);
    assertThat(fates(report)).hasSize(3).containsOnly("its grace time is over: erased");
    assertThat(report.title()).startsWith("Thinning of");
    assertThat(report.said().get(0))
        .endsWith("The store’s files are %,d bytes smaller.".formatted(done.freed()));
  }
}
