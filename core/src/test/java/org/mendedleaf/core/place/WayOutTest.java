package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.tray.RunReceipt;

/** Nothing is ever written outside the folder that was chosen, on a real file system with links. */
class WayOutTest {

  @TempDir Path base;
  private Path root;
  private Path outside;

  @BeforeEach
  void folders() throws Exception {
    root = Files.createDirectories(base.resolve("root"));
    outside = Files.createDirectories(base.resolve("outside"));
  }

  private void assertNothingOutside() throws Exception {
    try (Stream<Path> files = Files.list(outside)) {
      assertThat(files).isEmpty();
    }
  }

  @Test
  void aLinkInTheWayIsRefusedAndTheRestRecovered() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("in/a.txt", "a");
      desk.write("b.txt", "b");
      desk.capture();
      Files.createSymbolicLink(root.resolve("in"), outside);
      Tray tray =
          desk.tray(
              Handling.IN_PLACE.to(new Destination.Folder(root)),
              new Pick.OfMoment(InnerPath.ROOT, new Moment.At(desk.clock().instant())));
      RunReceipt receipt = desk.office().recoveries().run(tray, Progress.NONE);
      assertThat(receipt.lines())
          .filteredOn(line -> line.item().target().endsWith("a.txt"))
          .hasSize(1)
          .allMatch(line -> line.item().outcome() == Outcome.REFUSED);
      assertThat(root.resolve("b.txt")).hasContent("b");
      assertNothingOutside();
    }
  }

  @Test
  void aLinkThatIsSwappedInWhileAFolderIsOpenChangesNothing() throws Exception {
    Path in = root.resolve("in");
    try (TargetFolder folder = TargetFolder.open(root, in)) {
      Files.move(in, base.resolve("moved away"));
      Files.createSymbolicLink(in, outside);
      try (FileChannel channel = folder.create(Path.of("x.part"))) {
        channel.write(java.nio.ByteBuffer.wrap(new byte[] {1}));
      }
      folder.replace(Path.of("x.part"), Path.of("x"));
    }
    assertNothingOutside();
    assertThat(base.resolve("moved away/x")).exists();
  }

  @Test
  void namesThatLeadOutAreRefused() {
    for (String way : List.of("..", "in/../..", "in/../../outside")) {
      assertThatThrownBy(() -> TargetFolder.open(root, root.resolve(way)).close())
          .as(way)
          .isInstanceOf(RefusedException.class);
    }
    assertThatThrownBy(() -> TargetFolder.open(root, outside).close())
        .isInstanceOf(RefusedException.class);
  }

  @Test
  void whereFoldersCannotBeHeldOpenTheyAreWatched() throws Exception {
    Path in = Files.createDirectories(root.resolve("in"));
    try (TargetFolder folder = new WatchedFolder(root, in)) {
      folder.create(Path.of("x.part")).close();
      Files.move(in, base.resolve("moved away"));
      Files.createSymbolicLink(in, outside);
      assertThatThrownBy(() -> folder.replace(Path.of("x.part"), Path.of("x")))
          .isInstanceOf(RefusedException.class)
          .hasMessageContaining("leads elsewhere");
    }
    assertNothingOutside();
  }
}
