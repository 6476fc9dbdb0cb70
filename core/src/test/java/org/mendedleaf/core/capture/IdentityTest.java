package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.TestDesk;

/** Which file a path's new content belongs to. */
class IdentityTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void open() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() throws Exception {
    desk.model().assertAgrees(desk.office(), desk.shelf());
    desk.close();
  }

  private void move(String from, String to) throws Exception {
    Files.createDirectories(desk.file(to).getParent());
    Files.move(desk.file(from), desk.file(to), StandardCopyOption.REPLACE_EXISTING);
  }

  private static String text(String topic) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < 60; i++) {
      text.append(topic).append(" line number ").append(i * 7919 % 1000).append('\n');
    }
    return text.toString();
  }

  @Test
  void aFileSavedByReplacingItKeepsItsHistory() throws Exception {
    desk.write("a.txt", text("one"));
    desk.capture();
    desk.write("a.txt.new", text("two"));
    move("a.txt.new", "a.txt");
    desk.capture();
    assertThat(desk.life("a.txt").revisions()).extracting(Revision::number).containsExactly(0, 1);
  }

  @Test
  void aFileSavedOverAnotherIsARevisionOfThePath() throws Exception {
    desk.write("a.txt", text("one"));
    desk.write("b.txt", text("two"));
    desk.capture();
    move("b.txt", "a.txt");
    CaptureReport report = desk.capture();
    assertThat(report.removed()).isEqualTo(1);
    assertThat(desk.life("a.txt").revisions()).hasSize(2);
    assertThat(desk.life("b.txt").file().present()).isFalse();
  }

  @Test
  void swappedNamesAreTwoRevisions() throws Exception {
    desk.write("a.txt", text("one"));
    desk.write("b.txt", text("two"));
    desk.capture();
    move("a.txt", "c.txt");
    move("b.txt", "a.txt");
    move("c.txt", "b.txt");
    CaptureReport report = desk.capture();
    assertThat(report.renamed()).isZero();
    assertThat(desk.life("a.txt").revisions()).hasSize(2);
    assertThat(desk.life("b.txt").revisions()).hasSize(2);
  }

  @Test
  void renamedAndEditedInOneIntervalIsStillTheSameFile() throws Exception {
    desk.write("a.txt", text("one"));
    desk.write("stays.txt", "x");
    desk.capture();
    move("a.txt", "b.txt");
    Files.writeString(desk.file("b.txt"), text("one") + "one more line\n");
    desk.capture();
    FileLife life = desk.life("b.txt");
    assertThat(life.formerPaths()).containsExactly(new InnerPath("a.txt"));
    assertThat(life.revisions()).hasSize(2);
  }

  @Test
  void aRemovedFileAndAStrangerAreNotARename() throws Exception {
    desk.write("a.txt", text("one"));
    desk.write("stays.txt", "x");
    desk.capture();
    Files.delete(desk.file("a.txt"));
    desk.write("b.txt", text("entirely different"));
    CaptureReport report = desk.capture();
    assertThat(report.renamed()).isZero();
    assertThat(report.added()).isEqualTo(1);
    assertThat(report.removed()).isEqualTo(1);
  }

  @Test
  void aFolderThatMovesTakesAnEditedFileWithIt() throws Exception {
    for (int i = 0; i < 4; i++) {
      desk.write("old/f" + i + ".txt", text("file " + i));
    }
    desk.write("stays.txt", "x");
    desk.capture();
    Files.move(desk.file("old"), desk.file("new"));
    Path edited = desk.file("new/f2.txt");
    Files.delete(edited);
    Files.writeString(edited, text("rewritten by a program that replaces"));
    CaptureReport report = desk.capture();
    assertThat(report.renamed()).isEqualTo(4);
    assertThat(report.added()).isZero();
    assertThat(desk.life("new/f2.txt").formerPaths()).containsExactly(new InnerPath("old/f2.txt"));
  }

  @Test
  void aChangeOfCaseAloneIsARename() throws Exception {
    desk.write("Plan.txt", text("plan"));
    desk.write("copy of plan.txt", text("plan"));
    desk.capture();
    move("Plan.txt", "plan.TXT");
    desk.capture();
    assertThat(desk.life("plan.TXT").formerPaths()).containsExactly(new InnerPath("Plan.txt"));
  }

  @Test
  void equalContentInTwoPlacesIsNoProofOfARename() throws Exception {
    desk.write("a.txt", text("same"));
    desk.write("b.txt", text("same"));
    desk.write("stays.txt", "x");
    desk.capture();
    byte[] same = Files.readAllBytes(desk.file("a.txt"));
    Files.delete(desk.file("a.txt"));
    Files.delete(desk.file("b.txt"));
    // written anew under other names, so that neither name nor key connects them
    desk.write("keeps keys busy 1", "1");
    desk.write("keeps keys busy 2", "2");
    desk.write("c.txt", same);
    desk.write("d.txt", same);
    assertThat(desk.capture().renamed()).isZero();
  }

  @Test
  void aPathThatReturnsContinuesItsFile() throws Exception {
    desk.write("a.txt", text("one"));
    desk.write("stays.txt", "x");
    desk.capture();
    Files.delete(desk.file("a.txt"));
    desk.capture();
    desk.write("a.txt", text("one"));
    desk.capture();
    FileLife life = desk.life("a.txt");
    assertThat(life.revisions()).extracting(Revision::number).containsExactly(0, 1);
    assertThat(life.newest().origin()).isEqualTo(Origin.RETURN);
  }

  @Test
  void changedTimesAndPermissionsAreNoRevision() throws Exception {
    Path file = desk.write("a.txt", text("one"));
    desk.capture();
    Files.setLastModifiedTime(
        file, java.nio.file.attribute.FileTime.from(TestDesk.START.plusSeconds(77)));
    desk.capture();
    Files.setPosixFilePermissions(
        file, java.nio.file.attribute.PosixFilePermissions.fromString("rwxr-x---"));
    desk.capture();
    assertThat(desk.life("a.txt").revisions()).hasSize(1);
    var entry =
        desk.office()
            .moments()
            .tree(desk.shelf(), InnerPath.ROOT, new Moment.At(desk.clock().instant()))
            .get(0);
    assertThat(entry.mode()).contains("rwxr-x---");
    assertThat(entry.modified()).isEqualTo(TestDesk.START.plusSeconds(77));
    assertThat(desk.capture().act()).as("nothing more to record").isEmpty();
  }

  @Test
  void linksAreRecordedAsLinksAndNeverFollowed() throws Exception {
    Path outside = Files.writeString(base.resolve("outside.txt"), "secret");
    desk.write("a.txt", "x");
    Files.createSymbolicLink(desk.file("link"), outside);
    Files.createSymbolicLink(desk.file("to folder"), base);
    CaptureReport report = desk.capture();
    assertThat(report.files()).isEqualTo(3);
    assertThat(desk.life("link").newest().state().link()).contains(outside.toString());
    Files.delete(desk.file("link"));
    desk.write("link", "a file now");
    desk.capture();
    assertThat(desk.life("link").revisions()).hasSize(2);
    desk.clock().forward(java.time.Duration.ofMinutes(1));
    desk.office().files().mend(desk.life("link").ref(), 0);
    assertThat(Files.readSymbolicLink(desk.file("link"))).isEqualTo(outside);
    assertThat(Files.readString(outside)).isEqualTo("secret");
  }
}
