package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.session.OfficeSettings;

/** The window opens, and the only store is encrypted. */
class LockedStoreWindowTest extends WindowRobot {

  @TempDir Path base;
  private Office office;

  @BeforeEach
  void aStoreWhosePassphraseIsNotKnown() throws Exception {
    OfficeSettings settings;
    try (TestDesk desk =
        new TestDesk(
            base,
            new Secrecy(
                Passphrase.of("kite cloth 91"), new Stretching(64, 1, 1), Optional.empty()))) {
      desk.write("panels.csv", "panel;cloth");
      desk.capture();
      settings = desk.office().settings();
    }
    office = Office.open(settings.withKeys(new KeyRing()));
    show(office);
  }

  @AfterEach
  void closeOffice() throws Exception {
    close();
    office.close();
  }

  @Test
  void itSaysSoAndOpensWithThePassphrase() throws Exception {
    eventually(() -> isThere("Give the passphrase"));
    assertThat(text("#store-state")).contains("is encrypted");
    clickOn("Give the passphrase");
    eventually(() -> isThere("#passphrase") && lookup("#passphrase").query().isFocused());
    write("kite cloth 92").type(KeyCode.ENTER);
    eventually(() -> text("#refused").startsWith("That is neither its passphrase"));
    assertThat(lookup("#passphrase").<TextInputControl>query().getText()).isEmpty();
    clickOn("#passphrase");
    write("kite cloth 91").type(KeyCode.ENTER);
    eventually(() -> text("#store-whole").startsWith("No damage is known"));
    assertThat(isThere("#passphrase")).isFalse();
    push(KeyCode.CONTROL, KeyCode.DIGIT1);
    eventually(() -> isThere("#shelf-1"));
  }
}
