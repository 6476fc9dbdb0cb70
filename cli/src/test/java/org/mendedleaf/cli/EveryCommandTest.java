package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.answers.Exit;
import picocli.CommandLine;

/**
 * One day in an office, typed: each command answers as it should, and each says in one sentence why
 * it does nothing. The day is written in every-command.tsv; a command that is not in it fails.
 */
class EveryCommandTest {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|(\\S+)");

  @TempDir Path base;

  /**
   * What a line of the day says: done or not, what is typed, and what is to be found in the answer.
   */
  private record DayLine(String what, List<String> words, String expected) {

    static DayLine of(String line) {
      String[] parts = line.split("\t", -1);
      List<String> words = new ArrayList<>();
      Matcher word = WORD.matcher(parts[1]);
      while (word.find()) {
        words.add(word.group(1) == null ? word.group(2) : word.group(1));
      }
      return new DayLine(parts[0], words, parts[2]);
    }
  }

  private static List<DayLine> day() throws IOException {
    try (InputStream in =
        Objects.requireNonNull(EveryCommandTest.class.getResourceAsStream("every-command.tsv"))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(line -> !line.isBlank() && !line.startsWith("#"))
          .map(DayLine::of)
          .toList();
    }
  }

  @Test
  void eachAnswersAndEachSaysWhyItDoesNothing() throws Exception {
    Typed typed = new Typed(base);
    // Told all at once: they come one after another, and a day takes a while.
    SoftAssertions told = new SoftAssertions();
    for (DayLine line : day()) {
      told.check(() -> live(typed, line));
    }
    told.assertAll();
  }

  private void live(Typed typed, DayLine line) throws IOException {
    switch (line.what()) {
      case "gone" -> Files.move(base.resolve(line.words().get(0)), base.resolve("away"));
      case "away" -> remove(base.resolve(line.words().get(0)));
      case "file" -> write(line.words().get(0), line.expected());
      case "done" -> answered(typed, line);
      case "damage" -> answered(typed.run(array(line.words(), "--json")), Exit.DAMAGE, line);
      case "neighbour" -> answered(typed.onDesk("neighbour"), line);
      case "text" ->
          assertThat(typed.done(array(line.words())).text())
              .as(String.join(" ", line.words()))
              .contains(line.expected());
      default -> refused(typed, line);
    }
  }

  private static void remove(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(one);
      }
    }
  }

  private void write(String name, String text) throws IOException {
    Path file = base.resolve(name);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  private static String[] array(List<String> words, String... more) {
    List<String> all = new ArrayList<>(words);
    all.addAll(List.of(more));
    return all.toArray(String[]::new);
  }

  private void answered(Typed typed, DayLine line) throws IOException {
    answered(typed.run(array(line.words(), "--json")), Exit.DONE, line);
  }

  /** The expected is written as /pointer=value. */
  private void answered(Typed.Ran ran, int exit, DayLine line) throws IOException {
    assertThat(ran.exit()).as("%s: %s", line.words(), ran.err()).isEqualTo(exit);
    JsonNode answer = JSON.readTree(ran.out());
    String[] parts = line.expected().split("=", 2);
    assertThat(answer.at(parts[0]).asText())
        .as("%s of %s: %s", parts[0], line.words(), answer)
        .isEqualTo(parts[1].replace("BASE", base.toString()));
  }

  /** Nothing is printed but one sentence; the exit code is that of the line. */
  private static void refused(Typed typed, DayLine line) throws IOException {
    int exit = line.what().equals("wrong") ? Exit.WRONG_USAGE : Exit.NOT_DONE;
    Typed.Ran plain = typed.run(array(line.words()));
    assertThat(plain.exit()).as("%s: %s", line.words(), plain.err()).isEqualTo(exit);
    assertThat(plain.err()).contains(line.expected()).doesNotContain("Exception");
    Typed.Ran asked = typed.run(array(line.words(), "--json"));
    assertThat(asked.exit()).isEqualTo(exit);
    JsonNode object = JSON.readTree(asked.out());
    assertThat(object.at("/error").asText()).as("%s: %s", line.words(), object).isNotBlank();
    assertThat(object.at("/exit").asInt()).isEqualTo(exit);
  }

  @Test
  void noCommandIsForgotten() throws Exception {
    Set<String> all = new TreeSet<>();
    collect(
        MendedLeafCommand.commandLine(
            new Terminal(System.out, System.err, base), OfficeOpener.FRESH),
        "",
        all);
    Set<String> answered = new TreeSet<>();
    Set<String> refused = new TreeSet<>();
    for (DayLine line : day()) {
      Set<String> into =
          switch (line.what()) {
            case "done", "neighbour", "text", "damage" -> answered;
            case "file" -> new TreeSet<>();
            default -> refused;
          };
      String two = String.join(" ", line.words().subList(0, Math.min(2, line.words().size())));
      into.add(all.contains(two) ? two : line.words().get(0));
    }
    // It answers where a drive cannot tell whose turn it is, which CaptureFaultsTest has.
    answered.add("store take-over");
    assertThat(answered).as("with an answer").containsAll(all);
    assertThat(refused).as("with a failure").containsAll(all);
  }

  private static void collect(CommandLine line, String above, Set<String> all) {
    line.getSubcommands()
        .forEach(
            (name, sub) -> {
              String words = (above + " " + name).strip();
              if (sub.getSubcommands().isEmpty()) {
                all.add(words);
              }
              collect(sub, words, all);
            });
  }
}
