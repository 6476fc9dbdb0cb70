package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;

/** On the page of a plain store it is encrypted, its passphrase changed, and its drills timed. */
class SecrecyWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aPlainStore() throws Exception {
    desk = new TestDesk(base);
    desk.write("panels.csv", "panel;cloth\n1;dacron\n");
    desk.capture();
    show(desk.office());
    eventually(() -> text("#store-state").contains("Store “store”"));
    clickOn("#store-state");
    eventually(() -> isThere("#encrypt-store"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.closeAsItIs();
  }

  private boolean has(String field) {
    return isThere(field) && lookup(field).query().isFocused();
  }

  private boolean canSet(String button) {
    return isThere(button) && !lookup(button).query().isDisabled();
  }

  private void typeTwice(String passphrase) {
    clickOn("#new-passphrase").write(passphrase);
    push(KeyCode.TAB);
    write(passphrase);
  }

  @Test
  void aPlainStoreIsEncryptedAndItsPassphraseChanged() throws Exception {
    assertThat(text("#encrypt-store")).startsWith("It is not encrypted");
    clickOn("#change-encrypt-store");
    eventually(() -> has("#encrypted-folder"));
    write(base.resolve("sealed").toString());
    assertThat(canSet("#set-encrypt-store")).as("without a passphrase").isFalse();
    typeTwice("kite cloth 91");
    eventually(() -> canSet("#set-encrypt-store"));
    assertThat(lookup("#recovery-key").<TextInputControl>query().getText()).hasSize(44);
    clickOn("#set-encrypt-store");
    eventually(() -> isThere("#passphrase-of") && !isThere("#encrypt-store"));
    eventually(() -> text("#notice").startsWith("The store is encrypted and lies in"));

    clickOn("#change-passphrase-of");
    eventually(() -> has("#present-passphrase"));
    assertThat(isThere("#recovery-key")).as("it stays, unless somebody wants another").isFalse();
    write("kite cloth 92");
    typeTwice("batten and leech");
    eventually(() -> canSet("#set-passphrase-of"));
    clickOn("#set-passphrase-of");
    eventually(() -> text("#passphrase-of-refused").startsWith("That is neither"));
    clickOn("#present-passphrase");
    push(KeyCode.CONTROL, KeyCode.A);
    write("kite cloth 91");
    clickOn("#set-passphrase-of");
    eventually(() -> !isThere("#present-passphrase"));
    eventually(() -> text("#notice").startsWith("The new passphrase opens the store"));
  }

  @Test
  void drillsAreTimedByKeyboard() throws Exception {
    eventually(() -> text("#drill-rhythm").endsWith("every 30 days."));
    clickOn("#change-drill-rhythm");
    eventually(() -> has("#drill-days"));
    push(KeyCode.CONTROL, KeyCode.A);
    write("7");
    push(KeyCode.ENTER);
    eventually(() -> text("#drill-rhythm").endsWith("every 7 days."));
    eventually(() -> !isThere("#drill-days"));
  }
}
