package org.mendedleaf.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Texts lie beside the pages that say them. */
class WordsTest {

  private static final Path CODE = Path.of("src/main/java/org/mendedleaf/desktop");
  private static final Path TEXTS = Path.of("src/main/resources/org/mendedleaf/desktop");
  private static final Pattern QUOTED = Pattern.compile("\"([a-zA-Z][\\w.-]*)\"");

  /** What the code of each package says in quotes. */
  private static final Map<String, Set<String>> QUOTES = new HashMap<>();

  @BeforeAll
  static void readTheCode() throws IOException {
    try (Stream<Path> files = Files.walk(CODE)) {
      for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
        Set<String> quotes =
            QUOTES.computeIfAbsent(
                CODE.relativize(file).getName(0).toString(), area -> new HashSet<>());
        QUOTED
            .matcher(Files.readString(file))
            .results()
            .forEach(found -> quotes.add(found.group(1)));
      }
    }
  }

  /** The packages that say a text; a key may be put together from its beginning. */
  private static Set<String> saying(String key) {
    Set<String> exactly = quoting(key);
    exactly.addAll(quoting(key.replaceFirst("\\.(one|many)$", "")));
    String beginning = key;
    while (exactly.isEmpty() && beginning.contains(".")) {
      beginning = beginning.substring(0, beginning.lastIndexOf('.'));
      exactly.addAll(quoting(beginning + "."));
      if (exactly.isEmpty()) {
        exactly.addAll(quoting(beginning));
      }
    }
    return exactly;
  }

  private static Set<String> quoting(String key) {
    return QUOTES.entrySet().stream()
        .filter(area -> area.getValue().contains(key))
        .map(Map.Entry::getKey)
        .collect(Collectors.toCollection(TreeSet::new));
  }

  @Test
  void everyTextLiesInThePackageThatSaysIt() {
    Map<String, String> elsewhere = new HashMap<>();
    for (String area : Words.AREAS) {
      for (String key : Words.inArea(area).stringPropertyNames()) {
        Set<String> saying = saying(key);
        boolean isRight =
            area.equals("words")
                ? saying.size() > 1 || saying.contains("words")
                : saying.equals(Set.of(area));
        if (!isRight) {
          elsewhere.put(area + "/" + key, "said by " + saying);
        }
      }
    }
    assertThat(elsewhere).isEmpty();
  }

  @Test
  void noTextHasTwoPlaces() {
    Map<String, String> seen = new HashMap<>();
    for (String area : Words.AREAS) {
      for (String key : Words.inArea(area).stringPropertyNames()) {
        assertThat(seen.put(key, area)).as("another place of %s than %s", key, area).isNull();
      }
    }
    assertThat(seen).hasSizeGreaterThan(1000);
  }

  @Test
  void noTextsAreLeftUnread() throws IOException {
    try (Stream<Path> folders = Files.list(TEXTS)) {
      assertThat(
              folders
                  .filter(folder -> Files.exists(folder.resolve("words.properties")))
                  .map(folder -> folder.getFileName().toString()))
          .containsExactlyInAnyOrderElementsOf(Words.AREAS);
    }
  }

  @Test
  void aTextThatIsNotThereIsSaid() {
    assertThatThrownBy(() -> Words.of("no such thing")).hasMessageContaining("no such thing");
  }
}
