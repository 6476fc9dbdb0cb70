package org.mendedleaf.desktop.find;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Answers to what is typed: only the last counts, and the best can be opened before it is there.
 */
class FoundPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private final Deque<Runnable> questions = new ArrayDeque<>();
  private TestDesk desk;

  @BeforeEach
  void someFiles() throws Exception {
    desk = new TestDesk(base);
    desk.write("genoa list.csv", "genoa");
    desk.write("genoa notes.txt", "notes");
    desk.write("mainsail list.csv", "mainsail");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private FoundPresenter typed(String words) {
    return new FoundPresenter(InTurn.of(desk, navigator), words);
  }

  @Test
  void whatWasFoundIsCountedAndALineCanBePicked() {
    FoundPresenter presenter = typed("genoa");
    assertThat(presenter.hitsProperty().get()).isNull();
    presenter.refresh();
    assertThat(presenter.told()).startsWith("2 files");
    assertThat(
            FoundPresenter.wanted(presenter.hitsProperty().get().files().get(0))
                .orElseThrow()
                .entry()
                .pick())
        .isInstanceOf(Pick.OfRevision.class);
  }

  @Test
  void theChosenLineIsOpenedOrElseTheFirst() {
    FoundPresenter presenter = typed("genoa");
    presenter.refresh();
    var second = presenter.hitsProperty().get().files().get(1);
    presenter.openBest(Optional.of(second));
    verify(navigator).go(new Place.OneFile(second.ref(), Optional.empty()));
    presenter.openBest(Optional.empty());
    verify(navigator)
        .go(
            new Place.OneFile(
                presenter.hitsProperty().get().files().get(0).ref(), Optional.empty()));
  }

  @Test
  void whoeverPressesEnterBeforeTheAnswerGetsTheFirstWhenItComes() {
    Background waiting = new Background(questions::add, Runnable::run);
    FoundPresenter presenter = new FoundPresenter(InTurn.of(desk, navigator, waiting), "mainsail");
    presenter.refresh();
    presenter.openBest(Optional.empty());
    verify(navigator, never()).go(any());
    questions.remove().run();
    verify(navigator).go(any(Place.OneFile.class));
  }

  @Test
  void anAnswerThatIsOvertakenByOtherWordsIsNotShown() {
    Background waiting = new Background(questions::add, Runnable::run);
    FoundPresenter presenter = new FoundPresenter(InTurn.of(desk, navigator, waiting), "genoa");
    presenter.refresh();
    presenter.type("mainsail");
    presenter.refresh();
    questions.removeLast().run();
    assertThat(presenter.told()).startsWith("1 file");
    questions.removeLast().run();
    assertThat(presenter.told()).startsWith("1 file");
  }
}
