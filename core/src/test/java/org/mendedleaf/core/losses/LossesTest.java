package org.mendedleaf.core.losses;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drive.Drive;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.losses.LossAnswer.LossFate;
import org.mendedleaf.core.losses.LossAnswer.LossStep;
import org.mendedleaf.core.losses.LossAnswer.ShelfBehind;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.SetClock;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.StoreParameters;

/** The answers follow from where things lie and when they were recorded. */
class LossesTest {

  @TempDir Path base;
  private final SetClock clock = new SetClock(TestDesk.START);
  private final Map<Path, Drive> drives = new HashMap<>();
  private Office office;
  private Shelf shelf;
  private Instant captured;

  /** Drives as the test wants them, by the folder that they stand for. */
  private final class SetDrives implements Places {
    @Override
    public Durability at(Path folder) throws IOException {
      return Places.UNFORCED.at(folder);
    }

    @Override
    public Drive drive(Path place) {
      return drives.entrySet().stream()
          .filter(one -> place.startsWith(one.getKey()))
          .map(Map.Entry::getValue)
          .findFirst()
          .orElseThrow();
    }
  }

  @BeforeEach
  void aShelf() throws Exception {
    drives.put(base.resolve("work"), new Drive("inner", false));
    drives.put(base.resolve("store"), new Drive("inner", false));
    drives.put(base.resolve("second"), new Drive("second", false));
    office =
        Office.open(
            new OfficeSettings(
                base.resolve("home"),
                clock,
                ZoneOffset.UTC,
                new Random(3),
                Owners.FILE_SYSTEM,
                FileTimes.AS_THEY_ARE,
                new SetDrives(),
                "maren",
                StoreParameters.STANDARD.forTrial(),
                1));
    office.stores().make(base.resolve("store"));
    Files.createDirectories(base.resolve("work/desk"));
    Files.writeString(base.resolve("work/desk/list.csv"), "one");
    shelf =
        office.shelves().add(base.resolve("work/desk"), base.resolve("store"), Optional.of("Desk"));
    capture();
  }

  @AfterEach
  void close() {
    office.close();
  }

  private void capture() throws IOException {
    clock.forward(Duration.ofHours(1));
    captured = clock.instant();
    office.shelves().capture(shelf, false, Progress.NONE);
    clock.forward(Duration.ofMinutes(5));
  }

  private LossAnswer answer(Loss loss) throws IOException {
    List<LossAnswer> all = office.losses().of(shelf.store());
    assertThat(all).extracting(LossAnswer::loss).containsExactly(Loss.values());
    return all.stream().filter(one -> one.loss() == loss).findFirst().orElseThrow();
  }

  private static String said(LossAnswer answer) {
    return answer.sentence(
        new LossAnswer.LossWords() {
          @Override
          public String moment(Instant at) {
            return at.toString();
          }

          @Override
          public String place(Path folder) {
            return folder.toString();
          }
        });
  }

  private void mirror() throws IOException {
    office.stores().mirrors().set(shelf.store(), base.resolve("second/mirror"), Progress.NONE);
  }

  @Test
  void onOneDriveEverythingIsGoneWithIt() throws Exception {
    LossAnswer drive = answer(Loss.DRIVE_DIES);
    assertThat(drive.fate()).isEqualTo(LossFate.GONE);
    assertThat(said(drive)).contains("nothing comes back");
    assertThat(drive.advice()).contains("Keep a mirror of the store on another drive.");
    assertThat(answer(Loss.COMPUTER_GONE).fate()).isEqualTo(LossFate.GONE);
    assertThat(answer(Loss.OFFICE_BURNS).fate()).isEqualTo(LossFate.GONE);
  }

  @Test
  void aStoreOnAnotherDriveBringsBackWhatWasRecorded() throws Exception {
    drives.put(base.resolve("store"), new Drive("outer", false));
    LossAnswer drive = answer(Loss.DRIVE_DIES);
    assertThat(drive.fate()).isEqualTo(LossFate.COME_BACK);
    assertThat(drive.from()).contains(base.resolve("store"));
    assertThat(drive.since()).contains(captured);
    assertThat(drive.step()).isEqualTo(LossStep.NONE);
    assertThat(said(drive))
        .isEqualTo(
            "The files and their history come back from %s. What was saved after %s is lost."
                .formatted(base.resolve("store"), captured));
    LossAnswer computer = answer(Loss.COMPUTER_GONE);
    assertThat(computer.fate()).isEqualTo(LossFate.IF_APART);
    assertThat(said(computer)).contains("is not lost with it");
  }

