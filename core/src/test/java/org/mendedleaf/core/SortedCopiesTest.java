package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Only a list that was made on the spot is sorted where it is. Another one may be immutable, if
 * only where it is empty, and nobody who writes the sorting sees that.
 */
class SortedCopiesTest {

  private static final Pattern SORTED = Pattern.compile("\\b(\\w+)\\s*\\.sort\\(");

  @Test
  void onlyWhatWasMadeHereIsSortedInPlace() throws IOException {
    List<String> wrong = new ArrayList<>();
    for (String module :
        List.of("core", "desktop", "cli", "demo", "app", "bench", "standin", "outside")) {
      try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
        for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
          look(file.getFileName().toString(), Files.readString(file), wrong);
        }
      }
    }
    assertThat(wrong).isEmpty();
  }

  @Test
  void whatAnotherMadeIsSeen() {
    List<String> wrong = new ArrayList<>();
    look("A", "List<Row> rows = questions.rows();\nrows.sort(FIRST);", wrong);
    look("B", "List<Row> rows =\n    new ArrayList<>(questions.rows());\nrows.sort(FIRST);", wrong);
    assertThat(wrong).containsExactly("A: rows");
  }

  private static void look(String file, String code, List<String> wrong) {
    Matcher sorted = SORTED.matcher(code);
    while (sorted.find()) {
      String name = sorted.group(1);
      Matcher made =
          Pattern.compile("\\bList<[^;=]*> " + name + " =([^;]*);")
              .matcher(code)
              .region(0, sorted.start());
      String from = null;
      while (made.find()) {
        from = made.group(1);
      }
      if (from != null && !from.contains("new ArrayList<")) {
        wrong.add(file + ": " + name);
      }
    }
  }
}
