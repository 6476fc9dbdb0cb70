package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.progress.Progress;

/** What a removal has done is always in a receipt, whatever fails on the way. */
class RemovalFaultsTest {

  @TempDir Path disk;
  private FaultyDesk desk;

  @BeforeEach
  void aFolderWithASubfolder() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("in/a.txt", "one");
    desk.write("in/b.txt", "two");
    desk.write("in/closed/c.txt", "three");
    desk.capture();
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  @Test
  void anUnreadableSubfolderStaysAndTheRestIsRemovedWithAReceipt() throws Exception {
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              boolean inside = path.toString().startsWith("/work/in/closed/");
              boolean listed = operation == Operation.LIST && path.endsWith("closed");
              if (listed || (inside && operation == Operation.LOOK)) {
                throw new AccessDeniedException(path.toString());
              }
            });
    long act =
        desk.recovery()
            .remove(
                desk.shelf(),
                desk.folder(),
                List.of(new InnerPath("in")),
                "maren",
                "run",
                Progress.NONE);
    desk.files().setFaults((operation, path, bytes) -> {});
    assertThat(desk.file("in/a.txt")).doesNotExist();
    assertThat(desk.file("in/closed/c.txt")).exists();
    Receipt receipt = desk.recovery().receipt(act);
    assertThat(receipt.items())
        .extracting(item -> item.outcome())
        .containsExactlyInAnyOrder(Outcome.REMOVED, Outcome.REMOVED, Outcome.REFUSED);

    desk.recovery().undo(act, Optional.of(desk.folder()), "maren", Optional.empty(), Progress.NONE);
    assertThat(Files.readString(desk.file("in/a.txt"))).isEqualTo("one");
    assertThat(Files.readString(desk.file("in/b.txt"))).isEqualTo("two");
  }
}
