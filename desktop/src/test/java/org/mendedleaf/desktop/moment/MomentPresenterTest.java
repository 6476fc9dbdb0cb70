package org.mendedleaf.desktop.moment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.isA;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mockito.ArgumentCaptor;

/** A folder at a moment: what it lists, and going to other moments. */
class MomentPresenterTest {

  private static final InnerPath ORDERS = new InnerPath("orders");

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private Instant first;
  private Instant second;

  @BeforeEach
  void threeMoments() throws Exception {
    desk = new TestDesk(base);
    desk.write("orders/a.txt", "a, first");
    desk.write("orders/b.txt", "b, first");
    desk.capture();
    first = desk.clock().instant();
    desk.write("orders/a.txt", "a, and second");
    Files.delete(desk.file("orders/b.txt"));
    desk.capture();
    second = desk.clock().instant();
    desk.write("orders/c.txt", "c, the third");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private MomentPresenter at(Instant moment) {
    MomentPresenter presenter =
        new MomentPresenter(
            InTurn.of(desk, navigator), desk.shelf(), ORDERS, Optional.of(new Moment.At(moment)));
    presenter.refresh();
    return presenter;
  }

  private static List<String> names(MomentPresenter presenter) {
    return presenter.rowsProperty().get().rows().stream()
        .map(row -> row.entry().entry().path().name())
        .toList();
  }

  private Moment wentTo() {
    ArgumentCaptor<Place> place = ArgumentCaptor.forClass(Place.class);
    verify(navigator).go(place.capture());
    return ((Place.ShelfAt) place.getValue()).moment();
  }

  @Test
  void itListsWhatLayThereAndCountsWhatIsAnotherNow() {
    MomentPresenter presenter = at(first);
    assertThat(names(presenter)).containsExactly("a.txt", "b.txt");
    assertThat(presenter.rowsProperty().get().whole()).isTrue();
    assertThat(presenter.rowsProperty().get().files()).isEqualTo(2);
    assertThat(presenter.rowsProperty().get().changed()).isEqualTo(2);

    presenter.turnTo(ORDERS, new Moment.At(second));
    presenter.refresh();
    assertThat(names(presenter)).containsExactly("a.txt");
    assertThat(presenter.rowsProperty().get().changed()).isZero();
  }

  @Test
  void removedOnesAndRevisionsAreShownWhereWanted() {
    MomentPresenter presenter = at(second);
    presenter.withGoneProperty().set(true);
    presenter.refresh();
    assertThat(names(presenter)).contains("b.txt");
    presenter.withGoneProperty().set(false);
    presenter.withRevisionsProperty().set(true);
    presenter.refresh();
    assertThat(presenter.rowsProperty().get().rows())
        .filteredOn(row -> row.revision().isPresent())
        .isNotEmpty();
  }

  @Test
  void aStepBackIsTheChangeBefore() {
    at(second).step(-1);
    assertThat(wentTo()).isEqualTo(new Moment.At(first));
  }

  @Test
  void aStepFromTheLastChangeIsThePresent() {
    at(desk.clock().instant()).step(1);
    verify(navigator).go(isA(Place.OneShelf.class));
  }

  @Test
  void whatIsTypedIsAMomentOrASentenceThatSaysWhyNot() {
    MomentPresenter presenter = at(second);
    presenter.goTo("the day after never");
    verify(navigator).complain(any());
    verify(navigator, never()).go(any());
    presenter.goTo("2026-03-01");
    assertThat(wentTo()).isInstanceOf(Moment.At.class);
  }

  @Test
  void aMomentToComeIsThePresent() {
    at(second).goTo("2199-01-01");
    verify(navigator).go(isA(Place.OneShelf.class));
  }
}
