package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Random;
import javafx.scene.control.TableView;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyRing;

/** A newcomer whose computer is lost has a way that is not the first one. */
class AdoptWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk former;
  private Office office;
  private RecoveryKey key;
  private Path sheet;

  @BeforeEach
  void aNewComputer() throws Exception {
    key = RecoveryKey.random(new Random(2));
    Secrecy secrecy =
        new Secrecy(
            Passphrase.of("brass thimble and twine"), Stretching.STANDARD, Optional.of(key));
    former = new TestDesk(base, secrecy);
    former.write("list.csv", "one");
    former.capture();
    sheet = base.resolve("sheet.json");
    Files.writeString(sheet, SheetFormat.encode(former.office().adoptions().sheets().ofThisDesk()));
    former.office().close();
    Files.delete(former.file("list.csv"));
    office =
        Office.open(
            former.office().settings().withHome(base.resolve("new")).withKeys(new KeyRing()));
    show(office);
  }

  @AfterEach
  void closeBoth() throws Exception {
    close();
    office.close();
    former.closeAsItIs();
  }

  @Test
  void anEncryptedStoreIsAdoptedByTheKeyOnThePaper() throws Exception {
    eventually(() -> isThere("#adopt-instead"));
    clickOn("#adopt-instead");
    eventually(() -> isThere("#adopt-by-sheet"));
    open(sheet);
    eventually(() -> isThere("#adopt-secret"));
    assertThat(lookup("#adopt").queryButton().isDisabled()).isTrue();
    clickOn("#adopt-secret");
    write(key.shown());
    clickOn("Open");
    eventually(() -> !lookup("#adopt").queryButton().isDisabled());
    assertThat(lookup("#adoption").<TableView<?>>query().getItems()).hasSize(2);
    assertThat(former.file("list.csv")).doesNotExist();
    clickOn("#adopt");
    eventually(() -> text("#notice").startsWith("This computer has taken the place"));
    assertThat(former.file("list.csv")).hasContent("one");
  }
}
