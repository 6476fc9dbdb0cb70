package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The map in CONTRIBUTING.md has every package, no other, and its answers are folders. */
class ContributingDocumentTest {

  private static final Path ROOT = Path.of("..");
  private static final String BASE = "org.mendedleaf.";
  private static final Pattern ROOM = Pattern.compile("`([a-z.]+)`");
  private static final Pattern START = Pattern.compile("`([A-Z]\\w+)`");
  private static final Pattern ANSWER = Pattern.compile("\\| `(\\w+/src/[\\w/]+)` \\|");

  @Test
  void theMapHasEveryPackage() throws IOException {
    Set<String> mapped = new TreeSet<>();
    for (String line : section("## The map", "## Where is")) {
      if (line.startsWith("| `")) {
        ROOM.matcher(line.split("\\|", -1)[1])
            .results()
            .forEach(found -> mapped.add(found.group(1)));
      }
    }
    assertThat(mapped).isEqualTo(packages());
  }

  @Test
  void whereToStartIsThere() throws IOException {
    for (String line : section("### core", "### desktop")) {
      if (line.startsWith("| `")) {
        String[] cells = line.split("\\|", -1);
        String room = cells[1].strip().replace("`", "").replace('.', '/');
        START
            .matcher(cells[3])
            .results()
            .forEach(
                type ->
                    assertThat(
                            ROOT.resolve("core/src/main/java/org/mendedleaf")
                                .resolve(room)
                                .resolve(type.group(1) + ".java"))
                        .exists());
      }
    }
  }

  @Test
  void everyAnswerIsOneFolder() throws IOException {
    List<String> answers =
        section("## Where is", "## Where do I").stream()
            .flatMap(line -> ANSWER.matcher(line).results().map(found -> found.group(1)))
            .toList();
    assertThat(answers)
        .hasSizeGreaterThan(3)
        .allSatisfy(one -> assertThat(ROOT.resolve(one)).isDirectory());
  }

  private static List<String> section(String from, String to) throws IOException {
    return Files.readAllLines(ROOT.resolve("CONTRIBUTING.md")).stream()
        .dropWhile(line -> !line.startsWith(from))
        .takeWhile(line -> !line.startsWith(to))
        .toList();
  }

  private static Set<String> packages() throws IOException {
    Set<String> packages = new TreeSet<>();
    for (String module :
        List.of("core", "desktop", "cli", "demo", "app", "bench", "standin", "outside")) {
      Path source = ROOT.resolve(module).resolve("src/main/java");
      try (Stream<Path> files = Files.walk(source)) {
        packages.addAll(
            files
                .filter(file -> file.toString().endsWith(".java"))
                .map(file -> source.relativize(file.getParent()).toString())
                .map(folder -> folder.replace('/', '.').substring(BASE.length()))
                .collect(Collectors.toSet()));
      }
    }
    return packages;
  }
}
