package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * A border that stays inside of a shape is cut out of it anew whenever it is drawn, which took a
 * third of all drawing where each row of a list has a leaf. Borders of shapes lie on their edge.
 */
class ShapedBordersTest {

  private static final Path SHEETS = Path.of("src/main/resources/org/mendedleaf/desktop");
  private static final Pattern RULE = Pattern.compile("([^{}]+)\\{([^}]*)}");
  private static final Pattern LAST_CLASS = Pattern.compile("\\.([a-z-]+)(?::[a-z-]+)*\\s*$");

  private final Set<String> shaped = new TreeSet<>();
  private final Set<String> bordered = new TreeSet<>();
  private final Set<String> onEdge = new TreeSet<>();

  @Test
  void bordersOfShapesLieOnTheirEdge() throws IOException {
    for (Path sheet : sheets()) {
      Matcher rule = RULE.matcher(Files.readString(sheet));
      while (rule.find()) {
        Matcher one = LAST_CLASS.matcher(rule.group(1));
        if (one.find()) {
          look(one.group(1), rule.group(2));
        }
      }
    }
    assertThat(shaped).isNotEmpty();
    Set<String> inside = new TreeSet<>(shaped);
    inside.retainAll(bordered);
    inside.removeAll(onEdge);
    assertThat(inside).isEmpty();
  }

  private void look(String of, String looks) {
    if (looks.contains("-fx-shape:")) {
      shaped.add(of);
    }
    if (looks.contains("-fx-border-color:")) {
      bordered.add(of);
    }
    if (looks.contains("-fx-border-style: solid centered")) {
      onEdge.add(of);
    }
  }

  private static List<Path> sheets() throws IOException {
    try (Stream<Path> all = Files.walk(SHEETS)) {
      return all.filter(one -> one.toString().endsWith(".css")).toList();
    }
  }
}
