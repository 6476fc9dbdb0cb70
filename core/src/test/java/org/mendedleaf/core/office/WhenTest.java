package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneId;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.desk.SentenceException;

class WhenTest {

  private static final Instant THURSDAY = Instant.parse("2026-03-12T17:30:00Z");
  private final When when = new When(ZoneId.of("Europe/Lisbon"));

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "now                    | 2026-03-12T17:30:00Z",
        "2026-01-02T03:04:05Z   | 2026-01-02T03:04:05Z",
        "2026-03-05T17:00       | 2026-03-05T17:00:00Z",
        "2026-03-05 17:00       | 2026-03-05T17:00:00Z",
        "last thu 17:00         | 2026-03-05T17:00:00Z",
        "Thursday 17.00         | 2026-03-05T17:00:00Z",
        "wed, 9:05              | 2026-03-11T09:05:00Z",
        "16:00                  | 2026-03-12T16:00:00Z",
        "yesterday 8:00         | 2026-03-11T08:00:00Z",
        "yesterday              | 2026-03-11T23:59:59.999999999Z",
        "2026-03-05             | 2026-03-05T23:59:59.999999999Z",
        "2 h ago                | 2026-03-12T15:30:00Z",
        "45 min ago             | 2026-03-12T16:45:00Z",
        "3 days ago             | 2026-03-09T17:30:00Z",
        // the clocks go forward at 01:00 on 29 Mar and back at 02:00 on 25 Oct
        "2026-03-29 01:30       | 2026-03-29T01:30:00Z",
        "2025-10-26 01:30       | 2025-10-26T01:30:00Z"
      })
  void reads(String written, Instant expected) throws Exception {
    assertThat(when.parse(written, THURSDAY)).isEqualTo(expected);
  }

  @ParameterizedTest
  @ValueSource(strings = {"someday", "25:00", "2026-13-01", ""})
  void refuses(String written) {
    assertThatThrownBy(() -> when.parse(written, THURSDAY)).isInstanceOf(SentenceException.class);
  }
}
