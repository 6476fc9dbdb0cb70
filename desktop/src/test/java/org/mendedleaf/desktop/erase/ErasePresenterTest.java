package org.mendedleaf.desktop.erase;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.isA;
import static org.mockito.ArgumentMatchers.isNull;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** Choosing what goes for good, and what is asked before it does. */
class ErasePresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private ErasePresenter presenter;

  @BeforeEach
  void threeStates() throws Exception {
    desk = new TestDesk(base);
    for (String text : new String[] {"one", "two!", "three"}) {
      desk.write("a.txt", text);
      desk.capture();
    }
    presenter = new ErasePresenter(InTurn.of(desk, navigator), desk.life("a.txt").ref(), 2);
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Set<Integer> told() {
    return Set.copyOf(
        presenter.toldProperty().get().revisions().stream().map(Revision::number).toList());
  }

  @Test
  void theChosenOneIsRehearsedAndTickingOthersGoesOnFromThere() {
    assertThat(told()).containsExactly(2);
    assertThat(presenter.goes(2)).isTrue();
    assertThat(presenter.goes(1)).isFalse();

    presenter.toggle(1);
    assertThat(presenter.choiceProperty().get()).isEqualTo(ErasePresenter.EraseChoice.SEVERAL);
    assertThat(told()).containsExactlyInAnyOrder(1, 2);

    presenter.toggle(1);
    presenter.toggle(2);
    assertThat(presenter.toldProperty().get()).as("nothing is ticked").isNull();

    presenter.choiceProperty().set(ErasePresenter.EraseChoice.ALL);
    assertThat(presenter.toldProperty().get().everything()).isTrue();
    assertThat(presenter.goes(1)).isTrue();
  }

  @Test
  void onlyTheTypedNameOpensTheWayAndAHoldClosesIt() throws Exception {
    assertThat(presenter.mayErase("b.txt")).isFalse();
    assertThat(presenter.mayErase(" a.txt ")).isTrue();
    presenter.erase("b.txt", false);
    assertThat(desk.life("a.txt").revisions()).hasSize(3);

    desk.office().sayings().hold(desk.life("a.txt").ref(), 2, "for the court");
    presenter.refresh();
    assertThat(presenter.mayErase("a.txt")).isFalse();
    presenter.erase("a.txt", false);
    assertThat(desk.life("a.txt").revisions()).hasSize(3);
    verify(navigator, never()).go(any());
  }

  @Test
  void whatWasErasedIsToldAndCannotBeTakenBack() throws Exception {
    presenter.erase("a.txt", false);
    assertThat(desk.life("a.txt").revision(2)).isEmpty();
    verify(navigator).go(isA(Place.OneFile.class));
    verify(navigator).tell(contains("a.txt"), isNull());
  }

  @Test
  void theWholeFileLeadsBackToItsFolder() {
    presenter.choiceProperty().set(ErasePresenter.EraseChoice.ALL);
    presenter.erase("a.txt", false);
    verify(navigator).go(isA(Place.OneShelf.class));
  }

  private void delaying(String delay) throws Exception {
    var unused =
        desk.office()
            .safeguards()
            .set(
                desk.shelf().store(),
                new Safeguards.ChosenSafeguards(Optional.empty(), Span.parse(delay)));
    presenter.refresh();
  }

  @Test
  void whereTheStoreDelaysItErasingIsOnlyAskedForAndCanBeCalledOff() throws Exception {
    assertThat(presenter.delayProperty().get().from()).isEmpty();
    delaying("7 days");
    assertThat(presenter.delayProperty().get().from())
        .contains(desk.clock().instant().plus(Duration.ofDays(7)));
    presenter.erase("a.txt", false);
    assertThat(desk.life("a.txt").revision(2)).isPresent();
    verify(navigator).tell(contains("takes effect"), isNull());

    presenter.refresh();
    assertThat(presenter.delayProperty().get().asked().orElseThrow().numbers()).containsExactly(2);
    presenter.callOff();
    assertThat(presenter.delayProperty().get().asked()).isEmpty();
    verify(navigator).tell(contains("will not be erased"), isNull());
  }

  @Test
  void onceTheDelayIsOverItCanBeErasedHere() throws Exception {
    delaying("7 days");
    presenter.erase("a.txt", false);
    presenter.refresh();
    assertThat(presenter.isDue()).isFalse();
    desk.clock().forward(Duration.ofDays(8));
    assertThat(presenter.isDue()).isTrue();
    presenter.eraseDue();
    assertThat(desk.life("a.txt").revision(2)).isEmpty();
    verify(navigator).tell(contains("1 revision is erased"), isNull());
  }

  @Test
  void removingInsteadKeepsTheRevisions() throws Exception {
    assertThat(presenter.canRemove()).isTrue();
    presenter.removeInstead();
    assertThat(desk.life("a.txt").revisions()).hasSize(3);
    assertThat(desk.file("a.txt")).doesNotExist();
    presenter.refresh();
    assertThat(presenter.canRemove()).isFalse();
  }
}
