package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Folders go where nothing is left in them, and only there. */
class EmptiedFoldersTest {

  @TempDir Path base;
  private Path top;

  @BeforeEach
  void folders() throws Exception {
    top = Files.createDirectories(base.resolve("top"));
    Files.createDirectories(top.resolve("empty/deep/deeper"));
    Files.createDirectories(top.resolve("used"));
    Files.writeString(top.resolve("used/file.txt"), "stays");
    Path elsewhere = Files.createDirectories(base.resolve("elsewhere/inside"));
    Files.createSymbolicLink(top.resolve("link"), elsewhere.getParent());
  }

  @Test
  void allAtAnyDepthAreFoundButNotBehindLinks() {
    assertThat(EmptiedFolders.from(top))
        .containsExactlyInAnyOrder(
            top,
            top.resolve("empty"),
            top.resolve("empty/deep"),
            top.resolve("empty/deep/deeper"),
            top.resolve("used"));
    assertThat(EmptiedFolders.from(top.resolve("link"))).isEmpty();
    assertThat(EmptiedFolders.from(top.resolve("used/file.txt"))).isEmpty();
    assertThat(EmptiedFolders.from(base.resolve("nothing"))).isEmpty();
  }

  @Test
  void theInnermostGoFirstAndWhatIsUsedStays() {
    List<Path> gone = EmptiedFolders.take(EmptiedFolders.from(top));
    assertThat(gone)
        .containsExactly(
            top.resolve("empty/deep/deeper"), top.resolve("empty/deep"), top.resolve("empty"));
    assertThat(top.resolve("used/file.txt")).hasContent("stays");
    assertThat(top.resolve("empty")).doesNotExist();
    assertThat(EmptiedFolders.take(List.of(base.resolve("nothing"), top.resolve("link"))))
        .as("neither what is not there nor a link")
        .isEmpty();
    assertThat(base.resolve("elsewhere/inside")).exists();
  }
}
