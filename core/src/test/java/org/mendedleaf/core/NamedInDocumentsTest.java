package org.mendedleaf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A type that a document names with its room, as in {@code place.Step}, lies in that room. */
class NamedInDocumentsTest {

  private static final Path ROOT = Path.of("..");
  private static final Pattern NAMED = Pattern.compile("`([a-z]+(?:\\.[a-z]+)*)\\.([A-Z]\\w+)");

  @Test
  void aTypeLiesInTheRoomThatTheDocumentSays() throws IOException {
    Map<String, Set<String>> rooms = rooms();
    List<String> wrong =
        documents().stream()
            .flatMap(
                document ->
                    named(document)
                        .filter(name -> !isThere(name, rooms))
                        .map(name -> document.getFileName() + ": " + name.group()))
            .toList();
    assertThat(wrong).isEmpty();
  }

  private static boolean isThere(MatchResult name, Map<String, Set<String>> rooms) {
    return rooms.getOrDefault(name.group(2), Set.of()).stream()
        .anyMatch(room -> ("." + room).endsWith("." + name.group(1)));
  }

  private static Stream<MatchResult> named(Path document) {
    try {
      return NAMED.matcher(Files.readString(document)).results().toList().stream();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<Path> documents() throws IOException {
    try (Stream<Path> root = Files.list(ROOT);
        Stream<Path> docs = Files.list(ROOT.resolve("docs"))) {
      return Stream.concat(root, docs).filter(file -> file.toString().endsWith(".md")).toList();
    }
  }

  /** The rooms of each type by its simple name, nested types aside. */
  private static Map<String, Set<String>> rooms() throws IOException {
    try (Stream<Path> files = Files.walk(ROOT, 14)) {
      return files
          .filter(file -> file.toString().contains("/src/main/java/"))
          .filter(file -> file.toString().endsWith(".java"))
          .collect(
              Collectors.groupingBy(
                  file -> file.getFileName().toString().replace(".java", ""),
                  Collectors.mapping(
                      NamedInDocumentsTest::room, Collectors.toCollection(TreeSet::new))));
    }
  }

  private static String room(Path file) {
    return file.getParent().toString().replaceFirst(".*/mendedleaf/?", "").replace('/', '.');
  }
}
