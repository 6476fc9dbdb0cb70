package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.navigation.Place;

/** Copies become revisions of one file, by keys alone. */
class GatherWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void fourCopies() throws Exception {
    desk = new TestDesk(base);
    copy("Sail guide 2026-01-12.txt", 12, 40);
    copy("Sail guide 2026-02-03 md.txt", 9, 41);
    copy("Sail guide v3.txt", 6, 42);
    copy("Sail guide.txt", 3, 43);
    desk.capture();
    show(desk.office());
    interact(() -> window().go(new Place.OneShelf(desk.shelf(), InnerPath.ROOT)));
    eventually(() -> isThere("#files") && isThere("Sail guide.txt"));
  }

  private void copy(String name, int daysOld, int lines) throws Exception {
    desk.write(
        name,
        IntStream.range(0, lines)
            .mapToObj(i -> "Line %d: rinse panel %d with water".formatted(i, i * 31 % 17))
            .collect(Collectors.joining("\n")));
    Files.setLastModifiedTime(
        desk.file(name), FileTime.from(desk.clock().instant().minusSeconds(86_400L * daysOld)));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  @Test
  void gatheredAndUndoneByKeys() throws Exception {
    push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.G);
    eventually(() -> text("#gather").equals("Gather 4 copies into 1 file"));
    type(KeyCode.DOWN).type(KeyCode.SPACE);
    eventually(() -> text("#gather").equals("Gather 3 copies into 1 file"));
    type(KeyCode.SPACE);
    eventually(() -> text("#gather").equals("Gather 4 copies into 1 file"));
    push(KeyCode.CONTROL, KeyCode.ENTER);

    eventually(() -> isThere("#undo") && isThere("#life-line"));
    assertThat(desk.life("Sail guide.txt").revisions()).hasSize(4);
    assertThat(desk.file("Sail guide v3.txt")).doesNotExist();
    interact(() -> lookup("#undo").query().requestFocus());
    type(KeyCode.SPACE);
    eventually(() -> Files.exists(desk.file("Sail guide v3.txt")));
  }
}
