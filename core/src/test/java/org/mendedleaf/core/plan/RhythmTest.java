package org.mendedleaf.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** When it is time for the next capture. */
class RhythmTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "every 20 minutes            | 2026-03-12T17:30 | 2026-03-12T17:50",
        "every 2 hours               | 2026-03-12T23:30 | 2026-03-13T01:30",
        "at 12:30 and 18:00          | 2026-03-12T17:30 | 2026-03-12T18:00",
        "at 12:30, 18:00 every day   | 2026-03-12T18:00 | 2026-03-13T12:30",
        "at 18:00 on weekdays        | 2026-03-13T18:00 | 2026-03-16T18:00",
        "at 9:00 on monday, thursday | 2026-03-12T09:30 | 2026-03-16T09:00",
        "at 7:15 on sunday           | 2026-03-15T07:15 | 2026-03-22T07:15",
        // The clock goes forward at one on 29 March: half past one is half past two.
        "at 1:30                     | 2026-03-28T12:00 | 2026-03-29T02:30",
      })
  void theNextTime(String sentence, LocalDateTime last, LocalDateTime next) {
    Rhythm rhythm = Rhythm.parse(sentence).orElseThrow();
    assertThat(rhythm.next(at(last), LISBON)).contains(at(next));
    assertThat(Rhythm.parse(rhythm.sentence())).contains(rhythm);
  }

  private static Instant at(LocalDateTime time) {
    return time.atZone(LISBON).toInstant();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "every", "every 0 minutes", "at 25:00", "at noon", "at 9:00 on Caturday"})
  void whatIsNoRhythm(String sentence) {
    assertThat(Rhythm.parse(sentence)).isEmpty();
  }

  @Test
  void byHandIsNeverDue() {
    assertThat(Rhythm.byHand().next(Instant.EPOCH, LISBON)).isEmpty();
    assertThat(Rhythm.parse(Rhythm.byHand().sentence())).contains(Rhythm.byHand());
  }
}
