package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.TableView;
import javafx.scene.control.TreeView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.work.navigation.Place;

/** Going from folder to folder of a shelf, which share one page. */
class FoldersTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelfWithFolders() throws Exception {
    desk = new TestDesk(base);
    desk.write("Avocet/genoa.svg", "<svg/>");
    desk.write("Avocet/Trim/tape.txt", "red");
    desk.write("Dunlin/jib.svg", "<svg></svg>");
    desk.write("Dunlin/main.svg", "<svg> </svg>");
    desk.write("stock.csv", "1,2\n");
    desk.capture();
    show(desk.office());
    eventually(() -> isThere("#shelf-" + desk.shelf().id()));
    interact(() -> window().open(desk.folder()));
    eventually(() -> names().equals(List.of("Avocet", "Dunlin", "stock.csv")));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private List<String> names() {
    return lookup("#files").<TableView<FolderRow>>tryQuery().stream()
        .flatMap(table -> table.getItems().stream())
        .map(row -> row.path().name())
        .toList();
  }

  private String selectedInTree() {
    TreeView<InnerPath> tree = lookup("#folders").query();
    return tree.getSelectionModel().getSelectedItem().getValue().text();
  }

  @Test
  void theLinesTheTitleTheWayAndTheTreeFollow() throws Exception {
    Node table = lookup("#files").query();
    interact(table::requestFocus);
    type(KeyCode.ENTER);
    eventually(() -> names().equals(List.of("Trim", "genoa.svg")));
    assertThat(text(".title")).isEqualTo("Avocet");
    assertThat(selectedInTree()).isEqualTo("Avocet");
    Node now = lookup("#files").query();
    assertThat(now).as("drawn once").isSameAs(table);
    assertThat(table.isFocused()).isTrue();
    type(KeyCode.ENTER);
    eventually(() -> names().equals(List.of("tape.txt")));
    assertThat(selectedInTree()).isEqualTo("Avocet/Trim");
    type(KeyCode.ESCAPE);
    eventually(() -> names().equals(List.of("Trim", "genoa.svg")));
    clickOn("Dunlin");
    eventually(() -> names().equals(List.of("jib.svg", "main.svg")));
    assertThat(text(".title")).isEqualTo("Dunlin");
    assertThat(table.isFocused()).as("as if it had been opened there").isTrue();
    type(KeyCode.ESCAPE).type(KeyCode.ESCAPE);
    eventually(() -> text(".title").equals(desk.shelf().name()));
    eventually(() -> names().equals(List.of("Avocet", "Dunlin", "stock.csv")));
  }

  /** Whatever is answered late belongs to a folder that is not looked at any more. */
  @Test
  void oneGoesOnBeforeTheAnswerIsThere() throws Exception {
    for (int round = 0; round < 5; round++) {
      interact(
          () -> {
            window().go(new Place.OneShelf(desk.shelf(), new InnerPath("Avocet")));
            window().go(new Place.OneShelf(desk.shelf(), new InnerPath("Avocet/Trim")));
            window().go(new Place.OneShelf(desk.shelf(), new InnerPath("Dunlin")));
          });
      eventually(() -> names().equals(List.of("jib.svg", "main.svg")));
      assertThat(text(".title")).isEqualTo("Dunlin");
      interact(() -> window().go(new Place.OneShelf(desk.shelf(), InnerPath.ROOT)));
      eventually(() -> names().contains("stock.csv"));
    }
  }

  @Test
  void anEarlierMomentIsThatOfTheFolderOneIsIn() throws Exception {
    desk.write("Dunlin/jib.svg", "<svg>another</svg>");
    desk.capture();
    interact(() -> window().go(new Place.OneShelf(desk.shelf(), new InnerPath("Avocet"))));
    eventually(() -> names().contains("genoa.svg"));
    interact(() -> window().go(new Place.OneShelf(desk.shelf(), new InnerPath("Dunlin"))));
    eventually(() -> names().contains("jib.svg") && isThere("#change-before"));
    clickOn("#change-before");
    eventually(() -> isThere("#files-then"));
    assertThat(text(".title")).isEqualTo("Dunlin");
    clickOn("Avocet");
    eventually(() -> text(".title").equals("Avocet"));
    type(KeyCode.ESCAPE);
    eventually(() -> text(".title").equals("Dunlin"));
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#files") && names().contains("jib.svg"));
  }
}
