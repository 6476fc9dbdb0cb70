package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A name is said of one type only, in the whole program. */
class SimpleNamesTest {

  @Test
  void noTwoFilesDeclareTypesOfOneName() throws IOException {
    Map<String, Path> seen = new HashMap<>();
    for (String module : List.of("core", "desktop", "cli", "demo", "app", "bench")) {
      try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
        for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
          String name = file.getFileName().toString();
          if (!name.equals("package-info.java")) {
            assertThat(seen.put(name, file)).as("another %s than %s", name, file).isNull();
          }
        }
      }
    }
    assertThat(seen).isNotEmpty();
  }
}