  @Test
  void aStoreOnAServerOutlivesTheComputerAndPerhapsTheOffice() throws Exception {
    drives.put(base.resolve("store"), new Drive("server", true));
    assertThat(answer(Loss.COMPUTER_GONE).fate()).isEqualTo(LossFate.COME_BACK);
    LossAnswer office = answer(Loss.OFFICE_BURNS);
    assertThat(office.fate()).isEqualTo(LossFate.IF_APART);
    assertThat(said(office)).contains("is outside the office");
  }

  @Test
  void aMirrorThatIsBehindCountsFromWhenItWasBroughtUp() throws Exception {
    mirror();
    assertThat(answer(Loss.DRIVE_DIES).since()).contains(captured);
    assertThat(answer(Loss.DRIVE_DIES).from()).contains(base.resolve("second/mirror"));
    Instant broughtUp = clock.instant();
    // Its drive is away from now on.
    Files.move(base.resolve("second"), base.resolve("away"));
    Files.writeString(base.resolve("work/desk/list.csv"), "two");
    capture();
    LossAnswer drive = answer(Loss.DRIVE_DIES);
    assertThat(drive.since()).contains(broughtUp);
    assertThat(drive.fate()).isEqualTo(LossFate.COME_BACK);
    assertThat(drive.advice()).contains("Connect the mirror and let it catch up.");
    // Whoever encrypts everything here does not reach it.
    LossAnswer encrypted = answer(Loss.ALL_ENCRYPTED);
    assertThat(encrypted.fate()).isEqualTo(LossFate.COME_BACK);
    assertThat(said(encrypted)).contains("if the store was hit too");
    assertThat(answer(Loss.OFFICE_BURNS).fate()).isEqualTo(LossFate.IF_APART);
  }

  @Test
  void whatIsEmptiedOrEncryptedComesBackAsLongAsThePlanKeepsIt() throws Exception {
    LossAnswer emptied = answer(Loss.FOLDER_EMPTIED);
    assertThat(emptied.fate()).isEqualTo(LossFate.COME_BACK);
    assertThat(said(emptied)).contains("They stay until somebody erases them.");
    assertThat(answer(Loss.ALL_ENCRYPTED).fate()).isEqualTo(LossFate.IF_APART);

    NamedPlan plan = ReadyPlans.firstChoice(ZoneOffset.UTC, DayOfWeek.MONDAY);
    office.plans().choose(shelf, plan);
    Instant until = answer(Loss.ALL_ENCRYPTED).keptUntil().orElseThrow();
    assertThat(until).isAfter(clock.instant());
    assertThat(said(answer(Loss.ALL_ENCRYPTED))).contains("They stay at least until " + until);
  }

  @Test
  void aShelfThatIsNotRecordedIsSaidApart() throws Exception {
    drives.put(base.resolve("store"), new Drive("outer", false));
    Files.createDirectories(base.resolve("work/other"));
    Shelf other =
        office
            .shelves()
            .add(base.resolve("work/other"), base.resolve("store"), Optional.of("Other"));
    LossAnswer never = answer(Loss.DRIVE_DIES);
    assertThat(never.since()).contains(captured);
    assertThat(said(never))
        .contains("Of “Other”, which was never recorded, everything is lost.")
        .contains("What was saved after " + captured + " is lost.");
    assertThat(never.step()).isEqualTo(LossStep.RECORD);
    assertThat(never.advice()).contains("Record “Other”: capture it, or switch its recording on.");

    office.shelves().capture(other, false, Progress.NONE);
    Instant before = clock.instant();
    office.recordingAndPeople().recording(other, false);
    capture();
    LossAnswer paused = answer(Loss.DRIVE_DIES);
    assertThat(paused.since()).contains(captured);
    assertThat(paused.behind()).contains(new ShelfBehind("Other", Optional.of(before)));
    assertThat(said(paused))
        .contains("Of “Other”, which is not recorded, what was saved after " + before);
  }

  @Test
  void aStoreThatIsAwayGivesNoAnswer() throws Exception {
    String store = shelf.store();
    office.close();
    Files.move(base.resolve("store"), base.resolve("gone"));
    office = Office.open(office.settings());
    assertThatThrownBy(() -> office.losses().of(store))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("cannot be reached");
  }
}
