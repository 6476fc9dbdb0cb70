package org.mendedleaf.core.adoption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.adoption.AdoptionPlan.Adopted;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.stores.MirrorState;

/** A computer is lost, and another takes its place. */
class AdoptionTest {

  @TempDir Path base;
  private TestDesk former;
  private Path store;
  private Path mirror;
  private Path downloads;
  private Office desk;

  @BeforeEach
  void aDeskAtWork() throws Exception {
    store = base.resolve("store");
    mirror = base.resolve("mirror");
    downloads = Files.createDirectory(base.resolve("downloads"));
    former = new TestDesk(base, store, "home");
    former.write("list.csv", "one");
    former.write("cuts/fore.txt", "fore sail");
    former.write("cuts/main.txt", "main sail");
    former.capture();
    former.write("list.csv", "two");
    former.capture();
    Office office = former.office();
    office.stores().mirrors().set(former.shelf().store(), mirror, Progress.NONE);
    office.arrivals().add(downloads);
    office.drills().setRhythm(former.shelf().store(), Optional.of(Duration.ofDays(9)));
    office.stores().spools().limit(1_234_567);
  }

  @AfterEach
  void close() {
    if (desk != null) {
      desk.close();
    }
    former.closeAsItIs();
  }

  private OfficeSettings settings(String home) {
    return new OfficeSettings(
        base.resolve(home),
        former.clock(),
        ZoneOffset.UTC,
        new Random(5),
        org.mendedleaf.core.capture.Owners.FILE_SYSTEM,
        org.mendedleaf.core.capture.FileTimes.AS_THEY_ARE,
        org.mendedleaf.core.drive.Places.UNFORCED,
        "maren",
        StoreParameters.STANDARD.forTrial(),
        2,
        Encrypting.ring());
  }

  /** The computer is lost with everything that lay on it; returns its sheet, as it was kept. */
  private RecoverySheet lost() throws IOException {
    Path file = base.resolve("sheet.json");
    Files.writeString(file, SheetFormat.encode(former.office().adoptions().sheets().ofThisDesk()));
    former.office().close();
    desk = Office.open(settings("other-home"));
    return SheetFormat.read(file);
  }

