package org.mendedleaf.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.questions.ShelfQuestions;
import org.mendedleaf.core.catalog.tables.CatalogueException;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.oracle.FaultyDesk;

/** A catalogue that is built anew. */
@Tag("plain")
class CatalogueAnewTest {

  @TempDir Path disk;

  @Test
  void theFormerOneAnswersUntilTheNewOneIsThereAndThenNothingIsLeftOfIt() throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      for (int i = 0; i < 3; i++) {
        desk.write("a.txt", "a " + i);
        desk.write("b.txt", "b " + i);
        var unused = desk.capture();
      }
      Catalogue catalogue = desk.catalogue();
      Set<Integer> answers = new HashSet<>();
      desk.files()
          .setFaults(
              (operation, path, bytes) ->
                  answers.add(catalogue.files().allOf(desk.shelf()).size()));

      var unused = catalogue.rebuild();

      assertThat(answers).as("asked at each access to the store").containsExactly(6);
      desk.files().setFaults((operation, path, bytes) -> {});
      assertThat(catalogue.files().allOf(desk.shelf())).hasSize(6);
      assertThat(catalogueFiles()).allMatch(name -> name.startsWith("catalogue.sqlite.1"));

      desk.startAgain();
      assertThat(desk.catalogue().files().allOf(desk.shelf())).hasSize(6);
      Files.writeString(disk.resolve("catalogue.sqlite"), "what a crash has left");
      desk.startAgain();
      assertThat(catalogueFiles()).allMatch(name -> name.startsWith("catalogue.sqlite.1"));
    }
  }

  @Test
  void oneThatWasClosedIsNotTakenForDamaged() throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      desk.write("a.txt", "a");
      var unused = desk.capture();
      ShelfQuestions late = desk.catalogue().shelves();
      Set<String> before = catalogueFiles();
      desk.catalogue().close();
      before.removeIf(name -> name.contains("-"));

      assertThatThrownBy(late::all)
          .isInstanceOf(CatalogueException.class)
          .isNotInstanceOf(UnprovenException.class);

      assertThat(catalogueFiles()).isEqualTo(before);
      desk.startAgain();
    }
  }

  @Test
  void theFormerOneStaysWhereTheNewOneCannotBeBuilt() throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      for (int i = 0; i < 3; i++) {
        desk.write("a.txt", "a " + i);
        var unused = desk.capture();
      }
      Path sheaf = desk.storeFolder().resolve("sheaves");
      try (Stream<Path> files = Files.walk(sheaf)) {
        sheaf = files.filter(Files::isRegularFile).findFirst().orElseThrow();
      }
      byte[] whole = Files.readAllBytes(sheaf);
      Files.write(sheaf, new byte[] {1});
      for (int tries = 0; tries < 2; tries++) {
        assertThatThrownBy(() -> desk.catalogue().rebuild()).isInstanceOf(IOException.class);
        assertThat(desk.catalogue().files().allOf(desk.shelf())).hasSize(3);
        desk.startAgain();
        assertThat(desk.catalogue().files().allOf(desk.shelf())).hasSize(3);
      }
      Files.write(sheaf, whole);
      desk.write("a.txt", "recorded afterwards");
      var unused = desk.capture();
      desk.catalogue().rebuild();
      assertThat(desk.catalogue().files().allOf(desk.shelf())).hasSize(4);
    }
  }

  private Set<String> catalogueFiles() throws Exception {
    Set<String> names = new HashSet<>();
    try (Stream<Path> files = Files.list(disk)) {
      files.forEach(file -> names.add(file.getFileName().toString()));
    }
    assertThat(names).isNotEmpty();
    return names;
  }
}
