package org.mendedleaf.desktop.frame;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.keeping.Spaces;
import org.mendedleaf.core.oracle.TestDesk;

/** The areas Space and Ledger, by keys and mouse. */
class SpaceAndLedgerTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void twoFiles() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 3; i++) {
      desk.write("list.csv", "state %d of the list ".formatted(i).repeat(400));
      desk.write("notes/small.txt", "small " + i);
      desk.capture();
    }
    show(desk.office());
    eventually(() -> isThere("Ledger"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private int rows(String table) {
    return lookup(table).<TableView<?>>query().getItems().size();
  }

  private List<String> names() {
    return lookup("#space").<TableView<Spaces.Group>>query().getItems().stream()
        .map(Spaces.Group::name)
        .toList();
  }

  @Test
  void whatIsChosenSaysWhatItWouldFree() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT6);
    eventually(() -> isThere("#space") && rows("#space") == 2);
    type(KeyCode.DOWN);
    eventually(() -> text("#chosen-space").startsWith("Letting go of it"));
    push(KeyCode.CONTROL, KeyCode.A);
    eventually(() -> text("#chosen-space").startsWith("Letting go of these 2"));
    clickOn("#by-kind");
    eventually(() -> names().equals(List.of(".csv", ".txt")));
    clickOn("#by-shelf");
    eventually(() -> rows("#space") == 1);
    type(KeyCode.TAB);
    clickOn("Desk of home").type(KeyCode.ENTER);
    eventually(() -> isThere("#files"));
  }

  @Test
  void theLedgerIsFilteredAndItsChainChecked() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT7);
    eventually(() -> isThere("#ledger") && rows("#ledger") > 4);
    clickOn("#ledger-filter").write("captured maren");
    eventually(() -> rows("#ledger") == 3);
    clickOn("#check-chain");
    eventually(() -> text("#notice").startsWith("The chain of"));
    Path log = base.resolve("store/log/000000000002.seg");
    byte[] bytes = Files.readAllBytes(log);
    bytes[bytes.length / 2] ^= 1;
    Files.write(log, bytes);
    clickOn("#check-chain");
    eventually(() -> text("#notice").startsWith("The ledger is damaged at"));
  }
}