  private static Map<String, String> tree(Path folder) throws IOException {
    Map<String, String> tree = new TreeMap<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        tree.put(folder.relativize(file).toString(), Files.readString(file));
      }
    }
    return tree;
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  private CaptureReport captured() throws IOException {
    former.clock().forward(Duration.ofHours(1));
    Shelf shelf = desk.shelves().all().get(0);
    CaptureOutcome outcome = desk.shelves().capture(shelf, false, Progress.NONE);
    return ((CaptureOutcome.Done) outcome).report();
  }

  @Test
  void everythingOfTheDeskIsThereAgain() throws Exception {
    Map<String, String> worked = tree(former.folder());
    RecoverySheet sheet = lost();
    delete(former.folder());
    AdoptionPlan rehearsed = desk.adoptions().rehearse(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(rehearsed.refused()).isEmpty();
    assertThat(rehearsed.stores().get(0).what()).isEqualTo(Adopted.OPENED);
    assertThat(rehearsed.shelves().get(0).what()).isEqualTo(Adopted.RECOVERED);
    assertThat(rehearsed.shelves().get(0).files()).isEqualTo(3);
    assertThat(rehearsed.shelves().get(0).bytes()).isEqualTo(21);
    assertThat(former.folder()).doesNotExist();
    assertThat(desk.stores().known()).isEmpty();

    AdoptionPlan done = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(done).isEqualTo(rehearsed);
    assertThat(tree(former.folder())).isEqualTo(worked);
    assertThat(former.folder().resolveSibling("work-home.being-recovered")).doesNotExist();
    CaptureReport report = captured();
    assertThat(report.added() + report.changed() + report.removed()).isZero();
    String id = sheet.stores().get(0).id();
    assertThat(desk.stores().mirrors().of(id).orElseThrow().lag()).isZero();
    assertThat(desk.arrivals().folders()).containsExactly(downloads);
    assertThat(desk.drills().rhythm(id)).contains(Duration.ofDays(9));
    assertThat(desk.stores().spools().limit()).isEqualTo(1_234_567);
  }

  @Test
  void doneAgainItDoesWhatWasLeft() throws Exception {
    RecoverySheet sheet = lost();
    delete(former.folder());
    Files.writeString(former.folder(), "a file in its place");
    AdoptionPlan first = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(first.refused()).singleElement().asString().contains("is not a folder");
    Files.delete(former.folder());
    AdoptionPlan second = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(second.stores().get(0).what()).isEqualTo(Adopted.KNOWN);
    assertThat(second.shelves().get(0).what()).isEqualTo(Adopted.RECOVERED);
    assertThat(
            desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE).shelves().get(0).what())
        .isEqualTo(Adopted.KNOWN);
  }

  /** Stopped as soon as so many files are recovered. */
  private Progress stoppedAt(int files) {
    Path pending = former.folder().resolveSibling("work-home.being-recovered");
    return new Progress() {
      @Override
      public void phase(Phase phase, long items, long bytes) {}

      @Override
      public void advanced(long items, long bytes) {}

      @Override
      public boolean cancelled() {
        try {
          return Files.isDirectory(pending) && tree(pending).size() >= files;
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
      }
    };
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 3})
  void whatIsStoppedGoesOnAndCountsNothingAsRemoved(int files) throws Exception {
    RecoverySheet sheet = lost();
    Map<String, String> worked = tree(former.folder());
    delete(former.folder());
    assertThatThrownBy(() -> desk.adoptions().adopt(AdoptionOrder.of(sheet), stoppedAt(files)))
        .isInstanceOf(CancelledException.class);
    assertThat(former.folder()).doesNotExist();
    assertThat(desk.shelves().all().get(0).folder()).isEmpty();
    AdoptionPlan second = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(second.refused()).isEmpty();
    assertThat(tree(former.folder())).isEqualTo(worked);
    assertThat(captured().removed()).isZero();
    assertThat(desk.recoveries().unfinished()).isEmpty();
  }

  @Test
  void whatWasRecoveredWholeAndNotPutIntoPlaceIs() throws Exception {
    RecoverySheet sheet = lost();
    Path pending = former.folder().resolveSibling("work-home.being-recovered");
    delete(former.folder());
    desk.stores().open(store);
    Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.Now(former.clock().instant()));
    Tray.Entry entry = new Tray.Entry(sheet.stores().get(0).id(), 1, all);
    Handling there = Handling.IN_PLACE.to(new Destination.Folder(pending));
    desk.recoveries().run(new Tray(List.of(entry), there), Progress.NONE);
    assertThat(desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE).refused()).isEmpty();
    assertThat(tree(former.folder())).hasSize(3);
  }

  @Test
  void aFolderThatIsThereIsRecordedAsItIs() throws Exception {
    RecoverySheet sheet = lost();
    Files.delete(former.file("cuts/fore.txt"));
    Files.writeString(former.file("list.csv"), "three");
    AdoptionPlan rehearsed = desk.adoptions().rehearse(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(rehearsed.shelves().get(0).what()).isEqualTo(Adopted.BOUND);
    assertThat(rehearsed.shelves().get(0).missing()).isOne();
    desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    CaptureReport report = captured();
    assertThat(report.changed()).isOne();
    assertThat(report.removed()).isOne();
  }

  @Test
  void nothingIsRecoveredIntoTheFolderOfAnotherShelf() throws Exception {
    RecoverySheet sheet = lost();
    Path own = Files.createDirectory(base.resolve("own"));
    desk.stores().make(base.resolve("own store"));
    desk.shelves().add(own, base.resolve("own store"), Optional.of("Own"));
    List<MovedPlace> moved = List.of(new MovedPlace(former.folder(), own.resolve("inside")));
    AdoptionOrder order = new AdoptionOrder(sheet, Optional.empty(), moved, false, false);
    for (AdoptionPlan plan :
        List.of(
            desk.adoptions().rehearse(order, Progress.NONE),
            desk.adoptions().adopt(order, Progress.NONE))) {
      assertThat(plan.refused()).singleElement().asString().contains("lie inside each other");
      assertThat(own).isEmptyDirectory();
    }
  }

  @Test
  void whatThisDeskHasChosenForAStoreStays() throws Exception {
    RecoverySheet sheet = lost();
    String id = desk.stores().open(store).id();
    desk.drills().setRhythm(id, Optional.empty());
    Path own = base.resolve("own mirror");
    desk.stores().mirrors().set(id, own, Progress.NONE);
    AdoptionPlan plan = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(plan.refused()).singleElement().asString().contains("keeps a mirror");
    assertThat(desk.stores().mirrors().of(id).orElseThrow().folder()).isEqualTo(own);
    assertThat(desk.drills().rhythm(id)).isEmpty();
  }

  @Test
  void placesAreCalledOtherwiseThere() throws Exception {
    RecoverySheet sheet = lost();
    Path there = Files.createDirectory(base.resolve("other drive"));
    Files.move(store, there.resolve("kept"));
    List<MovedPlace> moved =
        List.of(
            new MovedPlace(base, there),
            new MovedPlace(store, there.resolve("kept")),
            new MovedPlace(mirror, mirror));
    AdoptionOrder order = new AdoptionOrder(sheet, Optional.empty(), moved, false, false);
    AdoptionPlan plan = desk.adoptions().adopt(order, Progress.NONE);
    assertThat(plan.refused()).isEmpty();
    assertThat(tree(there.resolve("work-home"))).isEqualTo(tree(former.folder()));
    // A downloads folder is not there, and nothing is looked for in it.
    assertThat(plan.arrivals().get(0).there()).isFalse();
    assertThat(desk.arrivals().folders()).isEmpty();
  }

  @Test
  void theMirrorTakesThePlaceOfAStoreThatIsGoneIfThatIsWanted() throws Exception {
    RecoverySheet sheet = lost();
    delete(store);
    AdoptionPlan refused = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(refused.refused().get(0))
        .contains("let the mirror take its place")
        .contains(mirror.toString());
    assertThat(refused.refused()).hasSize(2);
    assertThat(desk.stores().known()).isEmpty();
    AdoptionOrder order = new AdoptionOrder(sheet, Optional.empty(), List.of(), true, false);
    assertThat(desk.adoptions().adopt(order, Progress.NONE).refused()).isEmpty();
    assertThat(desk.stores().known().get(0).folder()).isEqualTo(mirror);
    assertThat(captured().changed()).isZero();
    Optional<MirrorState> none = desk.stores().mirrors().of(sheet.stores().get(0).id());
    assertThat(none).isEmpty();
  }

  @Test
  void anEarlierCopyOfTheStoreIsNoticedByTheSheet() throws Exception {
    Path earlier = base.resolve("earlier");
    copy(store, earlier);
    former.write("list.csv", "three");
    former.capture();
    RecoverySheet sheet = lost();
    delete(store);
    Files.move(earlier, store);
    AdoptionPlan plan = desk.adoptions().adopt(AdoptionOrder.of(sheet), Progress.NONE);
    assertThat(plan.refused().get(0)).contains("earlier copy").contains("take it as it is");
    assertThat(desk.stores().known()).isEmpty();
    AdoptionOrder asItIs = new AdoptionOrder(sheet, Optional.empty(), List.of(), false, true);
    AdoptionPlan taken = desk.adoptions().adopt(asItIs, Progress.NONE);
    assertThat(taken.refused()).singleElement().asString().contains("verify --repair");
    // The mirror has what is missing, and the desk knows where it lies.
    String id = sheet.stores().get(0).id();
    assertThat(desk.stores().mirrors().of(id).orElseThrow().folder()).isEqualTo(mirror);
  }

  @Test
  void whatWaitedOnTheFormerDeskIsTakenInOnceAndBeforeFilesAreRecovered() throws Exception {
    Path aside = base.resolve("aside");
    Files.move(store, aside);
    former.restartAway();
    former.write("list.csv", "saved while the store is away");
    former.capture();
    former.office().close();
    Files.move(aside, store);
    delete(former.folder());
    desk = Office.open(settings("other-home"));
    Path home = base.resolve("home");
    RecoverySheet sheet = desk.adoptions().sheets().ofFormer(home);
    AdoptionOrder order = new AdoptionOrder(sheet, Optional.of(home), List.of(), false, false);
    assertThat(desk.adoptions().rehearse(order, Progress.NONE).spools().get(0).acts()).isOne();
    assertThat(desk.adoptions().adopt(order, Progress.NONE).refused()).isEmpty();
    assertThat(Files.readString(former.file("list.csv")))
        .isEqualTo("saved while the store is away");
    assertThat(captured().changed()).isZero();
    long acts = desk.stores().ledger(sheet.stores().get(0).id()).size();
    desk.adoptions().adopt(order, Progress.NONE);
    assertThat(desk.stores().ledger(sheet.stores().get(0).id())).hasSize((int) acts);
  }

  @Test
  void theDataOfADeskThatIsAtWorkOrIsNoneIsRefused() throws Exception {
    RecoverySheets sheets = former.office().adoptions().sheets();
    assertThatThrownBy(() -> sheets.ofFormer(downloads))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("desk.json");
    assertThatThrownBy(() -> sheets.ofFormer(base.resolve("home")))
        .hasMessageContaining("this very desk");
    desk = Office.open(settings("other-home"));
    try (var unused =
        org.mendedleaf.core.desk.DeskLock.tryTake(base.resolve("home")).orElseThrow()) {
      assertThatThrownBy(() -> desk.adoptions().sheets().ofFormer(base.resolve("home")))
          .hasMessageContaining("is at work");
      Path home = base.resolve("home");
      AdoptionOrder order =
          new AdoptionOrder(sheets.ofThisDesk(), Optional.of(home), List.of(), false, false);
      assertThatThrownBy(() -> desk.adoptions().adopt(order, Progress.NONE))
          .as("with a sheet, too")
          .hasMessageContaining("is at work");
    }
  }

  @Test
  void fromPaperAloneTheStoreTellsItsShelves() throws Exception {
    lost();
    delete(former.folder());
    RecoverySheet typed =
        desk.adoptions()
            .sheets()
            .typed(List.of(store), Optional.empty(), Optional.of(mirror), List.of(downloads));
    assertThat(desk.adoptions().adopt(AdoptionOrder.of(typed), Progress.NONE).refused()).isEmpty();
    assertThat(former.folder()).isDirectoryContaining(file -> file.endsWith("list.csv"));
    assertThat(desk.stores().mirrors().of(typed.stores().get(0).id())).isPresent();
  }

  @Test
  void whatIsNoSheetIsRefusedInASentence() throws Exception {
    for (String text : List.of("", "{}", "[1]", "{\"recoverySheet\":2}", "%PDF-1.4")) {
      Path file = Files.writeString(base.resolve("odd.json"), text, StandardCharsets.UTF_8);
      assertThatThrownBy(() -> SheetFormat.read(file))
          .isInstanceOf(SentenceException.class)
          .hasMessageContaining("no recovery sheet");
    }
    assertThatThrownBy(() -> SheetFormat.read(base.resolve("none.json")))
        .hasMessageContaining("There is no file");
  }

  @Test
  void aDrillOfItNeedsTheSheetAloneAndFailsForWhatIsNotOnIt() throws Exception {
    Office office = former.office();
    String id = former.shelf().store();
    RecoverySheet kept = office.adoptions().sheets().ofThisDesk();
    var passed =
        office.adoptions().drill().run(id, Optional.of(kept), Optional.empty(), Progress.NONE);
    assertThat(passed.failed()).isEmpty();
    assertThat(passed.figures().sampled()).isEqualTo(3);
    assertThat(passed.whole()).isEqualTo(3);
    assertThat(passed.proofs().get(0).why()).contains("read from the beginning");
    assertThat(passed.act().orElseThrow().act()).isEqualTo(Act.DRILL);
    assertThat(base.resolve("home/drill-home")).doesNotExist();

    Path more = Files.createDirectory(base.resolve("more"));
    office.shelves().add(more, store, Optional.of("Repairs"));
    var failed =
        office.adoptions().drill().run(id, Optional.of(kept), Optional.empty(), Progress.NONE);
    assertThat(failed.failed())
        .singleElement()
        .matches(one -> one.why().contains("make a new one"));
    assertThat(failed.whole()).isEqualTo(3);
  }

  @Test
  @Tag("plain")
  void aDrillOfItReadsWhatLiesInTheStore() throws Exception {
    byte[] noise = new byte[60_000];
    new Random(3).nextBytes(noise);
    former.write("plot.bin", noise);
    former.capture();
    String wanted = new String(noise, 9_000, 64, StandardCharsets.ISO_8859_1);
    try (Stream<Path> sheaves = Files.walk(store.resolve("sheaves"))) {
      for (Path sheaf : sheaves.filter(Files::isRegularFile).toList()) {
        byte[] bytes = Files.readAllBytes(sheaf);
        int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf(wanted);
        if (at >= 0) {
          bytes[at] ^= 1;
          Files.write(sheaf, bytes);
        }
      }
    }
    String id = former.shelf().store();
    var drill = former.office().adoptions().drill();
    var found = drill.run(id, Optional.empty(), Optional.empty(), Progress.NONE);
    assertThat(found.failed())
        .singleElement()
        .matches(proof -> proof.where().equals("Desk of home: plot.bin"));
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else {
          Files.copy(file, target);
        }
      }
    }
  }
}
