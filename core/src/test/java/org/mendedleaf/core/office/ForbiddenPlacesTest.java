package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.session.Shelf;

/** Nothing that is written, moved or cleared away touches a store or a desk's data. */
class ForbiddenPlacesTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelfWithAFileOfThatName() throws Exception {
    desk = new TestDesk(base);
    desk.write("store.json", "{\"sails\": 3}");
    desk.write("desk.json", "{\"oak\": true}");
    desk.capture();
    // Another's store and home, which this desk does not know.
    try (TestDesk other =
        new TestDesk(base.resolve("other"), base.resolve("other/store"), "home")) {
      other.write("a.txt", "theirs");
      other.capture();
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @ParameterizedTest
  @ValueSource(strings = {"store", "store/log", "home", "other/store", "other/home"})
  void aRecoveryIntoThemIsRefused(String place) throws Exception {
    Path to = base.resolve(place);
    byte[] description = Files.readAllBytes(base.resolve("store/store.json"));
    byte[] deskFile = Files.readAllBytes(base.resolve("home/desk.json"));
    long before = count(to);
    Handling handling = Handling.IN_PLACE.to(new Destination.Folder(to));
    Pick all =
        new Pick.OfMoment(
            InnerPath.ROOT, new org.mendedleaf.core.history.Moment.At(desk.clock().instant()));
    assertThatThrownBy(
            () -> desk.office().recoveries().run(desk.tray(handling, all), Progress.NONE))
        .hasMessageContaining("Mended Leaf keeps");
    assertThat(base.resolve("store/store.json")).hasBinaryContent(description);
    assertThat(base.resolve("home/desk.json")).hasBinaryContent(deskFile);
    assertThat(count(to)).isEqualTo(before);
    assertThat(desk.office().recoveries().unfinished()).isEmpty();
  }

  private static long count(Path folder) throws Exception {
    try (java.util.stream.Stream<Path> files = Files.list(folder)) {
      // That a recovery was begun is noted on the desk.
      return files.filter(file -> !file.endsWith("recoveries")).count();
    }
  }

  @Test
  void anArchiveIntoThemIsRefused() {
    Path zip = base.resolve("store/all.zip");
    Handling handling = Handling.IN_PLACE.to(new Destination.Archive(zip));
    Pick all =
        new Pick.OfMoment(
            InnerPath.ROOT, new org.mendedleaf.core.history.Moment.At(desk.clock().instant()));
    assertThatThrownBy(
            () -> desk.office().recoveries().run(desk.tray(handling, all), Progress.NONE))
        .hasMessageContaining("Mended Leaf keeps");
    assertThat(zip).doesNotExist();
  }

  @ParameterizedTest
  @ValueSource(strings = {"store/store.json", "other/store/store.json", "home/desk.json"})
  void anArrivalInThemIsNotClearedAway(String file) throws Exception {
    Path arrival = base.resolve(file);
    assertThatThrownBy(
            () ->
                desk.office()
                    .intake()
                    .bringInNew(arrival, desk.shelf(), new InnerPath("in.json"), "", true))
        .hasMessageContaining("Mended Leaf keeps");
    assertThat(arrival).exists();
    assertThat(desk.file("in.json")).doesNotExist();
  }

  @Test
  void aFolderThatMerelyHasAFileOfThatNameCanBeProtected() throws Exception {
    Path folder = base.resolve("recipes");
    Files.createDirectories(folder);
    Files.writeString(folder.resolve("store.json"), "{\"name\": \"pantry\"}");
    Shelf shelf =
        desk.office().shelves().add(folder, desk.shelf().storeFolder(), Optional.of("Recipes"));
    assertThat(shelf.folder()).contains(folder);
  }
}
