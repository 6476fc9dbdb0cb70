package org.mendedleaf.desktop.tray;

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
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.tray.TrayRehearsal.RehearsedStep;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** What a tray would do is told before it is done. */
class RehearsalPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;

  @BeforeEach
  void aFileThatWasOverwritten() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "the list");
    desk.capture();
    desk.clock().forward(Duration.ofHours(1));
    desk.write("list.csv", "asdf");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private RehearsalPresenter presenter(Handling handling) throws Exception {
    Tray tray = desk.tray(handling, new Pick.OfRevision(desk.life("list.csv").file().id(), 0));
    RehearsalPresenter presenter = new RehearsalPresenter(InTurn.of(desk, navigator), tray);
    presenter.refresh();
    return presenter;
  }

  @Test
  void mendingMakesRoomForWhatStandsThereAndCanBeComparedWithIt() throws Exception {
    RehearsalPresenter presenter = presenter(Handling.IN_PLACE);
    RehearsalPresenter.RehearsalFacts facts = presenter.factsProperty().get();
    assertThat(facts.mends()).isTrue();
    assertThat(facts.written()).isEqualTo(1);
    assertThat(facts.counts()).containsEntry(Outcome.MADE_ROOM, 1L);
    RehearsedStep line = facts.lines().get(0);
    assertThat(RehearsalPresenter.canCompare(line)).isTrue();
    presenter.compare(line);
    verify(navigator).go(any(Place.OneFile.class));
    assertThat(desk.file("list.csv")).as("a rehearsal changes nothing").hasContent("asdf");
    presenter.run();
    assertThat(desk.file("list.csv")).hasContent("the list");
    verify(navigator).go(any(Place.ReceiptOf.class));
  }

  @Test
  void whatIsThereAlreadyLeavesNothingToDo() throws Exception {
    desk.write("list.csv", "the list");
    desk.capture();
    RehearsalPresenter.RehearsalFacts facts = presenter(Handling.IN_PLACE).factsProperty().get();
    assertThat(facts.doesAnything()).isFalse();
    assertThat(facts.counts()).containsEntry(Outcome.SAME, 1L);
  }

  @Test
  void aPlaceThatCannotTakeAnythingIsOneSentence() throws Exception {
    Path store = base.resolve("store");
    RehearsalPresenter presenter = presenter(Handling.IN_PLACE.to(new Destination.Folder(store)));
    if (presenter.factsProperty().get() != null) {
      assertThat(presenter.factsProperty().get().lines())
          .allMatch(line -> line.step().planned() == Outcome.REFUSED);
    } else {
      assertThat(presenter.problemProperty().get()).endsWith(".");
    }
    assertThat(Files.exists(store.resolve("list.csv"))).isFalse();
  }
}
