package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.TemporaryNames;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.recover.RecoveryOrder;

/**
 * What is put into place is on the drive before the receipt says so, in an order that leaves every
 * name old or new; and whoever waits for it is told how far it is.
 */
class PlacedDurablyTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private Instant good;
  private final List<String> done = Collections.synchronizedList(new ArrayList<>());

  @BeforeEach
  void threeFilesInTwoFolders() throws Exception {
    desk = new FaultyDesk(disk);
    desk.write("in/a.csv", "good a");
    desk.write("in/b.csv", "good b");
    desk.write("other/c.csv", "good old c");
    desk.capture();
    good = desk.now();
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private Path out() {
    return desk.files().getPath("/out");
  }

  private List<ReceiptItem> recover(Destination to, LaterFiles later, Progress progress)
      throws IOException {
    return desk.recovery()
        .run(
            new Recovery.RecoveryRequest(
                new RecoveryOrder(
                    desk.shelf(),
                    List.of(new Pick.OfMoment(InnerPath.ROOT, new Moment.At(good))),
                    to,
                    IfThere.MAKE_ROOM,
                    later),
                Optional.of(desk.folder()),
                "maren",
                "run",
                desk.files().getPath("/plan"),
                new HashSet<>()),
            progress)
        .orElseThrow()
        .items();
  }

  /** Writes down what happens below a folder, temporary names as the same word. */
  private void listen(Path root) {
    desk.files()
        .setForcing(
            path -> {
              if (path.startsWith(root)) {
                done.add("force " + name(root, path));
              }
            });
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (path.startsWith(root)
                  && (operation == Operation.MOVE || operation == Operation.DELETE)) {
                done.add(
                    operation.name().toLowerCase(java.util.Locale.ROOT) + " " + name(root, path));
              }
            });
  }

  private static String name(Path root, Path path) {
    Path name = path.getFileName();
    return TemporaryNames.isOne(name.toString()) ? "aside" : root.relativize(path).toString();
  }

  @Test
  void eachFileIsForcedBeforeItHasItsNameAndEachFolderOnceAfterwards() throws Exception {
    listen(out());
    recover(new Destination.Folder(out()), LaterFiles.KEEP, Progress.NONE);
    List<String> moves = done.stream().filter(one -> one.startsWith("move")).toList();
    assertThat(moves).hasSize(3);
    int lastOfIn = Math.max(done.lastIndexOf("move in/a.csv"), done.lastIndexOf("move in/b.csv"));
    List<String> forcedAside =
        done.subList(0, lastOfIn).stream().filter("force aside"::equals).toList();
    assertThat(forcedAside).as("%s", done).hasSizeGreaterThanOrEqualTo(2);
    assertThat(done.subList(lastOfIn, done.size())).as("%s", done).contains("force in");
    assertThat(done.subList(done.indexOf("move other/c.csv"), done.size()))
        .as("%s", done)
        .contains("force other");
    assertThat(Collections.frequency(done, "force aside")).isEqualTo(3);
  }

  @Test
  void anArchiveIsForcedBeforeItHasItsName() throws Exception {
    listen(out());
    recover(new Destination.Archive(out().resolve("then.zip")), LaterFiles.KEEP, Progress.NONE);
    assertThat(done).startsWith("force aside", "move then.zip").contains("force ");
  }

  @Test
  void aFileThatIsTakenAwayIsGoneFromTheDriveToo() throws Exception {
    Path later = desk.write("in/later.csv", "later");
    desk.capture();
    listen(desk.folder());
    List<ReceiptItem> items = recover(new Destination.InPlace(), LaterFiles.REMOVE, Progress.NONE);
    assertThat(items)
        .filteredOn(item -> item.outcome() == Outcome.REMOVED)
        .extracting(ReceiptItem::target)
        .containsExactly(later.toString());
    assertThat(done).containsSubsequence("delete in/later.csv", "force in");
  }

  private static final class Told implements Progress {
    private final List<String> phases = new ArrayList<>();
    private long items;
    private long bytes;
    private int stopAfter = Integer.MAX_VALUE;

    @Override
    public void phase(Phase phase, long ofItems, long ofBytes) {
      phases.add(phase + " " + ofItems + " " + ofBytes);
      items = 0;
      bytes = 0;
    }

    @Override
    public void advanced(long moreItems, long moreBytes) {
      items += moreItems;
      bytes += moreBytes;
    }

    @Override
    public boolean cancelled() {
      return items >= stopAfter;
    }
  }

  @Test
  void whoeverWaitsIsToldHowManyFilesAndBytesThereAreAndAreDone() throws Exception {
    Told told = new Told();
    recover(new Destination.Folder(out()), LaterFiles.KEEP, told);
    long bytes = "good agood bgood old c".length();
    // Three files and their two folders.
    assertThat(told.phases).contains("WRITING 5 " + bytes);
    assertThat(told.items).isEqualTo(5);
    assertThat(told.bytes).isEqualTo(bytes);

    Told packing = new Told();
    recover(new Destination.Archive(out().resolve("then.zip")), LaterFiles.KEEP, packing);
    assertThat(packing.phases).contains("WRITING 5 " + bytes);
    assertThat(packing.items).isEqualTo(5);
    assertThat(packing.bytes).isEqualTo(bytes);
  }

  @Test
  void anArchiveThatIsStoppedLeavesNothingBehindAndItsReceiptSaysSo() throws Exception {
    Told told = new Told();
    told.stopAfter = 2;
    Path zip = out().resolve("then.zip");
    List<ReceiptItem> items = recover(new Destination.Archive(zip), LaterFiles.KEEP, told);
    assertThat(items).allMatch(item -> item.outcome() == Outcome.REFUSED).hasSize(6);
    assertThat(items).allMatch(item -> item.why().contains("Stopped"));
    assertThat(zip).doesNotExist();
    try (Stream<Path> left = Files.list(out())) {
      assertThat(left).isEmpty();
    }
  }

  @Test
  void theLineOfAnArchiveSaysHowLargeItIsAndWhatStoodThereIsKept() throws Exception {
    Path zip = out().resolve("then.zip");
    Files.createDirectories(out());
    Files.writeString(zip, "something else");
    List<ReceiptItem> items = recover(new Destination.Archive(zip), LaterFiles.KEEP, Progress.NONE);
    ReceiptItem whole = items.get(0);
    assertThat(whole.target()).isEqualTo(zip.toString());
    assertThat(whole.outcome()).isEqualTo(Outcome.MADE_ROOM);
    assertThat(whole.bytes()).isEqualTo(Files.size(zip));
    assertThat(whole.wrote().orElseThrow().size()).isEqualTo(Files.size(zip));
    assertThat(whole.wrote().orElseThrow().path()).isEqualTo(new InnerPath("then.zip"));
    assertThat(whole.before().orElseThrow().size()).isEqualTo("something else".length());
    assertThat(items.subList(1, items.size()))
        .allMatch(item -> item.outcome() == Outcome.PACKED && item.before().isEmpty());
  }
}
