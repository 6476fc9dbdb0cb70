package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;

/** Bringing in on a disk that fails, and dying at any point of it. */
class BringInFaultsTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Path arrival;

  @BeforeEach
  void aFileAndItsNextEdition() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("in/guide", "recorded");
    desk.capture();
    desk.write("in/guide", "saved since");
    arrival = Files.createDirectory(desk.files().getPath("/mail")).resolve("guide (1)");
    Files.writeString(arrival, "the next edition");
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private long guide() throws IOException {
    return desk.catalogue()
        .files()
        .lastAt(desk.shelf(), new InnerPath("in/guide"))
        .orElseThrow()
        .id();
  }

  private BringIn.Brought bring() throws IOException {
    return desk.bringIn()
        .bring(
            new BringIn.BringInRequest(
                arrival,
                desk.shelf(),
                desk.folder(),
                OptionalLong.of(guide()),
                new InnerPath("in/guide"),
                "",
                "maren"));
  }

  private List<String> history() throws IOException {
    List<Revision> revisions = desk.catalogue().files().history(guide());
    List<String> texts = new java.util.ArrayList<>();
    for (Revision revision : revisions) {
      texts.add(
          new String(
              desk.catalogue().contents().bytes(revision.state().content().orElseThrow()),
              java.nio.charset.StandardCharsets.UTF_8));
    }
    return texts;
  }

  @Test
  void dyingAnywhereLosesNothingAndItCanBeDoneAgain() throws Exception {
    for (long last = 0; ; last++) {
      close();
      FaultyDesk.forgetCatalogue(disk);
      aFileAndItsNextEdition();
      desk.dieAfter(last);
      boolean died = died();
      desk.startAgain();
      String lies = Files.readString(desk.file("in/guide"));
      assertThat(lies).as("dead after %d", last).isIn("saved since", "the next edition");
      assertThat(arrival).hasContent("the next edition");
      var unused = desk.capture();
      assertThat(history()).startsWith("recorded", "saved since").endsWith(lies);
      if (lies.equals("saved since")) {
        var unusedAgain = bring();
        assertThat(history()).endsWith("the next edition");
      }
      if (!died) {
        assertThat(last).as("operations that were tried").isGreaterThan(8);
        return;
      }
    }
  }

  private boolean died() {
    try {
      var unused = bring();
      return false;
    } catch (IOException e) {
      return true;
    }
  }

  @Test
  void whatCannotBeReadOrPlacedLeavesTheShelfAsItIs() throws Exception {
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.MOVE && path.endsWith("guide")) {
                throw new AccessDeniedException(path.toString());
              }
            });
    assertThatThrownBy(this::bring).hasMessageContaining("guide stays as it is");
    desk.files().setFaults((operation, path, bytes) -> {});
    assertThat(desk.file("in/guide")).hasContent("saved since");
    assertThat(history()).containsExactly("recorded", "saved since");
    Files.delete(arrival);
    assertThatThrownBy(this::bring).hasMessageContaining("There is no file");
  }
}
