package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A file that is longer than this holds a second idea: find it before adding to it. */
class SizesTest {

  private static final int LINES_OF_A_FILE = 400;
  private static final int LINES_OF_A_METHOD = 60;

  private static List<Path> sources() throws IOException {
    List<Path> all = new ArrayList<>();
    for (String module :
        List.of("core", "desktop", "cli", "app", "demo", "bench", "standin", "outside")) {
      try (Stream<Path> files = Files.walk(Path.of("..", module, "src/main/java"))) {
        files.filter(file -> file.toString().endsWith(".java")).forEach(all::add);
      }
    }
    return all;
  }

  private static String name(Path file) {
    return file.getFileName().toString().replace(".java", "");
  }

  @Test
  void noFileIsLonger() throws IOException {
    Set<String> longer = new TreeSet<>();
    for (Path file : sources()) {
      if (Files.readAllLines(file, StandardCharsets.UTF_8).size() > LINES_OF_A_FILE) {
        longer.add(name(file));
      }
    }
    assertThat(longer).isEmpty();
  }

  @Test
  void noMethodIsLonger() throws IOException {
    Set<String> longer = new TreeSet<>();
    for (Path file : sources()) {
      if (longestMethod(Files.readAllLines(file, StandardCharsets.UTF_8)) > LINES_OF_A_METHOD) {
        longer.add(name(file));
      }
    }
    assertThat(longer).isEmpty();
  }

  /** From the line that opens a method of a type of the file to the one that closes it. */
  private static int longestMethod(List<String> lines) {
    int longest = 0;
    int begin = -1;
    boolean inner = false;
    for (int i = 0; i < lines.size(); i++) {
      String line = lines.get(i);
      boolean opens = line.matches("  (?! ).*\\{") || line.matches("      (?! ).*\\) .*\\{");
      inner |= line.matches("  (?![ /]).*\\b(class|record|interface|enum) \\w+[^;]*\\{");
      if (line.equals("  }")) {
        longest = begin < 0 ? longest : Math.max(longest, i - begin + 1);
        begin = -1;
        inner = false;
      } else if (begin < 0 && !inner && opens && line.contains(")")) {
        begin = i;
      }
    }
    return longest;
  }
}
