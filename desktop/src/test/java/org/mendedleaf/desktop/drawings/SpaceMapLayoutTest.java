package org.mendedleaf.desktop.drawings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Where the space map and the keep field put things. */
class SpaceMapLayoutTest {

  @Test
  void eachPartIsAsLargeAsItsShareAndNoneLiesOnAnother() {
    Random random = new Random(4);
    for (int round = 0; round < 50; round++) {
      List<Double> sizes = new ArrayList<>();
      for (int i = 0; i < 1 + random.nextInt(40); i++) {
        sizes.add(Math.exp(random.nextDouble() * 9));
      }
      sizes.sort(Comparator.reverseOrder());
      List<SpaceMapLayout.MapPart> parts = SpaceMapLayout.divide(sizes, 900, 300);
      double sum = sizes.stream().mapToDouble(size -> size).sum();
      assertThat(parts).hasSameSizeAs(sizes);
      for (int i = 0; i < parts.size(); i++) {
        SpaceMapLayout.MapPart part = parts.get(i);
        assertThat(part.width() * part.height())
            .isCloseTo(sizes.get(i) / sum * 900 * 300, within(0.01));
        assertThat(part.x()).isGreaterThanOrEqualTo(-1e-6);
        assertThat(part.x() + part.width()).isLessThanOrEqualTo(900.0001);
        assertThat(part.y() + part.height()).isLessThanOrEqualTo(300.0001);
        for (SpaceMapLayout.MapPart other : parts.subList(0, i)) {
          boolean apart =
              other.x() + other.width() <= part.x() + 1e-6
                  || part.x() + part.width() <= other.x() + 1e-6
                  || other.y() + other.height() <= part.y() + 1e-6
                  || part.y() + part.height() <= other.y() + 1e-6;
          assertThat(apart).isTrue();
        }
      }
    }
    assertThat(SpaceMapLayout.divide(List.of(), 900, 300)).isEmpty();
  }

  @Test
  void theKeepScaleWidensTowardNowAndHasRoomForTheOldest() {
    Instant now = Instant.parse("2026-03-12T17:30:00Z");
    for (int days : new int[] {1, 20, 117, 400, 3000, 20_000}) {
      Instant oldest = now.minus(Duration.ofDays(days));
      KeepScale scale = new KeepScale(now, oldest);
      assertThat(scale.place(now)).isEqualTo(1);
      assertThat(scale.place(oldest)).isBetween(0.0, 0.95);
      double before = 2;
      for (int day = 0; day <= days; day += Math.max(1, days / 50)) {
        double place = scale.place(now.minus(Duration.ofDays(day)));
        assertThat(place).isLessThanOrEqualTo(before);
        before = place;
      }
    }
  }

  @Test
  void leavesThatWouldOverlapAreBundledAndNoneIsForgotten() {
    Instant now = Instant.parse("2026-03-12T17:30:00Z");
    KeepScale scale = new KeepScale(now, now.minus(Duration.ofDays(60)));
    List<KeepField.FieldLeaf> leaves = new ArrayList<>();
    for (int i = 0; i < 2000; i++) {
      leaves.add(
          new KeepField.FieldLeaf(
              now.minus(Duration.ofMinutes(40L * i)), i % 3 == 0, i == 0, false));
    }
    List<KeepFieldLayout.PlacedFieldLeaf> placed = new KeepFieldLayout(scale, 0, 400).place(leaves);
    assertThat(placed.size()).isLessThan(400 / 5);
    assertThat(placed.stream().mapToInt(one -> one.staying() + one.going()).sum()).isEqualTo(2000);
    assertThat(placed.get(placed.size() - 1).current()).isTrue();
  }
}
