package org.mendedleaf.desktop.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** What is said of shelves, and of a path that is on none. */
class AllShelvesPresenterTest {

  @TempDir Path base;
  private TestDesk desk;
  private Context context;
  private AllShelvesPresenter presenter;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "the list");
    desk.capture();
    context = InTurn.of(desk, mock(Navigator.class));
    presenter = new AllShelvesPresenter(context);
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Shelf shelf() {
    return presenter.shelvesProperty().get().shelves().get(0);
  }

  @Test
  void aShelfSaysHowMuchItHoldsWhereAndThatOneDriveIsARisk() {
    assertThat(presenter.counts(shelf())).contains("1 file").contains("1 revision");
    assertThat(presenter.where(shelf()))
        .contains(desk.folder().getFileName().toString())
        .contains("one drive");
  }

  @Test
  void aPausedShelfAndWhatItLeavesOutAreSaid() throws Exception {
    String before = presenter.state(shelf());
    desk.office().recordingAndPeople().leaveOut(desk.shelf(), List.of("*.tmp"));
    desk.office().recordingAndPeople().recording(desk.shelf(), false);
    presenter.refresh();
    assertThat(presenter.state(shelf())).isNotEqualTo(before).contains("aused");
    assertThat(presenter.counts(shelf())).contains("*.tmp");
  }

  @Test
  void nothingIsTakenAwayUnderThePointerWhereNothingChanged() {
    AtomicInteger shown = new AtomicInteger();
    presenter.shelvesProperty().addListener((property, was, now) -> shown.incrementAndGet());
    presenter.refresh();
    assertThat(shown).hasValue(0);
  }

  @Test
  void aPathOnNoShelfSaysWhereWasLookedAndWhichFolderCanBeProtected() throws Exception {
    Path folder = Files.createDirectories(base.resolve("Downloads"));
    Path letter = Files.writeString(folder.resolve("letter.odt"), "a letter");
    StrayPresenter stray = new StrayPresenter(context, letter);
    stray.refresh();
    assertThat(stray.factsProperty().get().coverage().shelf()).isEmpty();
    assertThat(stray.folder()).isEqualTo(folder);
    assertThat(stray.looked()).singleElement().asString().contains(desk.shelf().name());
    StrayPresenter whole = new StrayPresenter(context, folder);
    whole.refresh();
    assertThat(whole.folder()).isEqualTo(folder);
    assertThat(List.of(whole.looked())).isNotEmpty();
  }
}
