package org.mendedleaf.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Plans as files, and the sentences in them. */
class PlanFileTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");

  @Test
  void theExampleOfTheDocumentIsReadAndWrittenAgain() throws Exception {
    String page = Files.readString(Path.of("../docs/care-plans.md"));
    Matcher example = Pattern.compile("```json\\n(.*?)```", Pattern.DOTALL).matcher(page);
    assertThat(example.find()).isTrue();
    NamedPlan plan = PlanFormat.decode(example.group(1), ZoneId.of("UTC"));
    assertThat(plan.rhythm()).isEqualTo(new Rhythm.OnSave());
    assertThat(plan.plan().room()).contains(new Room.Free(10_000_000_000L));
    assertThat(plan.snapshots()).hasSize(1);
    assertThat(PlanFormat.decode(PlanFormat.encode(plan).toString(), ZoneId.of("UTC")))
        .isEqualTo(plan);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"snapshots\": [\"by hand, labelled x, for 1 year\"]}",
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"snapshots\": [\"at 18:00 every day, labelled x, the newest 0\"]}",
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"snapshots\": [\"on save, labelled x, for good\"]}",
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"room\": \"20 GB\"}",
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"room\": \"at most 20 GB free\"}",
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"thinning\": \"on save\"}",
        "{\"name\": \"A\", \"keep\": [\"everything\"], \"room\": \"at most 999999999 TB\"}",
      })
  void whatIsNotUnderstoodIsSaid(String json) {
    assertThatThrownBy(() -> PlanFormat.decode(json, LISBON))
        .isInstanceOf(PlanFormat.PlanException.class)
        .message()
        .isNotBlank();
  }

  /** What would keep less than was meant is refused, with what was most likely meant. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "{\"name\": \"A\", \"keep\": \"keep everything\"}   | has to be a list of texts",
        "{\"name\": \"A\", \"keep\": [\"everything\", 5]}    | has to be a list of texts",
        "{\"name\": \"A\", \"keeps\": [\"everything\"]}      | most likely “keep” is meant",
        "{\"name\": \"A\", \"Keep\": [\"everything\"]}       | most likely “keep” is meant",
        "{\"name\": \"A\", \"removeFor\": \"9 days\", \"keep\": [\"everything\"]} | “removedFor” is meant",
        "{\"name\": \"A\", \"colour\": 1, \"keep\": [\"everything\"]} | no field “colour”; it has name",
        "{\"name\": \"A\", \"grace\": 30, \"keep\": [\"everything\"]} | “grace” has to be a text",
        "{\"name\": null, \"keep\": [\"everything\"]}         | “name” has to be a text",
        "{\"name\": \"A\"}                                  | does not say what it keeps",
        "{\"name\": \"A\", \"keep\": []}                    | does not say what it keeps",
        "{\"name\": \"A\", \"keepsNothing\": true, \"keep\": [\"everything\"]} | says both",
        "[]                                             | no JSON object",
      })
  void aPlanIsNeverGuessed(String json, String said) {
    assertThatThrownBy(() -> PlanFormat.decode(json, LISBON))
        .isInstanceOf(PlanFormat.PlanException.class)
        .hasMessageContaining(said);
  }

  @Test
  void aPlanThatKeepsNothingSaysSo() throws Exception {
    NamedPlan plan = PlanFormat.decode("{\"name\": \"A\", \"keepsNothing\": true}", LISBON);
    assertThat(plan.keepsNothing()).isTrue();
    assertThat(PlanFormat.decode(PlanFormat.encode(plan).toString(), LISBON)).isEqualTo(plan);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Week {week}      | 2026-03-13T17:30 | Week 11",
        "Week {week}      | 2027-01-01T09:00 | Week 53",
        "{month} {year}   | 2026-03-13T17:30 | March 2026",
        "end of {date}    | 2026-03-29T23:59 | end of 2026-03-29",
        "{date} at {time} | 2026-03-13T07:05 | 2026-03-13 at 07:05",
      })
  void aLabelSaysItsMoment(String label, LocalDateTime at, String wanted) {
    SnapshotTimes times =
        SnapshotTimes.parse("at 17:30 on Friday, labelled " + label + ", for 1 year").orElseThrow();
    Instant moment = at.atZone(LISBON).toInstant();
    CarePlan plan = new CarePlan(LISBON, DayOfWeek.MONDAY, java.util.List.of(), CarePlan.REMOVED);
    assertThat(times.label(moment, plan)).isEqualTo(wanted);
    assertThat(times.labels(wanted)).isTrue();
    assertThat(times.labels(wanted + " (2)")).as("a second one").isTrue();
    assertThat(times.labels("before the " + wanted)).isFalse();
    assertThat(SnapshotTimes.parse(times.sentence())).contains(times);
  }

  @Test
  void theNextThreeTimesAreTold() {
    SnapshotTimes times =
        SnapshotTimes.parse("at 9:00 on Monday, labelled {date}, the newest 3").orElseThrow();
    CarePlan plan = new CarePlan(LISBON, DayOfWeek.MONDAY, java.util.List.of(), CarePlan.REMOVED);
    assertThat(times.next(Instant.parse("2026-03-12T17:30:00Z"), plan, 3))
        .containsExactly(
            Instant.parse("2026-03-16T09:00:00Z"),
            Instant.parse("2026-03-23T09:00:00Z"),
            Instant.parse("2026-03-30T08:00:00Z"));
    assertThat(times.kept()).isEqualTo(new SnapshotTimes.Newest(3));
    assertThat(SnapshotTimes.parse("every 2 hours, labelled a, b, for good").orElseThrow().kept())
        .isEqualTo(new SnapshotTimes.For(Optional.empty()));
  }
}
