package org.mendedleaf.desktop.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.shelves.FolderRow;

/** What a file's page says of the last save. */
class FileStandingTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void twoStates() throws Exception {
    desk = new TestDesk(base);
    for (String text : List.of("one", "two!")) {
      desk.write("a.txt", text);
      desk.capture();
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private FileStanding standing() throws Exception {
    FileLife life = desk.life("a.txt");
    FolderRow row = desk.office().shelves().look(life.shelf(), life.file().path()).orElse(null);
    return FileStanding.of(life, row, desk.clock().instant());
  }

  @Test
  void aSaveThatIsRecordedIsSaidWithItsNumber() throws Exception {
    FileStanding is = standing();
    assertThat(is.sentence()).isEqualTo("What lies there now is recorded as r1.");
    assertThat(is.style()).isEqualTo("soft");
    assertThat(is.canCapture()).isFalse();
    assertThat(is.lies()).isTrue();
  }

  @Test
  void aSaveThatIsNotRecordedCanBeCaptured() throws Exception {
    desk.write("a.txt", "and three");
    FileStanding is = standing();
    assertThat(is.sentence()).startsWith("Saved again").contains("not recorded yet");
    assertThat(is.style()).isEqualTo("strong");
    assertThat(is.canCapture()).isTrue();
  }

  @Test
  void whereTheShelfIsPausedItIsSwitchedOnFirst() throws Exception {
    desk.office().recordingAndPeople().recording(desk.shelf(), false);
    desk.write("a.txt", "and three");
    FileStanding is = standing();
    assertThat(is.sentence())
        .startsWith("Its shelf is paused. Saved again")
        .endsWith("not recorded.");
    assertThat(is.style()).isEqualTo("rust");
    assertThat(is.recordsIt()).isFalse();
    assertThat(is.canCapture()).isFalse();
  }

  @Test
  void whatIsLeftOutSaysByWhatAndHowFarItIsKept() throws Exception {
    desk.office().recordingAndPeople().leaveOut(desk.shelf(), List.of("*.txt"));
    desk.write("a.txt", "and three");
    FileStanding is = standing();
    assertThat(is.sentence()).contains("leaves it out by “*.txt”").contains("up to r1");
    assertThat(is.recordsIt()).isFalse();
    assertThat(is.canCapture()).isFalse();
  }

  @Test
  void aFileThatWentSaysWhatIsKept() throws Exception {
    Files.delete(desk.file("a.txt"));
    FileStanding is = standing();
    assertThat(is.sentence())
        .isEqualTo("It does not lie in its folder any more. Its newest revision is r1.");
    assertThat(is.lies()).isFalse();
    assertThat(is.canCapture()).isFalse();
  }
}
