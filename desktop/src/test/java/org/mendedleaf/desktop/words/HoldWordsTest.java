package org.mendedleaf.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A hold is typed as its reason alone, or with its last day before it. */
class HoldWordsTest {

  private static final Optional<Instant> END = Optional.of(Instant.parse("2027-02-01T00:00:00Z"));

  private static HoldWords.TypedHold read(String typed) {
    return HoldWords.read(typed, ZoneOffset.UTC);
  }

  @Test
  void aDayBeforeTheReasonIsTheLastOne() {
    assertThat(read("until 2027-01-31: for the insurer"))
        .isEqualTo(new HoldWords.TypedHold("for the insurer", END));
    assertThat(read("Until 2027-01-31 for the insurer"))
        .isEqualTo(new HoldWords.TypedHold("for the insurer", END));
  }

  @Test
  void anythingElseIsTheReason() {
    for (String typed :
        new String[] {
          "for the insurer", "until spring", "until 2027-02-31: no such day", "until 2027-01-31"
        }) {
      assertThat(read(typed)).isEqualTo(new HoldWords.TypedHold(typed, Optional.empty()));
    }
  }
}
