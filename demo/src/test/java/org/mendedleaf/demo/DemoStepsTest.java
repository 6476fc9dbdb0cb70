package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.WindowRobot;

/**
 * The demo's cases as a new user goes about them, counted from the open window: an action is one
 * click, one key chord, or one text typed with its Enter.
 */
class DemoStepsTest extends WindowRobot {

  @TempDir Path out;
  private Office office;
  private int actions;

  @BeforeEach
  void open() throws Exception {
    office = Office.open(SharedDemo.get().settings(DemoOffice.runningClock()));
    show(office);
    eventually(() -> isThere("#shelf-1"));
    actions = 0;
  }

  @AfterEach
  void closeAll() throws Exception {
    close();
    office.close();
  }

  private void click(String what) {
    clickOn(what);
    actions++;
  }

  private void chord(KeyCode... keys) {
    push(keys);
    actions++;
  }

  private void typed(String text) {
    write(text).type(KeyCode.ENTER);
    actions++;
  }

  private FileLife life(String address) throws Exception {
    return office.files().life(office.addresses().file(address, Path.of("")));
  }

  private byte[] content(FileLife life, int revision) throws Exception {
    return office
        .files()
        .contents(life.ref().store())
        .bytes(life.revision(revision).orElseThrow().state().content().orElseThrow());
  }

  private void takeBack(Path file, byte[] before) throws Exception {
    clickOn("#undo");
    eventually(() -> java.util.Arrays.equals(Files.readAllBytes(file), before));
  }

  /** Finds a file by its name, steps back from leaf to leaf, mends: by keys alone. */
  private void mendBySteppingBack(String address, String typed, int steps) throws Exception {
    FileLife life = life(address);
    Path file = life.address().orElseThrow();
    byte[] bad = Files.readAllBytes(file);
    chord(KeyCode.CONTROL, KeyCode.F);
    typed(typed);
    // A person presses the arrow once there are leaves to walk along.
    int newest = life.newest().number();
    eventually(
        () ->
            isThere("#leaf-" + newest)
                && text(".title").equals(life.file().path().name())
                && lookup("#life-line").query().isFocused()
                && isThere("#inside-tab"));
    for (int i = 0; i < steps; i++) {
      chord(KeyCode.LEFT);
    }
    int good = life.newest().number() - steps;
    eventually(() -> text("#mend").equals("Mend with " + Revision.numbered(good)));
    chord(KeyCode.CONTROL, KeyCode.M);
    eventually(() -> isThere("#undo"));
    assertThat(Files.readAllBytes(file)).isEqualTo(content(life, good));
    assertThat(actions).isLessThanOrEqualTo(4);
    takeBack(file, bad);
  }

  @Test
  void case1AListThatWasSavedOverWithAnother() throws Exception {
    mendBySteppingBack("Cutting plans:Kestrel 32/mainsail-cut-list.csv", "kestrel mainsail-cut", 1);
  }

  @Test
  void case2APriceListThatWasRuinedThreeSavesAgo() throws Exception {
    FileLife life = life("Orders:price-list.csv");
    Path file = life.address().orElseThrow();
    byte[] bad = Files.readAllBytes(file);
    chord(KeyCode.CONTROL, KeyCode.F);
    typed("price-list");
    int good = life.newest().number() - 4;
    eventually(() -> isThere("#leaf-" + good));
    click("#leaf-" + good);
    eventually(() -> text("#mend").equals("Mend with " + Revision.numbered(good)));
    click("#mend");
    eventually(() -> isThere("#undo"));
    assertThat(Files.readAllBytes(file)).isEqualTo(content(life, good));
    assertThat(content(life, good).length).isGreaterThan(bad.length);
    assertThat(actions).isLessThanOrEqualTo(4);
    takeBack(file, bad);
  }

  /** Looked up and pressed in one moment, since Today shows news as they come. */
  private void press(String name) {
    interact(() -> ((Button) ofLine(name).orElseThrow()).fire());
    actions++;
  }

  /** The first step that Today offers about a copy. */
  private Optional<Node> ofLine(String name) {
    return lookup("#matters .rule-line").queryAllAs(HBox.class).stream()
        .filter(
            line ->
                line.getChildren().get(0) instanceof Label label
                    && label.getText().contains("A program left a copy of “" + name))
        .map(line -> line.getChildren().get(1))
        .findFirst();
  }

  /** From the sentence on Today: the copy of a program has what was never saved. */
  @Test
  void case6ACopyThatAProgramLeftHasTheLastLines() throws Exception {
    Path notes = life("Repairs:Job 308/repair notes.txt").address().orElseThrow();
    byte[] before = Files.readAllBytes(notes);
    chord(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> ofLine("repair notes.txt").isPresent());
    press("repair notes.txt");
    eventually(() -> Files.readString(notes).contains("in front of a witness"));
    assertThat(actions).isLessThanOrEqualTo(3);
    eventually(() -> isThere("#undo"));
    takeBack(notes, before);
  }

  /** Likewise: the only thing that is left of a file that nobody recorded. */
  @Test
  void case6TheOnlySurvivorGetsItsNameBack() throws Exception {
    Path notes =
        SharedDemo.get().root().resolve("desk/Cutting plans/Whimbrel 40/trial sail notes.txt");
    chord(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> ofLine("trial sail notes.txt").isPresent());
    press("trial sail notes.txt");
    eventually(() -> Files.exists(notes));
    assertThat(Files.readString(notes)).contains("Leech flutters above the third batten");
    assertThat(actions).isLessThanOrEqualTo(3);
    eventually(() -> isThere("#undo"));
    clickOn("#undo");
    eventually(() -> !Files.exists(notes));
  }

