package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * A name is said of one type only, in the whole program, whether or not it lies in another type.
 * The members of a closed family may be called like something else: they are written with the
 * family's name before their own.
 */
class SimpleNamesTest {

  private static final Pattern DECLARED =
      Pattern.compile(
          "^ *(?:(?:public|private|protected|static|final|abstract|sealed|non-sealed) +)*"
              + "(?:class|record|enum|interface) +(\\w+)(\\s*[<({][^;]*?\\{|[^;{(]*\\{)",
          Pattern.MULTILINE);

  private static final Pattern CLOSED = Pattern.compile("\\bsealed +interface +(\\w+)");

  private static final Pattern SAID_OTHERWISE =
      Pattern.compile("\"\"\".*?\"\"\"|/\\*.*?\\*/|//[^\\n]*", Pattern.DOTALL);

  private final Map<String, List<String>> seen = new HashMap<>();

  @Test
  void noTwoTypesHaveOneName() throws IOException {
    for (String module :
        List.of("core", "desktop", "cli", "demo", "app", "bench", "standin", "outside")) {
      try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
        for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
          look(file);
        }
      }
    }
    assertThat(seen).hasSizeGreaterThan(1000);
    seen.values().removeIf(places -> places.size() == 1);
    assertThat(seen).as("names that more than one type has").isEmpty();
  }

  private void look(Path file) throws IOException {
    String code = SAID_OTHERWISE.matcher(Files.readString(file)).replaceAll("");
    Set<String> families = new HashSet<>();
    CLOSED.matcher(code).results().map(found -> found.group(1)).forEach(families::add);
    for (MatchResult found : DECLARED.matcher(code).results().toList()) {
      if (!isOfOneOf(families, found.group(2))) {
        seen.computeIfAbsent(found.group(1), name -> new ArrayList<>())
            .add(file.getFileName().toString());
      }
    }
  }

  private static boolean isOfOneOf(Set<String> families, String rest) {
    return Pattern.compile("\\b(?:implements|extends)\\b[^{]*")
        .matcher(rest)
        .results()
        .anyMatch(
            of -> families.stream().anyMatch(one -> of.group().matches(".*\\b" + one + "\\b.*")));
  }
}
