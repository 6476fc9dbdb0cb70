package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.oracle.TestDesk;

/** Whether a place holds a recorded state, byte for byte, or link for link. */
class TargetCheckTest {

  @TempDir Path base;
  private TestDesk desk;
  private TargetCheck check;
  private FileState file;
  private FileState link;

  @BeforeEach
  void aFileAndALink() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "fore;4");
    Files.createSymbolicLink(desk.file("link"), Path.of("list.csv"));
    desk.capture();
    check = new TargetCheck(desk.office().files().contents(desk.shelf().store()), 2);
    file = desk.life("list.csv").newest().state();
    link = desk.life("link").newest().state();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @Test
  void aFileIsHeldWhereItsBytesLie() throws Exception {
    assertThat(check.holds(desk.file("list.csv"), file)).isTrue();
    assertThat(check.holds(desk.write("same", "fore;4"), file)).isTrue();
    assertThat(check.holds(desk.write("other", "fore;5"), file)).isFalse();
    assertThat(check.holds(desk.write("longer", "fore;44"), file)).isFalse();
    assertThat(check.holds(desk.file("nothing"), file)).isFalse();
    assertThat(check.holds(Files.createDirectory(desk.file("folder")), file)).isFalse();
  }

  @Test
  void aLinkIsHeldWhereItLeadsToTheSame() throws Exception {
    assertThat(check.holds(desk.file("link"), link)).isTrue();
    Path elsewhere = Files.createSymbolicLink(desk.file("elsewhere"), Path.of("nothing"));
    assertThat(check.holds(elsewhere, link)).isFalse();
    assertThat(check.holds(desk.file("list.csv"), link)).isFalse();
    assertThat(check.holds(desk.file("link"), file)).as("a link to the bytes").isFalse();
  }
}
