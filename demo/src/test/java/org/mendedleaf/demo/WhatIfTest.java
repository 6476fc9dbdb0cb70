package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.drive.Drive;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.keeping.LostAndFound;
import org.mendedleaf.core.losses.Loss;
import org.mendedleaf.core.losses.LossAnswer;
import org.mendedleaf.core.losses.LossAnswer.LossFate;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.StoreParameters;

/**
 * Each loss really happens to a copy of the demo office, and what comes back is what was answered:
 * every file that was saved by the moment of the answer, to the byte.
 */
class WhatIfTest {

  private static final List<String> CAPTURED = List.of(Loft.CUTTING, Loft.ORDERS, Loft.REPAIRS);

  @TempDir Path base;
  private Instant now = Loft.NOW.plus(Duration.ofHours(1));
  private Office office;
  private final List<Shelf> shelves = new ArrayList<>();
  private String store;

  /** The files and the store lie on one drive, a mirror on another one. */
  private final class TwoDrives implements Places {
    @Override
    public Durability at(Path folder) throws IOException {
      return Places.UNFORCED.at(folder);
    }

    @Override
    public Drive drive(Path place) {
      return new Drive(place.startsWith(base.resolve("second")) ? "second" : "first", false);
    }
  }

  private Office open(String home) throws IOException {
    return Office.open(
        new OfficeSettings(
            base.resolve(home),
            () -> now,
            Loft.ZONE,
            new Random(7),
            Owners.FILE_SYSTEM,
            FileTimes.AS_THEY_ARE,
            new TwoDrives(),
            Loft.MAREN,
            StoreParameters.STANDARD.forTrial(),
            2));
  }

  @BeforeEach
  void aCopyOfTheDemoOffice() throws Exception {
    Path root = SharedDemo.get().root();
    for (String part : List.of("desk", "Attic drive")) {
      SharedDemo.copy(root.resolve(part), base.resolve(part));
    }
    office = open("home");
    store = office.stores().open(base.resolve("Attic drive")).id();
    for (String name : CAPTURED) {
      Shelf shelf = office.shelves().named(name);
      shelves.add(office.shelves().bind(shelf, base.resolve("desk").resolve(name)));
      office.shelves().capture(shelves.get(shelves.size() - 1), false, Progress.NONE);
      now = now.plusSeconds(60);
    }
    Files.writeString(
        base.resolve("desk").resolve(Loft.ORDERS).resolve("saved since.txt"), "not recorded");
  }

  @AfterEach
  void close() {
    office.close();
  }

  private LossAnswer answer(Loss loss) throws IOException {
    return office.losses().of(store).stream()
        .filter(one -> one.loss() == loss)
        .findFirst()
        .orElseThrow();
  }

  /** All files of the captured shelves, by shelf and path. */
  private static Map<String, byte[]> lying(Path root) throws IOException {
    Map<String, byte[]> files = new TreeMap<>();
    for (String shelf : CAPTURED) {
      Path folder = root.resolve(shelf);
      if (Files.exists(folder)) {
        try (Stream<Path> all = Files.walk(folder)) {
          for (Path one : all.filter(Files::isRegularFile).toList()) {
            files.put(root.relativize(one).toString(), Files.readAllBytes(one));
          }
        }
      }
    }
    return files;
  }

