package org.mendedleaf.desktop.adopt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.ArgumentMatchers.startsWith;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** What would be adopted is said line by line, changed, and done. */
class AdoptPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk former;
  private TestDesk desk;
  private Path sheet;
  private AdoptPresenter presenter;

  @BeforeEach
  void aLostComputer() throws Exception {
    former = new TestDesk(base);
    former.write("list.csv", "one");
    former.write("cuts/main.txt", "main sail");
    former.capture();
    former
        .office()
        .stores()
        .mirrors()
        .set(former.shelf().store(), base.resolve("mirror"), Progress.NONE);
    sheet = base.resolve("sheet.json");
    Files.writeString(sheet, SheetFormat.encode(former.office().adoptions().sheets().ofThisDesk()));
    former.office().close();
    desk = new TestDesk(base, base.resolve("store of the new one"), "other");
    presenter = new AdoptPresenter(InTurn.of(desk, navigator));
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
    former.closeAsItIs();
  }

  private List<String> lines() {
    return AdoptRow.of(presenter.viewProperty().get().orElseThrow()).stream()
        .map(row -> row.what() + ": " + row.happens())
        .toList();
  }

  @Test
  void theFolderIsRecordedAsItIsOrRecoveredElsewhere() throws Exception {
    presenter.bySheet(sheet);
    assertThat(presenter.source(presenter.viewProperty().get().orElseThrow()))
        .startsWith("By the recovery sheet that maren made");
    assertThat(lines())
        .containsExactly(
            "Store: will be opened; 3 acts",
            "Shelf “Desk of home”: will be recorded as it is; all current files are there",
            "Mirror: kept up from here");
    Path there = base.resolve("elsewhere/work");
    presenter.moved(former.folder(), there);
    assertThat(lines()).contains("Shelf “Desk of home”: 2 files will be recovered, 12 bytes");
    assertThat(there).doesNotExist();
    presenter.adopt();
    assertThat(there.resolve("cuts/main.txt")).hasContent("main sail");
    assertThat(lines())
        .containsExactly(
            "Store: opened; 3 acts",
            "Shelf “Desk of home”: 2 files recovered, 12 bytes",
            "Mirror: kept up from here");
    verify(navigator).tell(startsWith("This computer has taken the place"), any());
  }

  @Test
  void aStoreThatIsGoneIsTakenFromItsMirrorIfThatIsChosen() throws Exception {
    Files.move(base.resolve("store"), base.resolve("taken away"));
    presenter.bySheet(sheet);
    assertThat(lines().get(0)).contains("but its mirror in");
    AdoptPresenter.AdoptView refused = presenter.viewProperty().get().orElseThrow();
    assertThat(refused.plan().isAny()).isFalse();
    assertThat(AdoptPresenter.refused(refused))
        .hasLineCount(2)
        .contains("its store was not adopted");
    presenter.useMirrors(true);
    assertThat(lines().get(0)).isEqualTo("Store: this mirror will become the store; 3 acts");
    presenter.adopt();
    assertThat(lines().get(0)).isEqualTo("Store: this mirror is the store now; 3 acts");
  }

  @Test
  void byTheFormerDataAndByTheStoreAlone() throws IOException {
    presenter.byFormer(base.resolve("home"));
    assertThat(presenter.source(presenter.viewProperty().get().orElseThrow()))
        .startsWith("By the data of the former computer");
    assertThat(lines()).hasSize(3);
    presenter.byStore(base.resolve("store"));
    assertThat(lines()).hasSize(2);
    presenter.byFormer(base.resolve("store"));
    verify(navigator).complain(argThat(e -> e.getMessage().contains("no desk.json")));
    assertThat(lines()).as("what was chosen before stays").hasSize(2);
    AdoptPresenter.AdoptView view = presenter.viewProperty().get().orElseThrow();
    presenter.leaveOut(AdoptRow.of(view).get(1).shelf().orElseThrow());
    assertThat(lines()).containsExactly("Store: will be opened; 3 acts");
  }
}
