package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.shelves.FolderRow;

/** What is asked of one file or folder is answered without its neighbours, and the same. */
class OneOfManyTest {

  private static final List<String> NEIGHBOURS =
      List.of("in 2/b.txt", "in-x/b.txt", "in.txt", "in0.txt", "inner/b.txt", "a/in/b.txt");

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void folderWithNeighbours() throws Exception {
    desk = new TestDesk(base);
    desk.write("in/a.txt", "one");
    desk.write("in/deep/c.txt", "three");
    for (String name : NEIGHBOURS) {
      desk.write(name, name);
    }
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @Test
  void oneIsSeenAsAmongAll() throws Exception {
    desk.write("in/a.txt", "one, changed");
    desk.write("in/new.txt", "new");
    Files.delete(desk.file("in.txt"));
    Files.createSymbolicLink(desk.file("in/link"), Path.of("a.txt"));
    for (InnerPath folder : List.of(InnerPath.ROOT, new InnerPath("in"))) {
      List<FolderRow> rows = desk.office().shelves().browse(desk.shelf(), folder);
      assertThat(rows).hasSizeGreaterThan(3);
      for (FolderRow row : rows) {
        assertThat(desk.office().shelves().look(desk.shelf(), row.path())).contains(row);
      }
    }
    assertThat(desk.office().shelves().look(desk.shelf(), new InnerPath("in/never"))).isEmpty();
  }

  @Test
  void aFolderIsRemovedWithoutItsNeighbours() throws Exception {
    var unused =
        desk.office()
            .recoveries()
            .remove(desk.shelf(), List.of(new InnerPath("in")), Progress.NONE);
    assertThat(lying()).containsExactlyInAnyOrderElementsOf(NEIGHBOURS);
  }

  @Test
  void laterFilesOfAFolderGoWithoutItsNeighbours() throws Exception {
    Moment before = new Moment.At(desk.clock().instant());
    desk.write("in/later.txt", "later");
    desk.write("in 2/later.txt", "later");
    desk.capture();
    Handling back = Handling.IN_PLACE.to(new Destination.InPlace()).with(LaterFiles.REMOVE);
    var unused =
        desk.office()
            .recoveries()
            .run(desk.tray(back, new Pick.OfMoment(new InnerPath("in"), before)), Progress.NONE);
    assertThat(lying())
        .contains("in/a.txt", "in/deep/c.txt", "in 2/later.txt")
        .doesNotContain("in/later.txt");
  }

  private List<String> lying() throws IOException {
    try (Stream<Path> files = Files.walk(desk.folder())) {
      return files
          .filter(Files::isRegularFile)
          .map(file -> desk.folder().relativize(file).toString())
          .toList();
    }
  }
}
