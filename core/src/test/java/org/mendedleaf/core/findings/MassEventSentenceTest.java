package org.mendedleaf.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class MassEventSentenceTest {

  private static final Instant FROM = Instant.parse("2026-03-11T18:43:00Z");

  private static String sentence(int damaged, int scrambled, int removed, Duration took) {
    return MassEventSentence.of(
        new MassEvent(
            1, 31, 34, FROM, FROM.plus(took), damaged, scrambled, removed, Optional.empty()));
  }

  @Test
  void oneKindOfHarmIsSaidOfTheFiles() {
    assertThat(sentence(0, 31, 0, Duration.ofSeconds(200)))
        .isEqualTo("31 files were scrambled and given other names within 4 minutes.");
    assertThat(sentence(0, 0, 12, Duration.ZERO)).isEqualTo("12 files were removed at once.");
    assertThat(sentence(10, 0, 0, Duration.ofSeconds(20)))
        .isEqualTo("10 files were damaged within a minute.");
  }

  @Test
  void severalKindsAreToldApart() {
    assertThat(sentence(1, 20, 3, Duration.ofMinutes(2)))
        .isEqualTo(
            "Of 24 files, 20 were scrambled and given other names, 1 was damaged and 3 were removed within 2 minutes.");
  }

  /** What ended before it began, or goes on, was not ended by it. */
  @Test
  void onlyWhatStoodBeforeAndEndedInItWasEndedByIt() {
    MassEvent event =
        new MassEvent(1, 31, 34, FROM, FROM.plusSeconds(60), 12, 0, 0, Optional.empty());
    Instant before = FROM.minusSeconds(1);
    assertThat(event.ended(before, Optional.of(FROM))).isTrue();
    assertThat(event.ended(before, Optional.of(FROM.plusSeconds(60)))).isTrue();
    assertThat(event.ended(before, Optional.of(before))).isFalse();
    assertThat(event.ended(before, Optional.of(FROM.plusSeconds(61)))).isFalse();
    assertThat(event.ended(before, Optional.empty())).isFalse();
    assertThat(event.ended(FROM, Optional.of(FROM.plusSeconds(9)))).isFalse();
  }
}
