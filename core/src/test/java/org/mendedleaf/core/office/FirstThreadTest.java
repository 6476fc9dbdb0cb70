package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.stores.VerifyDepth;
import org.mendedleaf.core.stores.VerifyReport;

/** From a folder to a mended file, through every layer. */
class FirstThreadTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void open() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @Test
  void firstStateIsRevisionZeroAndLaterFilesStartAtOne() throws Exception {
    desk.write("a.txt", "one");
    desk.capture();
    desk.write("a.txt", "two!");
    desk.write("b.txt", "new");
    CaptureReport report = desk.capture();

    assertThat(report.added()).isEqualTo(1);
    assertThat(report.changed()).isEqualTo(1);
    assertThat(desk.life("a.txt").revisions()).extracting("number").containsExactly(0, 1);
    assertThat(desk.life("b.txt").revisions()).extracting("number").containsExactly(1);
    desk.model().assertAgrees(desk.office(), desk.shelf());
  }

  @Test
  void mendingMakesANewRevisionAndUndoTakesItBack() throws Exception {
    desk.write("a.txt", "good");
    desk.capture();
    desk.write("a.txt", "ruined");
    desk.capture();
    FileLife life = desk.life("a.txt");

    Mending.Mended mended = desk.office().files().mend(life.ref(), 0);
    assertThat(desk.file("a.txt")).hasContent("good");
    assertThat(mended.revision()).hasValue(2);
    life = desk.life("a.txt");
    assertThat(life.newest().origin()).isEqualTo(Origin.MEND);
    assertThat(life.newest().from()).hasValue(0);

    Mending.Mended undone = desk.office().files().undo(life.ref().store(), mended.act());
    assertThat(desk.file("a.txt")).hasContent("ruined");
    assertThat(undone.revision()).hasValue(3);
    assertThat(desk.capture().act()).isEmpty();
  }

  @Test
  void whatLiesThereIsRecordedBeforeItIsMended() throws Exception {
    desk.write("a.txt", "good");
    desk.capture();
    desk.write("a.txt", "never captured");
    FileLife life = desk.life("a.txt");

    desk.office().files().mend(life.ref(), 0);

    life = desk.life("a.txt");
    assertThat(life.revisions()).extracting("number").containsExactly(0, 1, 2);
    assertThat(desk.content(life, 1)).asString().isEqualTo("never captured");
  }

  @Test
  void undoRefusesWhenTheFileHasChangedSince() throws Exception {
    desk.write("a.txt", "good");
    desk.capture();
    desk.write("a.txt", "ruined");
    desk.capture();
    FileLife life = desk.life("a.txt");
    Mending.Mended mended = desk.office().files().mend(life.ref(), 0);
    desk.write("a.txt", "worked on since");

    assertThatThrownBy(() -> desk.office().files().undo(life.ref().store(), mended.act()))
        .isInstanceOf(RefusedException.class)
        .hasMessageContaining("has changed since");
    assertThat(desk.file("a.txt")).hasContent("worked on since");
  }

  @Test
  void aRemovedFileIsMendedAndUndoRemovesItAgain() throws Exception {
    desk.write("in/a.txt", "kept");
    desk.write("b.txt", "other");
    desk.capture();
    Files.delete(desk.file("in/a.txt"));
    Files.delete(desk.file("in"));
    desk.capture();
    FileLife life = desk.life("in/a.txt");
    assertThat(life.file().present()).isFalse();

    Mending.Mended mended = desk.office().files().mend(life.ref(), 0);
    assertThat(desk.file("in/a.txt")).hasContent("kept");

    desk.office().files().undo(life.ref().store(), mended.act());
    assertThat(desk.file("in/a.txt")).doesNotExist();
  }

  @Test
  void renamesAndMovesKeepTheHistory() throws Exception {
    desk.write("a.txt", "some words that are long enough");
    desk.write("folder/b.txt", "other words that are long enough");
    desk.capture();
    Files.createDirectories(desk.file("moved"));
    Files.move(desk.file("a.txt"), desk.file("moved/A renamed.txt"));
    CaptureReport report = desk.capture();

    assertThat(report.renamed()).isEqualTo(1);
    assertThat(report.added() + report.removed()).isZero();
    FileLife life = desk.life("moved/A renamed.txt");
    assertThat(life.formerPaths()).containsExactly(new InnerPath("a.txt"));
    assertThat(life.revisions()).hasSize(1);
    desk.model().assertAgrees(desk.office(), desk.shelf());
  }

  @Test
  void aRebuiltCatalogueSaysTheSame() throws Exception {
    desk.write("a.txt", "one");
    desk.write("b/c.txt", "two");
    desk.capture();
    Files.move(desk.file("a.txt"), desk.file("b/a2.txt"));
    desk.write("b/c.txt", "three");
    desk.capture();
    FileLife before = desk.life("b/a2.txt");

    desk.office().stores().rebuild(desk.shelf().store());

    assertThat(desk.life("b/a2.txt")).isEqualTo(before);
    desk.model().assertAgrees(desk.office(), desk.shelf());
    VerifyReport report =
        desk.office().stores().verify(desk.shelf().store(), VerifyDepth.CONTENT, Progress.NONE);
    assertThat(report.damaged()).isEmpty();
    assertThat(report.revisions()).isEqualTo(3);
  }
}
