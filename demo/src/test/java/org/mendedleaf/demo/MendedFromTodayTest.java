package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.WindowRobot;

/**
 * What the story damaged is told on Today in one sentence, and is mended from that sentence in at
 * most three actions, counted from the open window.
 */
class MendedFromTodayTest extends WindowRobot {

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

  private FileLife life(String address) throws Exception {
    return office.files().life(office.addresses().file(address, Path.of("")));
  }

  private byte[] good(FileLife life) throws Exception {
    Revision good = life.revision(life.findings().lastGood().orElseThrow()).orElseThrow();
    return office.files().contents(life.ref().store()).bytes(good.state().content().orElseThrow());
  }

  /** The sentence on Today that says this, and its first step. */
  private Optional<HBox> line(String part) {
    return lookup("#matters .rule-line").queryAllAs(HBox.class).stream()
        .filter(
            line ->
                line.getChildren().get(0) instanceof Label label && label.getText().contains(part))
        .findFirst();
  }

  private String sentence(String part) {
    return ((Label) line(part).orElseThrow().getChildren().get(0)).getText();
  }

  /** Looked up and pressed in one moment, since Today shows news as they come. */
  private void press(String part) {
    interact(() -> ((Button) line(part).orElseThrow().getChildren().get(1)).fire());
    actions++;
  }

  private void toToday(String part) throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    actions++;
    eventually(() -> line(part).isPresent());
  }

  private void mended(String address, String says) throws Exception {
    FileLife life = life(address);
    String name = life.file().path().name();
    Path file = life.address().orElseThrow();
    byte[] bad = Files.readAllBytes(file);
    String part = "“" + name + "” on “" + life.shelf().name() + "” looks damaged";
    toToday(part);
    assertThat(sentence(part)).contains(says).contains("Last good:");
    press(part);
    String with = Revision.numbered(life.findings().lastGood().orElseThrow());
    eventually(() -> text(".title").equals(name) && text("#mend").equals("Mend with " + with));
    clickOn("#mend");
    actions++;
    eventually(() -> isThere("#undo"));
    assertThat(Files.readAllBytes(file)).isEqualTo(good(life));
    assertThat(actions).isLessThanOrEqualTo(3);
    clickOn("#undo");
    eventually(() -> java.util.Arrays.equals(Files.readAllBytes(file), bad));
  }

  @Test
  void case1AnotherFilesContent() throws Exception {
    mended(
        "Cutting plans:Kestrel 32/mainsail-cut-list.csv", "is the content of “genoa-cut-list.csv”");
  }

  @Test
  void case2KeysHitAtRandom() throws Exception {
    mended("Orders:price-list.csv", "Hardly anything of it was there before");
  }

  @Test
  void case3CutOffHalfZerosAndEmptied() throws Exception {
    mended("Repairs:Job 308/insurance report.pdf", "It ends too early");
    actions = 0;
    mended("Repairs:Job 305/damage.jpg", "is zeros");
    actions = 0;
    mended("Repairs:Job 309/letter to insurer.docx", "Nothing is left in it");
  }

  /** What only the finding keeps is said in the same sentence. */
  @Test
  void case9TheGoodOneWouldGoInThreeDays() throws Exception {
    mended("Orders:" + ClothOrders.NAME, "By the plan alone r4 would be let go on Sun 15 Mar");
  }

  @Test
  void case10ThirtyOneFilesAtOnce() throws Exception {
    Path orders = SharedDemo.get().root().resolve("desk/Orders");
    List<Path> before = files(orders);
    String part = "31 files were scrambled";
    toToday(part);
    press(part);
    eventually(() -> isThere("#run-tray"));
    clickOn("#run-tray");
    actions++;
    eventually(() -> isThere("#undo-run"));
    List<Path> after = files(orders);
    assertThat(after).hasSize(before.size() + 31).containsAll(before);
    assertThat(actions).isLessThanOrEqualTo(3);
    clickOn("#undo-run");
    eventually(() -> files(orders).equals(before));
    // It is told again, since nothing of it is mended any more.
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> line(part).isPresent());
  }

  private static List<Path> files(Path folder) throws Exception {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(Files::isRegularFile).sorted().toList();
    }
  }
}
