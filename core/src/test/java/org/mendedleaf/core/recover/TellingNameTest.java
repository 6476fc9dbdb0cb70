package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Names that say which state a copy is. */
class TellingNameTest {

  @Test
  void aTellingNameFitsIntoWhatNamesMayHave() {
    String long255 = "é".repeat(125) + ".html";
    String told =
        TellingName.of(
            long255,
            15,
            java.time.Instant.parse("2026-03-10T16:20:00Z"),
            java.time.ZoneOffset.UTC,
            1);
    assertThat(told).endsWith(" (r15, 10 Mar 2026 16.20).html");
    assertThat(told.getBytes(java.nio.charset.StandardCharsets.UTF_8).length)
        .isLessThanOrEqualTo(255);
    assertThat(TellingName.of("plan", 0, java.time.Instant.EPOCH, java.time.ZoneOffset.UTC, 2))
        .isEqualTo("plan (first state, 1 Jan 1970 00.00, 2)");
  }
}
