package org.mendedleaf.desktop.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** A folder of a shelf: what is said of it, what its lines lead to and stand for. */
class ShelfPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private ShelfPresenter presenter;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.write("Orders/first.txt", "order");
    desk.capture();
    desk.clock().forward(Duration.ofHours(1));
    presenter = new ShelfPresenter(InTurn.of(desk, navigator), desk.shelf(), InnerPath.ROOT);
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private FolderRow row(String name) {
    return presenter.factsProperty().get().rows().stream()
        .filter(row -> row.path().name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private String told() {
    return presenter.told(presenter.factsProperty().get());
  }

  @Test
  void whatIsNotRecordedAsItLiesThereIsCounted() throws Exception {
    assertThat(presenter.factsProperty().get().due()).isZero();
    String before = told();
    desk.write("list.csv", "another one");
    desk.write("new.txt", "new");
    presenter.refresh();
    assertThat(presenter.factsProperty().get().due()).isEqualTo(2);
    assertThat(told()).isNotEqualTo(before).contains("2");
    assertThat(presenter.foldersProperty().get()).contains(new InnerPath("Orders"));
  }

  @Test
  void aShelfThatIsPausedSaysThatFirstAndCannotBeCaptured() throws Exception {
    assertThat(presenter.factsProperty().get().canBeCaptured()).isTrue();
    var unused = desk.office().recordingAndPeople().recording(desk.shelf(), false);
    presenter.refresh();
    assertThat(presenter.factsProperty().get().isOff()).isTrue();
    assertThat(presenter.factsProperty().get().canBeCaptured()).isFalse();
    assertThat(told()).doesNotStartWith("1");
  }

  @Test
  void aFolderStandsForWhatWasCapturedOfItAndAFileForItsRevision() throws Exception {
    assertThat(presenter.wanted(row("Orders")).orElseThrow().entry().pick())
        .isInstanceOf(Pick.OfMoment.class);
    assertThat(presenter.wanted(row("list.csv")).orElseThrow().entry().pick())
        .isInstanceOf(Pick.OfRevision.class);
    desk.write("new.txt", "never recorded");
    presenter.refresh();
    assertThat(presenter.wanted(row("new.txt"))).isEqualTo(Optional.empty());
  }

  @Test
  void linesLeadIntoFoldersToFilesAndToWhatIsOnNoShelf() throws Exception {
    presenter.open(row("Orders"));
    verify(navigator).go(any(Place.OneShelf.class));
    presenter.open(row("list.csv"));
    verify(navigator).go(any(Place.OneFile.class));
    desk.write("new.txt", "never recorded");
    presenter.refresh();
    presenter.open(row("new.txt"));
    verify(navigator).go(any(Place.Stray.class));
  }

  @Test
  void whatIsRemovedIsGoneFromTheShelfAndWhatIsGoneAlreadyIsLeftAlone() throws Exception {
    FolderRow list = row("list.csv");
    presenter.remove(List.of(list));
    assertThat(desk.file("list.csv")).doesNotExist();
    verify(navigator).tell(any(), any());
    presenter.refresh();
    Files.delete(desk.file("Orders/first.txt"));
    presenter.moveTo(new InnerPath("Orders"));
    assertThat(presenter.factsProperty().get()).as("another folder").isNull();
    presenter.refresh();
    presenter.remove(List.of(row("first.txt")));
    verify(navigator).tell(any(), any());
  }
}
