package org.mendedleaf.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;

class ShownTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
  private static final Instant NOW = Instant.parse("2026-03-12T17:30:00Z");

  @Test
  void momentsAreNamedByTheirDay() {
    assertThat(Shown.moment(Instant.parse("2026-03-12T08:41:00Z"), NOW, LISBON))
        .isEqualTo("today 08:41");
    assertThat(Shown.moment(Instant.parse("2026-03-11T09:12:00Z"), NOW, LISBON))
        .isEqualTo("yesterday 09:12");
    assertThat(Shown.moment(Instant.parse("2026-03-10T16:20:00Z"), NOW, LISBON))
        .isEqualTo("Tue 10 Mar 16:20");
    assertThat(Shown.moment(Instant.parse("2025-11-17T07:50:00Z"), NOW, LISBON))
        .isEqualTo("Mon 17 Nov ’25 07:50");
  }

  @Test
  void agesUseTheLargestUnitThatStillTells() {
    assertThat(Shown.since(NOW.minusSeconds(20), NOW)).isEqualTo("under a minute");
    assertThat(Shown.since(NOW.minus(Duration.ofMinutes(59)), NOW)).isEqualTo("59 min");
    assertThat(Shown.since(NOW.minus(Duration.ofHours(23)), NOW)).isEqualTo("23 h");
    assertThat(Shown.since(NOW.minus(Duration.ofDays(1)), NOW)).isEqualTo("1 day");
    assertThat(Shown.since(NOW.minus(Duration.ofDays(100)), NOW)).isEqualTo("3 months");
  }

  @Test
  void sizesAreInUnitsOfAThousand() {
    assertThat(Shown.size(0)).isEqualTo("0 bytes");
    assertThat(Shown.size(1)).isEqualTo("1 byte");
    assertThat(Shown.size(18_400)).isEqualTo("18.4 KB");
    assertThat(Shown.size(3_100_000)).isEqualTo("3.1 MB");
    assertThat(Shown.exact(1_234_567)).isEqualTo("1\u2009234\u2009567 bytes");
  }
}
