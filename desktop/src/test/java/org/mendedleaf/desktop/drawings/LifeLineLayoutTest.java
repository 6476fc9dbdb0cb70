package org.mendedleaf.desktop.drawings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;

class LifeLineLayoutTest {

  private static final Instant START = Instant.parse("2026-01-05T09:00:00Z");

  private static Leaf leaf(int number, Duration after, long size) {
    return new Leaf(
        number, START.plus(after), size, OptionalInt.empty(), false, false, false, false, "");
  }

  private static List<Leaf> hourly(int count) {
    List<Leaf> leaves = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      leaves.add(leaf(i, Duration.ofHours(i), 1000));
    }
    return leaves;
  }

  @Test
  void leavesKeepTheirOrderAndStayInside() {
    var places = LifeLineLayout.place(hourly(30), Set.of(), 20, 900);
    assertThat(places.leaves()).hasSize(30);
    assertThat(places.leaves())
        .extracting(LifeLineLayout.PlacedLeaf::x)
        .isSorted()
        .allMatch(x -> x >= 20 && x <= 900.001);
  }

  @Test
  void twoThousandRevisionsAreBundledSoThatEachBundleHasRoom() {
    var places = LifeLineLayout.place(hourly(2000), Set.of(), 20, 1000);
    assertThat(places.leaves().stream().mapToInt(LifeLineLayout.PlacedLeaf::bundled).sum())
        .isEqualTo(2000);
    for (int i = 1; i < places.leaves().size(); i++) {
      double gap = places.leaves().get(i).x() - places.leaves().get(i - 1).x();
      assertThat(gap).isGreaterThanOrEqualTo(LifeLineLayout.LEAST_ROOM - 0.5);
    }
  }

  @Test
  void aLongQuietTimeIsCutShortAndMarked() {
    List<Leaf> leaves = new ArrayList<>(hourly(6));
    leaves.add(leaf(6, Duration.ofDays(200), 1000));
    leaves.add(leaf(7, Duration.ofDays(200).plusHours(1), 1000));
    var places = LifeLineLayout.place(leaves, Set.of(), 0, 1000);
    assertThat(places.breaks()).hasSize(1);
    double first = places.leaves().get(1).x() - places.leaves().get(0).x();
    assertThat(first).as("the busy time keeps its room").isGreaterThan(60);
  }

  @Test
  void aSmallDifferenceIsNotDrawnAsALargeOne() {
    var places =
        LifeLineLayout.place(
            List.of(leaf(0, Duration.ZERO, 1000), leaf(1, Duration.ofHours(1), 1040)),
            Set.of(),
            0,
            500);
    double difference = places.leaves().get(1).length() - places.leaves().get(0).length();
    assertThat(difference).isBetween(0.1, 3.0);
  }

  @Test
  void aDoubledSizeIsSeenAndToldAsChange() {
    var places =
        LifeLineLayout.place(
            List.of(leaf(0, Duration.ZERO, 1000), leaf(1, Duration.ofHours(1), 2180)),
            Set.of(),
            0,
            500);
    assertThat(places.leaves().get(1).change())
        .isEqualTo(1.18, org.assertj.core.data.Offset.offset(1e-9));
    assertThat(places.leaves().get(1).length())
        .isGreaterThan(places.leaves().get(0).length() * 1.4);
  }

  @Test
  void whatWasSavedInOneSittingIsOneLeafThatOpensWhenItIsChosen() {
    List<Leaf> leaves = new ArrayList<>(hourly(2));
    for (int i = 0; i < 6; i++) {
      leaves.add(leaf(2 + i, Duration.ofHours(4).plusMinutes(i * 10L), 1000 + i));
    }
    leaves.add(leaf(8, Duration.ofHours(5).plusMinutes(2), 4000));
    var shut = LifeLineLayout.place(leaves, Set.of(0), 20, 900);
    assertThat(shut.leaves())
        .extracting(LifeLineLayout.PlacedLeaf::bundled)
        .as("a jump in size stands alone")
        .containsExactly(1, 1, 6, 1);
    assertThat(shut.leaves().get(2).leaf().number()).isEqualTo(7);
    var open = LifeLineLayout.place(leaves, Set.of(4), 20, 900);
    assertThat(open.leaves()).hasSize(9).allMatch(placed -> placed.bundled() == 1);
  }
}
