package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Each test that docs/reliability.md names for a promise is there. */
class ReliabilityDocumentTest {

  private static final Pattern NAMED = Pattern.compile("`(\\w+Test)(?:\\.(\\w+))?`");

  @Test
  void everyPromiseHasTheTestThatItNames() throws IOException {
    Map<String, String> tests = new HashMap<>();
    for (String module : new String[] {"core", "cli", "desktop", "demo", "app"}) {
      try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "test", "java"))) {
        for (Path file : files.filter(one -> one.toString().endsWith("Test.java")).toList()) {
          tests.put(file.getFileName().toString().replace(".java", ""), Files.readString(file));
        }
      }
    }
    int named = 0;
    for (String line : Files.readAllLines(Path.of("..", "docs", "reliability.md"))) {
      Matcher matcher = NAMED.matcher(line);
      boolean isPromise = line.startsWith("| ") && !line.startsWith("| promise");
      assertThat(matcher.results().findAny().isPresent() || !isPromise).as(line).isTrue();
      for (matcher.reset(); matcher.find(); named++) {
        assertThat(tests).containsKey(matcher.group(1));
        if (matcher.group(2) != null) {
          assertThat(tests.get(matcher.group(1))).as(line).contains("void " + matcher.group(2));
        }
      }
    }
    assertThat(named).isGreaterThan(40);
  }

  @Test
  void theLastWholeRunOfEachKindOfAttackIsThere() throws IOException {
    List<String> kinds = new ArrayList<>();
    for (String line : Files.readAllLines(Path.of("..", "docs", "attacks.tsv"))) {
      String[] columns = line.split("\t", -1);
      if (!columns[0].equals("kind")) {
        kinds.add(columns[0]);
        assertThat(Integer.parseInt(columns[3]))
            .as("ran of " + line)
            .isGreaterThanOrEqualTo(Integer.parseInt(columns[2]));
        assertThat(columns[4]).as("fell of " + line).isEqualTo("0");
      }
    }
    assertThat(kinds)
        .containsExactlyInAnyOrder(
            "damage", "kills", "names", "clocks", "troubles", "neighbours", "wrong use");
  }
}
