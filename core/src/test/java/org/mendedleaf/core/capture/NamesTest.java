package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.oracle.TestDesk;

/** Names are bytes, and any of them may turn up. */
class NamesTest {

  @TempDir Path base;

  @Property
  void everyNameHasOneTextAndOneSequenceOfBytes(@ForAll @Size(max = 40) byte[] bytes) {
    assertThat(Names.bytes(Names.text(bytes))).isEqualTo(bytes);
  }

  @Test
  void strangeNamesAreRecordedAndMended() throws Exception {
    List<String> names =
        List.of(
            "with space.txt",
            "ünïcødé é.txt",
            "sail ⛵ 🧵.txt",
            "line\nbreak.txt",
            " leads and trails ",
            "-rf",
            "quote'\"back\\slash",
            "n".repeat(255),
            "ä".repeat(127));
    try (TestDesk desk = new TestDesk(base)) {
      for (String name : names) {
        desk.write(name, "content of " + name.length());
      }
      desk.write("1/2/3/4/5/6/7/8/9/10/deep.txt", "deep");
      desk.write("empty.txt", "");
      Files.createDirectories(desk.file("empty folder"));
      desk.capture();
      for (String name : names) {
        desk.write(name, "ruined");
      }
      desk.capture();
      desk.model().assertAgrees(desk.office(), desk.shelf());
      for (String name : names) {
        desk.office().files().mend(desk.life(name).ref(), 0);
        assertThat(desk.file(name)).hasContent("content of " + name.length());
      }
      assertThat(
              desk.office()
                  .moments()
                  .tree(desk.shelf(), InnerPath.ROOT, new Moment.At(desk.clock().instant())))
          .extracting(TreeEntry::path)
          .contains(new InnerPath("empty folder"));
    }
  }

  @Test
  void bytesThatAreNoUtf8AreKept() throws Exception {
    Assumptions.assumeTrue(
        "UTF-8".equalsIgnoreCase(System.getProperty("sun.jnu.encoding")),
        "the launcher and the checks set a UTF-8 locale");
    try (TestDesk desk = new TestDesk(base)) {
      URI uri = URI.create(desk.folder().toUri() + "na%EFve%FF.txt");
      Path file = Path.of(uri);
      Files.writeString(file, "kept");
      desk.capture();
      TreeEntry entry =
          desk.office()
              .moments()
              .tree(desk.shelf(), InnerPath.ROOT, new Moment.At(desk.clock().instant()))
              .get(0);
      assertThat(entry.path().bytes())
          .isEqualTo(new byte[] {'n', 'a', (byte) 0xEF, 'v', 'e', (byte) 0xFF, '.', 't', 'x', 't'});
      Files.writeString(file, "ruined");
      desk.capture();
      desk.office()
          .files()
          .mend(
              new org.mendedleaf.core.session.FileRef(
                  desk.shelf().store(), entry.file().orElseThrow()),
              0);
      assertThat(Files.readString(file)).isEqualTo("kept");
    }
  }
}
