package org.mendedleaf.core.tray;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;

/** Picks from several moments and shelves, run as one, told as one and taken back as one. */
class TrayTest {

  @TempDir Path base;
  private TestDesk desk;
  private Moment then;

  @BeforeEach
  void aShelfWithAPast() throws Exception {
    desk = new TestDesk(base);
    desk.write("in/list.csv", "good\n");
    desk.write("in/plan.svg", "<svg/>");
    desk.capture();
    desk.write("in/list.csv", "better\n");
    desk.capture();
    then = new Moment.At(desk.clock().instant());
    desk.write("in/list.csv", "ruined\n");
    desk.write("in/later.txt", "came later");
    Files.delete(desk.file("in/plan.svg"));
    desk.capture();
    desk.clock().forward(Duration.ofMinutes(5));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Recoveries recoveries() {
    return desk.office().recoveries();
  }

  private Pick revision(String name, int number) throws Exception {
    return new Pick.OfRevision(desk.life(name).file().id(), number);
  }

  private Pick folderThen() {
    return new Pick.OfMoment(new InnerPath("in"), then);
  }

  private List<String> told(RunReceipt receipt) {
    return receipt.lines().stream()
        .map(line -> line.item().outcome() + " " + base.relativize(Path.of(line.item().target())))
        .toList();
  }

  @Test
  void aFileThatWasPickedAloneGoesBeforeTheFolderThatHasIt() throws Exception {
    Tray tray = desk.tray(Handling.IN_PLACE, folderThen(), revision("in/list.csv", 0));

    RunReceipt receipt = recoveries().run(tray, Progress.NONE);

    assertThat(desk.file("in/list.csv")).hasContent("good\n");
    assertThat(desk.file("in/plan.svg")).hasContent("<svg/>");
    assertThat(told(receipt))
        .containsExactlyInAnyOrder(
            "MADE_ROOM work-home/in/list.csv", "RECOVERED work-home/in/plan.svg");
    assertThat(receipt.files()).isEqualTo(2);
  }

  @Test
  void twoRevisionsForOnePlaceAreSaidAndTheFirstIsWritten() throws Exception {
    Tray tray =
        desk.tray(Handling.IN_PLACE, revision("in/list.csv", 0), revision("in/list.csv", 1));
    RunReceipt receipt = recoveries().run(tray, Progress.NONE);
    assertThat(desk.file("in/list.csv")).hasContent("good\n");
    assertThat(receipt.isPartial()).isTrue();
    assertThat(receipt.lines())
        .anyMatch(line -> line.item().why().equals("another pick goes there already"));
  }

  @Test
  void eachPickMayGoItsOwnWayAndAllIsTakenBackAtOnce() throws Exception {
    Path out = base.resolve("out");
    Handling copied = Handling.IN_PLACE.to(new Destination.Folder(out));
    Tray tray =
        new Tray(
            List.of(
                new Tray.Entry(desk.shelf().store(), desk.shelf().id(), folderThen()),
                new Tray.Entry(
                    desk.shelf().store(),
                    desk.shelf().id(),
                    revision("in/list.csv", 0),
                    Optional.of(copied))),
            Handling.IN_PLACE);

    RunReceipt receipt = recoveries().run(tray, Progress.NONE);

    assertThat(receipt.parts()).hasSize(2);
    assertThat(desk.file("in/list.csv")).hasContent("better\n");
    assertThat(out.resolve("list.csv (first state, 2 Mar 2026 09.00)")).doesNotExist();
    assertThat(out.resolve("list (first state, 2 Mar 2026 09.00).csv")).hasContent("good\n");
    assertThat(recoveries().recent(5)).containsExactly(receipt);

    RunReceipt undone = recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE);
    assertThat(undone.isPartial()).isFalse();
    assertThat(desk.file("in/list.csv")).hasContent("ruined\n");
    assertThat(desk.file("in/plan.svg")).doesNotExist();
    assertThat(out.resolve("list (first state, 2 Mar 2026 09.00).csv")).doesNotExist();
    assertThat(recoveries().receipt(receipt.store(), receipt.act().id()).isUndone()).isTrue();
    assertThatThrownBy(() -> recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE))
        .isInstanceOf(RefusedException.class);
  }

  @Test
  void anArchiveHoldsEverythingAndGoesAgain() throws Exception {
    Path zip = base.resolve("zips/then.zip");
    Tray tray =
        desk.tray(
            Handling.IN_PLACE.to(new Destination.Archive(zip)),
            folderThen(),
            revision("in/list.csv", 0));

    RunReceipt receipt = recoveries().run(tray, Progress.NONE);

    assertThat(receipt.isPartial()).isFalse();
    assertThat(receipt.files()).isEqualTo(3);
    try (ZipFile read = new ZipFile(zip.toFile())) {
      assertThat(text(read, "in/list.csv")).isEqualTo("better\n");
      assertThat(text(read, "in/plan.svg")).isEqualTo("<svg/>");
      assertThat(text(read, "list (first state, 2 Mar 2026 09.00).csv")).isEqualTo("good\n");
      assertThat(read.getEntry("in/list.csv").getLastModifiedTime().toInstant())
          .isCloseTo(
              desk.life("in/list.csv").revisions().get(1).state().modified(),
              within(1, ChronoUnit.MICROS));
    }
    assertThat(recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE).isPartial())
        .isFalse();
    assertThat(zip).doesNotExist();
  }

  private static String text(ZipFile zip, String name) throws Exception {
    return new String(
        zip.getInputStream(zip.getEntry(name)).readAllBytes(), StandardCharsets.UTF_8);
  }

  @Test
  void onePickGoesIntoPlaceAndAnotherIntoAnArchive() throws Exception {
    Path zip = base.resolve("one.zip");
    Handling packed = Handling.IN_PLACE.to(new Destination.Archive(zip));
    String store = desk.shelf().store();
    Tray tray =
        new Tray(
            List.of(
                new Tray.Entry(store, desk.shelf().id(), folderThen()),
                new Tray.Entry(
                    store, desk.shelf().id(), revision("in/list.csv", 0), Optional.of(packed))),
            Handling.IN_PLACE);
    RunReceipt receipt = recoveries().run(tray, Progress.NONE);
    assertThat(desk.file("in/list.csv")).hasContent("better\n");
    assertThat(zip).exists();
    assertThat(receipt.files()).isEqualTo(3);
  }

  @Test
  void whereThereIsNothingToDoItIsSaid() throws Exception {
    Files.createDirectories(desk.file("empty"));
    desk.capture();
    Pick empty = new Pick.OfMoment(new InnerPath("empty"), new Moment.At(desk.clock().instant()));
    assertThatThrownBy(() -> recoveries().run(desk.tray(Handling.IN_PLACE, empty), Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("nothing was done");
    assertThat(recoveries().unfinished()).isEmpty();
  }

  @Test
  void anArchiveThatStandsThereMakesRoomOrIsLeft() throws Exception {
    Path zip = Files.writeString(base.resolve("then.zip"), "something else");
    Handling handling = Handling.IN_PLACE.to(new Destination.Archive(zip));
    recoveries().run(desk.tray(handling.with(IfThere.LEAVE), folderThen()), Progress.NONE);
    assertThat(zip).hasContent("something else");
    recoveries().run(desk.tray(handling.with(IfThere.BESIDE), folderThen()), Progress.NONE);
    assertThat(zip).hasContent("something else");
    assertThat(base.resolve("then (2).zip")).exists();

    RunReceipt room = recoveries().run(desk.tray(handling, folderThen()), Progress.NONE);
    try (ZipFile read = new ZipFile(zip.toFile())) {
      assertThat(text(read, "in/list.csv")).isEqualTo("better\n");
    }
    recoveries().undo(room.store(), room.act().id(), Progress.NONE);
    assertThat(zip).hasContent("something else");
  }

  @Test
  void namesThatTheTargetCannotHaveAreReplacedAndSaid() throws Exception {
    desk.write("odd/a:b?.txt", "1");
    desk.write("odd/con.txt", "2");
    desk.write("odd/Name.txt", "3");
    desk.write("odd/name.txt", "4");
    desk.write("odd/dot.", "5");
    desk.capture();
    Moment now = new Moment.At(desk.clock().instant());
    try (FileSystem windows = Jimfs.newFileSystem(Configuration.windows())) {
      Path out = windows.getPath("C:\\out");
      Tray tray =
          desk.tray(
              Handling.IN_PLACE.to(new Destination.Folder(out)),
              new Pick.OfMoment(new InnerPath("odd"), now));
      RunReceipt receipt = recoveries().run(tray, Progress.NONE);
      assertThat(receipt.isPartial()).isFalse();
      assertThat(out.resolve("odd\\a_b_.txt")).hasContent("1");
      assertThat(out.resolve("odd\\con_.txt")).hasContent("2");
      assertThat(out.resolve("odd\\dot_")).hasContent("5");
      assertThat(out.resolve("odd\\Name.txt")).hasContent("3");
      assertThat(receipt.lines())
          .filteredOn(line -> line.item().outcome() == Outcome.BESIDE)
          .as("two names that differ in case only")
          .hasSize(1);
      assertThat(receipt.lines())
          .filteredOn(line -> line.item().why().contains("cannot have the name"))
          .hasSize(3);
    }
  }

  @Test
  void whatWasStoppedIsResumedAndToldAsOne() throws Exception {
    Path out = base.resolve("out");
    Tray tray = desk.tray(Handling.IN_PLACE.to(new Destination.Folder(out)), folderThen());
    Progress stop =
        new Progress() {
          private long done;

          @Override
          public void phase(org.mendedleaf.core.progress.Phase phase, long items, long bytes) {}

          @Override
          public void advanced(long items, long bytes) {
            done += items;
          }

          @Override
          public boolean cancelled() {
            return done >= 2;
          }
        };
    assertThat(recoveries().run(tray, stop).isPartial()).isTrue();
    String id = recoveries().unfinished().get(0).id();
    RunReceipt receipt = recoveries().resume(id, Progress.NONE);
    assertThat(receipt.isPartial()).isFalse();
    assertThat(receipt.files()).isEqualTo(2);
    assertThat(recoveries().unfinished()).isEmpty();
    recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE);
    assertThat(out.resolve("in")).doesNotExist();
  }

  @Test
  void picksSayWhatTheyAreAndWhatStandsThere() throws Exception {
    String store = desk.shelf().store();
    PickFacts folder = recoveries().facts(new Tray.Entry(store, desk.shelf().id(), folderThen()));
    assertThat(folder.files()).isEqualTo(2);
    assertThat(folder.differing()).isEqualTo(1);
    assertThat(folder.missing()).isEqualTo(1);
    PickFacts file =
        recoveries().facts(new Tray.Entry(store, desk.shelf().id(), revision("in/list.csv", 2)));
    assertThat(file.differing() + file.missing()).as("it is the current one").isZero();
  }

  @Test
  void whatLiesThereIsLookedAtAndNotOnlyWhatIsRecordedOfIt() throws Exception {
    Tray.Entry current =
        new Tray.Entry(desk.shelf().store(), desk.shelf().id(), revision("in/list.csv", 2));
    Tray.Entry whole =
        new Tray.Entry(
            desk.shelf().store(),
            desk.shelf().id(),
            new Pick.OfMoment(new InnerPath("in"), new Moment.Now(desk.clock().instant())));
    desk.write("in/list.csv", "saved and not captured\n");
    assertThat(recoveries().facts(current).differing()).isEqualTo(1);
    assertThat(recoveries().facts(whole).differing()).isEqualTo(1);
    Files.delete(desk.file("in/list.csv"));
    assertThat(recoveries().facts(current).missing()).isEqualTo(1);
    assertThat(recoveries().facts(whole).missing()).isEqualTo(1);
  }

  @Test
  void theTrayIsThereAgainAfterARestart() throws Exception {
    Tray tray =
        desk.tray(
            Handling.IN_PLACE.to(new Destination.Archive(base.resolve("x.zip"))),
            folderThen(),
            revision("in/list.csv", 1));
    assertThat(recoveries().kept().entries()).isEmpty();
    recoveries().keep(tray);
    desk.restart();
    assertThat(recoveries().kept()).isEqualTo(tray);
    Instant at = ((Pick.OfMoment) folderThen()).moment().instant();
    assertThat(recoveries().facts(tray.entries().get(0)).at()).isEqualTo(at);
  }
}
