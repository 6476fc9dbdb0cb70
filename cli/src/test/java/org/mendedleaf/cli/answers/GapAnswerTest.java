package org.mendedleaf.cli.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.history.Gap;

/** What is said of changes that cannot be read any more. */
class GapAnswerTest {

  private static final Instant THEN = Instant.parse("2026-03-02T10:00:00Z");

  private static Gap gap(long file, int revision, Instant at, boolean known) {
    return new Gap(7, at, OptionalLong.of(file), OptionalInt.of(revision), known);
  }

  @Test
  void aFileNamesTheRevisionAndTheTime() {
    assertThat(GapAnswer.ofFile(List.of(), ZoneOffset.UTC)).isEmpty();
    assertThat(GapAnswer.ofFile(List.of(gap(3, 4, THEN, true)), ZoneOffset.UTC))
        .startsWith("r4 ")
        .contains("2 Mar 2026, 10:00")
        .contains("cannot be read");
  }

  @Test
  void aShelfCountsChangesAndFilesOfWhichNothingElseIsKnown() {
    assertThat(GapAnswer.onShelf(List.of(), ZoneOffset.UTC)).isEmpty();
    assertThat(GapAnswer.onShelf(List.of(gap(3, 4, THEN, true)), ZoneOffset.UTC))
        .startsWith("1 change recorded here cannot be read, Mon 2 Mar 2026, 10:00: a part of");
    List<Gap> several =
        List.of(
            gap(3, 0, THEN, false),
            gap(3, 1, THEN.plusSeconds(3600), false),
            gap(5, 2, THEN.plusSeconds(7200), true));
    assertThat(GapAnswer.onShelf(several, ZoneOffset.UTC))
        .startsWith("3 changes recorded here cannot be read, from Mon 2 Mar 2026, 10:00 to Mon 2")
        .contains("of 1 file nothing is known but that it was there");
    assertThat(GapAnswer.ofFile(several, ZoneOffset.UTC)).startsWith("first state ");
  }
}
