package org.mendedleaf.desktop.drawings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class MomentRibbonLayoutTest {

  private static final Instant NOW = Instant.parse("2026-03-12T17:30:00Z");

  private static MomentRibbon.RibbonChange change(int daysAgo, long saved, long removed) {
    return new MomentRibbon.RibbonChange(NOW.minus(Duration.ofDays(daysAgo)), saved, removed);
  }

  private static MomentRibbonLayout layout(List<MomentRibbon.RibbonChange> changes) {
    return new MomentRibbonLayout(changes, NOW, ZoneOffset.UTC, 0, 800);
  }

  @Test
  void everyDayHasAPlaceAsLongAsThereIsRoom() {
    List<MomentRibbon.RibbonChange> changes =
        List.of(change(9, 40, 0), change(3, 1, 0), change(3, 3, 0), change(1, 0, 2));
    MomentRibbonLayout layout = layout(changes);

    assertThat(layout.spans()).isEqualTo(10);
    List<MomentRibbonLayout.PlacedBar> placed = layout.place(changes);
    assertThat(placed).extracting(MomentRibbonLayout.PlacedBar::saved).containsExactly(40L, 4L, 0L);
    assertThat(placed.get(2).length()).as("nothing was saved").isZero();
    assertThat(placed.get(2).removed()).isEqualTo(2);
  }

  @Test
  void theFirstCaptureDoesNotMakeAllOtherDaysLookAlike() {
    List<MomentRibbon.RibbonChange> changes =
        List.of(change(9, 50_000, 0), change(3, 16, 0), change(2, 4, 0));
    List<MomentRibbonLayout.PlacedBar> placed = layout(changes).place(changes);
    double shortest = placed.get(2).length();
    double longest = placed.get(1).length();
    assertThat(longest).isEqualTo(placed.get(0).length());
    assertThat(shortest).isLessThan(longest * 0.7);
  }

  @Test
  void manyYearsShareTheRoom() {
    List<MomentRibbon.RibbonChange> changes = new ArrayList<>();
    for (int day = 4000; day >= 0; day--) {
      changes.add(change(day, 1, 0));
    }
    MomentRibbonLayout layout = layout(changes);
    assertThat(layout.spans()).isLessThanOrEqualTo(100);
    assertThat(layout.place(changes).stream().mapToLong(MomentRibbonLayout.PlacedBar::saved).sum())
        .isEqualTo(4001);
  }

  @Test
  void whatIsClickedIsTheEndOfItsDayAndStandsWhereItWasClicked() {
    MomentRibbonLayout layout = layout(List.of(change(9, 1, 0)));
    for (double x = 1; x < 800; x += 37) {
      Instant at = layout.at(x);
      assertThat(layout.x(at)).isBetween(x, x + 81);
      assertThat(at.plusNanos(1).atOffset(ZoneOffset.UTC).getHour()).isZero();
    }
    assertThat(layout.at(799)).isAfter(NOW);
    assertThat(layout.at(-50)).isEqualTo(layout.at(0));
  }

  @Test
  void aShelfWithoutAnyChangeHasOneDay() {
    MomentRibbonLayout layout = layout(List.of());
    assertThat(layout.spans()).isEqualTo(1);
    assertThat(layout.place(List.of())).isEmpty();
  }
}
