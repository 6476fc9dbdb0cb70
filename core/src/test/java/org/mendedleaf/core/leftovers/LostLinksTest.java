package org.mendedleaf.core.leftovers;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.OpenDesk;

/** Names of what is gone: in the desktop's list of opened files, and in links. */
class LostLinksTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path list;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("offers/to Kestrel.txt", "an offer");
    desk.write("here.txt", "here");
    Files.createSymbolicLink(desk.file("latest offer"), Path.of("offers/to Kestrel.txt"));
    desk.capture();
    list = base.resolve("recently-used.xbel");
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<LostLink> look() throws Exception {
    var settings = desk.office().settings();
    OpenDesk open = new OpenDesk(settings, Desk.load(settings.home(), settings.random()));
    try {
      return new LostLinks(desk.office().shelves(), open, settings, list).look();
    } finally {
      open.close();
    }
  }

  private void opened(Path... paths) throws Exception {
    StringBuilder xml =
        new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<xbel version=\"1.0\">\n");
    for (Path path : paths) {
      xml.append(
          "<bookmark href=\"%s\" added=\"2026-02-27T10:00:00Z\" visited=\"2026-02-28T10:00:00Z\"><info/></bookmark>\n"
              .formatted(path.toUri()));
    }
    xml.append("<bookmark href=\"smb://elsewhere/x\" visited=\"2026-02-28T10:00:00Z\"/>\n");
    xml.append("<bookmark href=\"file:///%zz\" visited=\"never\"/>\n");
    Files.writeString(list, xml.append("</xbel>\n").toString());
  }

  @Test
  void whatIsThereIsNotLost() throws Exception {
    opened(desk.file("here.txt"), base.resolve("on no shelf.txt"));
    assertThat(look()).isEmpty();
  }

  @Test
  void aNameInTheListOfOpenedFilesLeadsToWhatWasRecordedOrSaysThatNothingWas() throws Exception {
    Files.delete(desk.file("latest offer"));
    Files.delete(desk.file("offers/to Kestrel.txt"));
    desk.capture();
    opened(desk.file("offers/to Kestrel.txt"), desk.file("never recorded.txt"));
    List<LostLink> found = look();
    assertThat(found)
        .extracting(one -> one.place().text())
        .containsExactlyInAnyOrder("offers/to Kestrel.txt", "never recorded.txt");
    assertThat(found).allMatch(one -> one.link().isEmpty());
    assertThat(found)
        .filteredOn(one -> one.file().isPresent())
        .singleElement()
        .satisfies(
            one ->
                assertThat(one.file())
                    .isEqualTo(Optional.of(desk.life("offers/to Kestrel.txt").ref())));
  }

  @Test
  void aLinkThatLeadsNowhereNamesItsTarget() throws Exception {
    Files.delete(desk.file("offers/to Kestrel.txt"));
    desk.capture();
    assertThat(look())
        .singleElement()
        .satisfies(
            one -> {
              assertThat(one.link()).contains(desk.file("latest offer"));
              assertThat(one.file()).isPresent();
            });
  }

  @Test
  void aListThatIsBrokenHidesNothingElse() throws Exception {
    Files.delete(desk.file("offers/to Kestrel.txt"));
    desk.capture();
    Files.writeString(list, "<xbel><bookmark href=\"file:///x\"");
    assertThat(look()).hasSize(1);
  }
}
