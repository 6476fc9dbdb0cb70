package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.tray.RunReceipt;

/** What was removed, and bringing it back. */
class LostAndFoundTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aFolderAndAFileAreGone() throws Exception {
    desk = new TestDesk(base);
    desk.write("Surveys/one.pdf", "1");
    desk.write("Surveys/deep/two.pdf", "2");
    desk.write("kept/gone.txt", "goes");
    desk.write("kept/stays.txt", "stays");
    desk.capture();
    Files.delete(desk.file("kept/gone.txt"));
    desk.capture();
    for (String path :
        List.of("Surveys/deep/two.pdf", "Surveys/deep", "Surveys/one.pdf", "Surveys")) {
      Files.delete(desk.file(path));
    }
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<Lost> lost() throws Exception {
    return desk.office().lostAndFound().all();
  }

  @Test
  void aFolderThatIsGoneIsOneLineAndWhatWentLastComesFirst() throws Exception {
    assertThat(lost())
        .extracting(Lost::path)
        .containsExactly(new InnerPath("Surveys"), new InnerPath("kept/gone.txt"));
    assertThat(lost().get(0).files()).isEqualTo(2);
    assertThat(lost().get(1).newest()).isPresent();
  }

  @Test
  void bothComeBackWithTheirHistoriesAndCanGoAgain() throws Exception {
    RunReceipt brought =
        desk.office().lostAndFound().bringBack(lost(), Optional.empty(), Progress.NONE);
    assertThat(lost()).isEmpty();
    assertThat(desk.file("Surveys/deep/two.pdf")).hasContent("2");
    assertThat(desk.life("kept/gone.txt").revisions()).hasSize(2);
    assertThat(desk.life("Surveys/one.pdf").revisions()).hasSize(2);

    desk.office().recoveries().undo(desk.shelf().store(), brought.act().id(), Progress.NONE);
    assertThat(desk.file("kept/gone.txt")).doesNotExist();
    desk.capture();
    assertThat(lost()).hasSize(2);
  }
}
