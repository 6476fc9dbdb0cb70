package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.navigation.Place;

/** Deposit shelves in the real window: made, filled, issued from, renamed, found by address. */
class DepositWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void anOffice() throws Exception {
    desk = new TestDesk(base);
    desk.write("elsewhere.txt", "x");
    desk.capture();
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private Path arrival(String name, String content) throws Exception {
    Path folder = Files.createDirectories(base.resolve("mail"));
    return Files.writeString(folder.resolve(name), content);
  }

  private FileRef deposited() throws Exception {
    Shelf shelf =
        desk.office().shelves().addDeposit(base.resolve("store"), "Handbook", People.EVERYBODY);
    InnerPath path = new InnerPath("guides/care.txt");
    var first =
        desk.office().intake().bringInNew(arrival("a.txt", "first\n"), shelf, path, "", false);
    desk.office().intake().bringIn(arrival("b.txt", "second\n"), first.file(), "", false);
    return first.file();
  }

  private FileLife life(FileRef file) throws Exception {
    return desk.office().files().life(file);
  }

  private boolean says(String part) {
    return lookup(".label").queryAll().stream()
        .anyMatch(label -> ((Labeled) label).getText().contains(part));
  }

  @Test
  void aDepositShelfIsMadeAndANewFileIsBroughtInByItsWrittenName() throws Exception {
    show(desk.office());
    interact(() -> window().go(new Place.NewShelf(Optional.of(base))));
    eventually(() -> isThere("#deposit"));
    clickOn("#deposit");
    clickOn("#shelf-name").write("Handbook");
    interact(() -> lookup("#store").<TextField>query().setText(base.resolve("store").toString()));
    clickOn("#protect");
    eventually(() -> says("deposit shelf: revisions are brought in"));

    interact(() -> window().go(new Place.BringIn()));
    dropOn("#arrivals", arrival("care guide.txt", "wash it in lukewarm water and let it dry\n"));
    eventually(() -> isThere("care guide.txt"));
    clickOn("care guide.txt");
    clickOn("#arrival-target").eraseText(60).write("Handbook:guides/care.txt");
    type(KeyCode.ENTER);
    eventually(() -> isThere("a new file, Handbook / guides/care.txt"));
    clickOn("#take-arrivals");
    eventually(
        () ->
            desk.office().search().find("care.txt", 5).files().stream()
                .anyMatch(found -> found.file().path().text().equals("guides/care.txt")));
  }

  @Test
  void aDraftIsIssuedTheFileRenamedAndFoundByItsAddress() throws Exception {
    FileRef file = deposited();
    desk.office().recordingAndPeople().stages(life(file).shelf(), true);
    show(desk.office());
    interact(() -> window().go(new Place.OneFile(file, Optional.empty())));
    eventually(() -> text("#issue").equals("Issue r2…"));
    push(KeyCode.CONTROL, KeyCode.G);
    eventually(() -> isThere("Issue r2"));
    clickOn("Issue r2");
    eventually(() -> life(file).leadsTo(life(file).newest()).isPresent());
    eventually(() -> isThere("r2 · A"));

    type(KeyCode.F2);
    eventually(() -> isThere("#move-to"));
    write("guides/Care of sails.txt").type(KeyCode.ENTER);
    eventually(() -> text(".title").equals("Care of sails.txt"));
    push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.A);
    eventually(() -> says("Copied: mended-leaf:"));
    String[] address = new String[1];
    interact(() -> address[0] = Clipboard.getSystemClipboard().getString());

    interact(() -> window().go(new Place.AllShelves()));
    interact(() -> window().openAddress(address[0]));
    eventually(() -> text(".title").equals("Care of sails.txt"));
    interact(() -> window().openAddress(address[0] + "/r1"));
    eventually(() -> text("#mend").equals("Mend with r1"));
    clickOn("#mend");
    eventually(() -> life(file).revisions().size() == 3);
  }

  @Test
  void aFileDroppedOnTheFilesPageIsMeantForIt() throws Exception {
    FileRef file = deposited();
    show(desk.office());
    interact(() -> window().go(new Place.OneFile(file, Optional.empty())));
    eventually(() -> isThere("#leaf-2"));
    dropOn("#life-line", arrival("quite another name.bin", "third\n"));
    eventually(() -> isThere("quite another name.bin"));
    eventually(() -> isThere("r3 of Handbook / guides/care.txt"));
    assertThat(life(file).revisions()).hasSize(2);
  }
}
