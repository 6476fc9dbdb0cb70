package org.mendedleaf.core.oracle;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Finds the catalogues in a desk's home, for tests that change or read them behind its back. */
public final class CatalogueFinder {

  private static final String BEGIN = "SQLite format 3";

  private CatalogueFinder() {}

  /** All of them; there is at least one. */
  public static List<Path> in(Path home) throws IOException {
    List<Path> found = new ArrayList<>();
    try (Stream<Path> files = Files.walk(home)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        byte[] bytes = Files.readAllBytes(file);
        if (bytes.length > BEGIN.length()
            && new String(bytes, 0, BEGIN.length(), StandardCharsets.US_ASCII).equals(BEGIN)) {
          found.add(file);
        }
      }
    }
    assertThat(found).isNotEmpty();
    return found;
  }
}
