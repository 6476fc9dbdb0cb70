package org.mendedleaf.core.catalog.tables;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.OptionalLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.store.format.ContentId;

/** What is left of a folder's move when another desk was first. */
class FolderMovesTest {

  @TempDir Path disk;
  private FaultyDesk desk;

  @BeforeEach
  void open() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("A/x", "one");
    desk.write("A/deep/y", "two");
    desk.write("Ab", "beside");
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private long move(String before, String now) throws IOException {
    Proposal move = new Proposal.MoveFolder(new InnerPath(before), new InnerPath(now));
    Journal.Draft draft =
        new Journal.Draft(
            Act.CAPTURE,
            OptionalLong.of(desk.shelf()),
            desk.now(),
            "maren",
            OptionalLong.empty(),
            false,
            List.of(move));
    return desk.journal().commit(draft).count(Detail.FolderMoved.class);
  }

  private List<String> present() throws IOException {
    return desk.catalogue().present().of(desk.shelf()).stream()
        .map(file -> file.state().path().text())
        .sorted()
        .toList();
  }

  @Test
  void whatHasMovedAlreadyMovesNoMore() throws Exception {
    var unused = desk.capture();
    assertThat(move("A", "B/C")).isEqualTo(1);
    assertThat(present()).containsExactly("Ab", "B/C/deep/y", "B/C/x");
    assertThat(move("A", "B/C")).isZero();
    assertThat(present()).containsExactly("Ab", "B/C/deep/y", "B/C/x");
  }

  @Test
  void nothingMovesOntoAFileThatIsThere() throws Exception {
    desk.write("B/deep/y", "another");
    var unused = desk.capture();
    assertThat(move("A", "B")).isZero();
    assertThat(present()).containsExactly("A/deep/y", "A/x", "Ab", "B/deep/y");
    assertThat(move("A/deep", "B/other")).isEqualTo(1);
    assertThat(move("A", "B")).isEqualTo(1);
    assertThat(present()).containsExactly("Ab", "B/deep/y", "B/other/y", "B/x");
  }

  /** A capture that meets the content again makes a damaged one whole, so it has to read it. */
  @Test
  void whereAnythingIsDamagedMovedFilesAreReadAndHealIt() throws Exception {
    desk.clock().forward(Duration.ofDays(30_000));
    var unused = desk.capture();
    ContentId hurt =
        desk.catalogue()
            .present()
            .at(desk.shelf(), new InnerPath("A/x"))
            .flatMap(file -> file.state().content())
            .orElseThrow()
            .id();
    desk.catalogue().noteHurt(hurt);
    assertThat(desk.catalogue().isHurt(hurt)).isTrue();
    Files.move(desk.file("A"), desk.file("B"));
    unused = desk.capture();
    assertThat(present()).containsExactly("Ab", "B/deep/y", "B/x");
    assertThat(desk.catalogue().isHurt(hurt)).isFalse();
  }

  @Test
  void aFolderDoesNotMoveIntoItself() {
    assertThatThrownBy(() -> move("A", "A/B")).isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> move("A/B", "A")).isInstanceOf(IllegalArgumentException.class);
  }
}
