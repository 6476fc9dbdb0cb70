package org.mendedleaf.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.plan.Lineage.Said;

/** Every example of {@code docs/keep-rules.md}, by the fast judgement and by the plain model. */
class KeepRulesTest {

  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm");
  private static final Map<String, Said> SAID =
      Map.of(
          "good", Said.KNOWN_GOOD,
          "held", Said.HELD,
          "issued", Said.ISSUED,
          "noted", Said.NOTED,
          "snapshot", Said.IN_SNAPSHOT,
          "doubtful", Said.DOUBTFUL,
          "event", Said.BEFORE_EVENT);

  /** A line of the table. */
  record Example(String number, Lineage file, CarePlan plan, Instant at, String stays) {
    @Override
    public String toString() {
      return number;
    }
  }

  static Stream<Example> examples() throws IOException {
    return Files.readAllLines(Path.of("../docs/keep-rules.md")).stream()
        .filter(line -> line.matches("\\| \\d+ \\|.*"))
        .map(KeepRulesTest::example);
  }

  private static Example example(String line) {
    String[] cells = Arrays.stream(line.split("\\|", -1)).map(String::strip).toArray(String[]::new);
    return new Example(
        cells[1], history(cells[2], cells[4]), plan(cells[3]), time(cells[5]), cells[6]);
  }

  private static Instant time(String text) {
    return LocalDateTime.parse(text, TIME).atZone(LISBON).toInstant();
  }

  private static CarePlan plan(String sentences) {
    List<KeepRule> rules = new ArrayList<>();
    Span removed = CarePlan.REMOVED;
    for (String sentence : sentences.split(" \\+ ", -1)) {
      if (sentence.startsWith("removed files for ")) {
        removed = Span.parse(sentence.substring("removed files for ".length())).orElseThrow();
      } else if (!sentence.equals("none")) {
        rules.add(KeepSentences.parse(sentence).orElseThrow());
      }
    }
    return new CarePlan(LISBON, DayOfWeek.MONDAY, rules, removed);
  }

  private static Lineage history(String name, String text) {
    List<Lineage.KeptRevision> kept = new ArrayList<>();
    for (String event : text.split("; ", -1)) {
      String[] words = event.split(" ", -1);
      Instant at = time(words[1] + " " + words[2]);
      boolean removed = words[0].equals("removed");
      if (!kept.isEmpty() && kept.get(kept.size() - 1).until().isEmpty()) {
        Lineage.KeptRevision last = kept.remove(kept.size() - 1);
        kept.add(
            new Lineage.KeptRevision(
                last.number(), last.from(), Optional.of(at), removed, last.bytes(), last.said()));
      }
      if (!removed) {
        Set<Said> said = EnumSet.noneOf(Said.class);
        Arrays.stream(words).skip(3).map(SAID::get).forEach(said::add);
        int number = Integer.parseInt(words[0].substring(1));
        kept.add(new Lineage.KeptRevision(number, at, Optional.empty(), false, 1000, said));
      }
    }
    return new Lineage(new InnerPath(name), kept);
  }

  @ParameterizedTest
  @MethodSource("examples")
  void staysAsTheDocumentSays(Example example) {
    String judged =
        new Judgement(example.plan(), example.at())
            .of(example.file()).stream()
                .filter(Judgement.Judged::stays)
                .map(one -> "r" + one.number())
                .collect(Collectors.joining(" "));
    assertThat(judged).isEqualTo(example.stays());
    String plainly =
        PlainKeeping.stays(example.file(), example.plan(), example.at()).stream()
            .map(number -> "r" + number)
            .collect(Collectors.joining(" "));
    assertThat(plainly).as("the plain model").isEqualTo(example.stays());
  }
}
