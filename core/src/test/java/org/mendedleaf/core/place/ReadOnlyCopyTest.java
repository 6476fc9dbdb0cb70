package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.recover.RecoveryOrder;

/**
 * Out of a store that can only be read files are copied to free places; nothing that cannot be kept
 * gives way.
 */
class ReadOnlyCopyTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Path out;

  @BeforeEach
  void aStoreThatCanOnlyBeRead() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("list.csv", "good list");
    desk.write("plan.svg", "<svg/>");
    desk.capture();
    desk.openReadOnly();
    out = desk.files().getPath("/out");
    Files.createDirectories(out);
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private Executor.Executed recover(Destination to) throws IOException {
    return desk.recovery()
        .run(
            new Recovery.RecoveryRequest(
                new RecoveryOrder(
                    desk.shelf(),
                    List.of(new Pick.OfMoment(InnerPath.ROOT, new Moment.At(desk.now()))),
                    to,
                    IfThere.MAKE_ROOM,
                    LaterFiles.KEEP),
                Optional.of(desk.folder()),
                "maren",
                "run",
                desk.files().getPath("/plan"),
                new HashSet<>()),
            Progress.NONE)
        .orElseThrow();
  }

  @Test
  void whatStandsThereStaysAndTheRestIsCopied() throws Exception {
    Files.writeString(out.resolve("list.csv"), "stood there");
    Executor.Executed done = recover(new Destination.Folder(out));
    assertThat(done.isNoted()).isFalse();
    assertThat(out.resolve("list.csv")).hasContent("stood there");
    assertThat(out.resolve("plan.svg")).hasContent("<svg/>");
    assertThat(done.items())
        .filteredOn(item -> item.outcome() == Outcome.REFUSED)
        .singleElement()
        .satisfies(
            item -> assertThat(item.why()).contains("cannot be kept, since the store can only be"));
    assertThat(done.items()).anyMatch(item -> item.outcome() == Outcome.RECOVERED);
  }

  @Test
  void anArchiveIsWrittenWhereNothingStands() throws Exception {
    Path zip = out.resolve("then.zip");
    assertThat(recover(new Destination.Archive(zip)).items())
        .extracting(item -> item.outcome())
        .containsExactly(Outcome.RECOVERED, Outcome.PACKED, Outcome.PACKED);
    assertThat(zip).exists();
    Files.writeString(zip, "something else");
    recover(new Destination.Archive(zip));
    assertThat(zip).hasContent("something else");
  }

  @Test
  void onAShelfNothingIsBegun() throws Exception {
    Files.writeString(desk.file("list.csv"), "ruined");
    assertThatThrownBy(() -> recover(new Destination.InPlace())).isInstanceOf(IOException.class);
    assertThat(desk.file("list.csv")).hasContent("ruined");
  }
}
