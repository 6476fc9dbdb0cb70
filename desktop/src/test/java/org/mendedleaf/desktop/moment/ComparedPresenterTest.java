package org.mendedleaf.desktop.moment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.shelves.FolderComparison.DifferenceKind;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** Two moments of a folder: what is missing comes first, and everything is counted. */
class ComparedPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private Moment before;
  private Moment after;

  @BeforeEach
  void aFolderBeforeAndAfter() throws Exception {
    desk = new TestDesk(base);
    desk.write("a stays.txt", "stays");
    desk.write("b changes.txt", "one");
    desk.write("c goes.txt", "goes");
    desk.capture();
    before = new Moment.At(desk.clock().instant());
    desk.clock().forward(Duration.ofHours(1));
    desk.write("b changes.txt", "two and more");
    desk.write("d comes.txt", "comes");
    Files.delete(desk.file("c goes.txt"));
    desk.capture();
    after = new Moment.At(desk.clock().instant());
    desk.clock().forward(Duration.ofHours(1));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private ComparedPresenter presenter(Moment earlier, Moment later) {
    ComparedPresenter presenter =
        new ComparedPresenter(
            InTurn.of(desk, navigator),
            new Place.Compared(desk.shelf(), InnerPath.ROOT, earlier, later));
    presenter.refresh();
    return presenter;
  }

  @Test
  void whatIsMissingComesBeforeWhatIsNewAndWhatChangedIsLast() {
    ComparedPresenter presenter = presenter(before, after);
    assertThat(presenter.rows())
        .extracting(row -> row.kind())
        .containsExactly(DifferenceKind.REMOVED, DifferenceKind.ADDED, DifferenceKind.CHANGED);
    assertThat(presenter.summary()).contains("1 removed").contains("1 added").contains("1 changed");
  }

  @Test
  void aLineLeadsToTheRevisionThatIsLeft() {
    ComparedPresenter presenter = presenter(before, after);
    presenter.open(presenter.rows().get(0));
    verify(navigator).go(any(Place.OneFile.class));
  }

  @Test
  void whereNothingDiffersThatIsSaid() {
    ComparedPresenter presenter = presenter(after, after);
    assertThat(presenter.rows()).isEmpty();
    assertThat(presenter.summary()).contains("3").doesNotContain("removed");
    assertThat(presenter.which()).isNotBlank();
  }
}