  private static void delete(Path root) throws IOException {
    try (Stream<Path> all = Files.walk(root)) {
      for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(one);
      }
    }
  }

  /** What was promised is there, and what was said to be lost is not. */
  private void compare(Map<String, byte[]> before, Path after) throws IOException {
    Map<String, byte[]> back = lying(after);
    before.forEach(
        (path, bytes) -> {
          if (path.endsWith("saved since.txt")) {
            assertThat(back).doesNotContainKey(path);
          } else {
            assertThat(back).containsKey(path);
            assertThat(Arrays.equals(back.get(path), bytes)).as(path).isTrue();
          }
        });
  }

  /** Recovers the shelves, as they were recorded last before a moment. */
  private void recover(Office from, Instant moment, Optional<Path> to) throws IOException {
    for (String name : CAPTURED) {
      Shelf shelf = from.shelves().named(name);
      Handling handling =
          to.isPresent()
              ? Handling.IN_PLACE.to(new Destination.Folder(to.get().resolve(name)))
              : Handling.IN_PLACE;
      Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.At(moment));
      from.recoveries()
          .run(
              new Tray(List.of(new Tray.Entry(shelf.store(), shelf.id(), all)), handling),
              Progress.NONE);
    }
  }

  @Test
  void theDriveDiesOrTheComputerIsGoneAndThereIsNoMirror() throws Exception {
    assertThat(answer(Loss.DRIVE_DIES).fate()).isEqualTo(LossFate.GONE);
    assertThat(answer(Loss.COMPUTER_GONE).fate()).isEqualTo(LossFate.GONE);
    assertThat(answer(Loss.OFFICE_BURNS).fate()).isEqualTo(LossFate.GONE);
    office.close();
    delete(base.resolve("desk"));
    delete(base.resolve("Attic drive"));
    office = open("new home");
    assertThatThrownBy(() -> office.stores().open(base.resolve("Attic drive")))
        .isInstanceOf(IOException.class);
  }

  @Test
  void theDriveDiesAndTheMirrorBringsEverythingBack() throws Exception {
    Path mirror = base.resolve("second/mirror");
    office.stores().mirrors().set(store, mirror, Progress.NONE);
    LossAnswer answer = answer(Loss.DRIVE_DIES);
    assertThat(answer.fate()).isEqualTo(LossFate.COME_BACK);
    assertThat(answer.from()).contains(mirror);
    LossAnswer computer = answer(Loss.COMPUTER_GONE);
    assertThat(computer.fate()).isEqualTo(LossFate.IF_APART);
    assertThat(computer.from()).contains(mirror);
    assertThat(answer(Loss.OFFICE_BURNS).fate()).isEqualTo(LossFate.GONE);

    Map<String, byte[]> before = lying(base.resolve("desk"));
    office.close();
    delete(base.resolve("desk"));
    delete(base.resolve("Attic drive"));
    delete(base.resolve("home"));
    office = open("new home");
    office.stores().open(mirror);
    recover(office, now, Optional.of(base.resolve("back")));
    compare(before, base.resolve("back"));
  }

  @Test
  void somebodyEmptiesTheFolders() throws Exception {
    assertThat(answer(Loss.FOLDER_EMPTIED).fate()).isEqualTo(LossFate.COME_BACK);
    Map<String, byte[]> before = lying(base.resolve("desk"));
    Instant evening = now;
    now = now.plus(Duration.ofHours(1));
    for (Shelf shelf : shelves) {
      delete(shelf.folder().orElseThrow());
      Files.createDirectories(shelf.folder().orElseThrow());
      office.shelves().capture(shelf, true, Progress.NONE);
    }
    now = now.plus(Duration.ofHours(1));
    // What had been lost before, other tests may have brought back and taken away again.
    List<LostAndFound.Lost> lost =
        office.lostAndFound().all().stream().filter(one -> one.at().isAfter(evening)).toList();
    office.lostAndFound().bringBack(lost, Optional.empty(), Progress.NONE);
    compare(before, base.resolve("desk"));
  }

  @Test
  void somebodyEncryptsEverythingOvernightAndItIsKeptAsLongAsWasSaid() throws Exception {
    LossAnswer answer = answer(Loss.ALL_ENCRYPTED);
    assertThat(answer.fate()).isEqualTo(LossFate.IF_APART);
    Map<String, byte[]> before = lying(base.resolve("desk"));
    Instant evening = now;
    now = now.plus(Duration.ofHours(8));
    Random noise = new Random(1);
    for (String path : before.keySet()) {
      byte[] scrambled = new byte[before.get(path).length];
      noise.nextBytes(scrambled);
      Files.write(base.resolve("desk").resolve(path), scrambled);
    }
    for (Shelf shelf : shelves) {
      office.shelves().capture(shelf, false, Progress.NONE);
    }
    Optional<Instant> kept = answer.keptUntil();
    for (Shelf shelf : shelves) {
      if (kept.isPresent() && office.plans().of(shelf).isPresent()) {
        Instant last =
            kept.get().isBefore(now.plus(Duration.ofDays(365)))
                ? kept.get().minusSeconds(1)
                : now.plus(Duration.ofDays(365));
        assertThat(
                office.plans().rehearse(shelf, office.plans().of(shelf).get(), last).goes().stream()
                    .filter(going -> wasCurrent(shelf, going.file(), going.revision(), evening)))
            .as("let go before %s on %s", kept, shelf.name())
            .isEmpty();
      }
    }
    now = now.plus(Duration.ofHours(1));
    recover(office, evening, Optional.empty());
    Map<String, byte[]> back = lying(base.resolve("desk"));
    before.forEach(
        (path, bytes) -> {
          if (!path.endsWith("saved since.txt")) {
            assertThat(Arrays.equals(back.get(path), bytes)).as(path).isTrue();
          }
        });
  }

  private boolean wasCurrent(Shelf shelf, long file, int revision, Instant at) {
    try {
      return office
          .files()
          .life(new org.mendedleaf.core.session.FileRef(shelf.store(), file))
          .revisions()
          .stream()
          .filter(one -> !one.currentFrom().isAfter(at))
          .reduce((older, newer) -> newer)
          .filter(one -> one.number() == revision)
          .isPresent();
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }
}