  @Test
  void case3AReportThatWasCutOff() throws Exception {
    mendBySteppingBack("Repairs:Job 308/insurance report.pdf", "308 insurance", 1);
  }

  @Test
  void case3APhotoThatIsHalfZeros() throws Exception {
    mendBySteppingBack("Repairs:Job 305/damage.jpg", "305 damage", 1);
  }

  @Test
  void case3ALetterThatWasEmptied() throws Exception {
    mendBySteppingBack("Repairs:Job 309/letter to insurer.docx", "309 letter", 1);
  }

  @Test
  void case4TheFolderOfWinterSurveysThatIsGone() throws Exception {
    Path folder = SharedDemo.get().root().resolve("desk/Cutting plans/Surveys winter");
    assertThat(folder).doesNotExist();
    click("Lost & found");
    eventually(() -> shows("31 files"));
    // The list goes to what is typed.
    write("Surv");
    actions++;
    eventually(() -> shows("Surveys winter /"));
    click("#bring-back");
    eventually(() -> isThere("#undo"));
    try (var files = Files.list(folder)) {
      assertThat(files.count()).isEqualTo(9);
    }
    assertThat(actions).isLessThanOrEqualTo(4);
    clickOn("#undo");
    eventually(() -> !Files.exists(folder));
  }

  @Test
  void case14ElevenCopiesOfOnePriceSheetBecomeOneFile() throws Exception {
    Path orders = SharedDemo.get().root().resolve("desk/Orders");
    click("Orders");
    eventually(() -> isThere("#gather-copies"));
    click("#gather-copies");
    eventually(() -> text("#gather").startsWith("Gather 11 copies"));
    click("#gather");
    eventually(() -> isThere("#undo") && text(".title").equals("Rigging prices.xlsx"));
    FileLife life = life("Orders:Rigging prices.xlsx");
    assertThat(life.revisions()).hasSize(11);
    assertThat(life.revisions().get(0).currentFrom())
        .isBefore(Instant.parse("2025-02-11T00:00:00Z"));
    assertThat(copies(orders)).isEqualTo(1);
    assertThat(actions).isLessThanOrEqualTo(3);
    clickOn("#undo");
    eventually(() -> copies(orders) == 11);
  }

  private static long copies(Path folder) throws Exception {
    try (var files = Files.list(folder)) {
      return files
          .filter(file -> file.toString().toLowerCase(Locale.ROOT).contains("rigging"))
          .count();
    }
  }

  @Test
  void case5ADrawingIsOpenedByItsOldestName() throws Exception {
    chord(KeyCode.CONTROL, KeyCode.F);
    typed("layout-old");
    eventually(() -> text(".title").equals("spinnaker-layout-v2.svg"));
    assertThat(actions).isLessThanOrEqualTo(2);
  }

  @Test
  void aFileAsItWasLastThursdayIsCopiedOut() throws Exception {
    FileLife life = life("Cutting plans:loft floor.svg");
    click("Cutting plans");
    eventually(() -> isThere("#moment-typed"));
    click("#moment-typed");
    eventually(() -> lookup("#moment-typed").queryAll().stream().anyMatch(Node::isFocused));
    typed("last thu 17:00");
    eventually(() -> isThere("#files-then") && shows("loft floor.svg"));
    click("loft floor.svg");
    chord(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.C);
    eventually(() -> isThere("#folder-wanted"));
    typed(out.toString());
    eventually(() -> isThere("#undo"));
    List<Path> copies;
    try (var files = Files.list(out)) {
      copies = files.toList();
    }
    assertThat(copies).hasSize(1);
    assertThat(copies.get(0).getFileName().toString()).matches("loft floor \\(r28, .*\\)\\.svg");
    assertThat(copies.get(0)).hasBinaryContent(content(life, 28));
    assertThat(actions).isLessThanOrEqualTo(6);
  }

  @Test
  void case7TheCareGuideIsBroughtInUnderItsOwnName() throws Exception {
    int before = life("Loft handbook:Care guides/Washing and folding.odt").revisions().size();
    Path arrival =
        SharedDemo.get().root().resolve("desk/Downloads/washing_folding guide NEW (1).odt");
    click("Bring in");
    eventually(() -> isThere("#arrivals"));
    eventually(() -> shows("washing_folding guide NEW (1).odt"));
    click("washing_folding guide NEW (1).odt");
    eventually(() -> text("#take-arrivals").equals("Bring in 1 file"));
    click("#arrival-note");
    typed("spring edition");
    eventually(() -> isThere("#undo"));

    FileLife guide = life("Loft handbook:Care guides/Washing and folding.odt");
    assertThat(guide.revisions()).hasSize(before + 1);
    assertThat(guide.marks(guide.newest()).note().orElseThrow().text()).isEqualTo("spring edition");
    assertThat(arrival).exists();
    assertThat(actions).isLessThanOrEqualTo(4);
    clickOn("#undo");
    eventually(
        () ->
            life("Loft handbook:Care guides/Washing and folding.odt").revisions().size()
                == before + 2);
  }
}
