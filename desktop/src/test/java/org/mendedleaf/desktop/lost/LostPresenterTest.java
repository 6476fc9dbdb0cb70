package org.mendedleaf.desktop.lost;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.desktop.lost.LostRow.EventRow;
import org.mendedleaf.desktop.lost.LostRow.LeftoverRow;
import org.mendedleaf.desktop.lost.LostRow.LinkRow;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** What left the shelves: where its lines lead, and that it comes back. */
class LostPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private LostPresenter presenter;

  @BeforeEach
  void aFileAndAFolderAreGone() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "the list");
    desk.write("stays.txt", "stays");
    desk.write("Orders/first.txt", "one");
    desk.write("Orders/second.txt", "two");
    desk.capture();
    desk.clock().forward(Duration.ofHours(1));
    Files.delete(desk.file("list.csv"));
    Files.delete(desk.file("Orders/first.txt"));
    Files.delete(desk.file("Orders/second.txt"));
    Files.delete(desk.file("Orders"));
    desk.capture();
    presenter = new LostPresenter(InTurn.of(desk, navigator));
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private LostRow lost(String name) {
    return presenter.rowsProperty().get().stream()
        .filter(one -> one.path().name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aFolderThatWentWholeIsOneLineAndLeadsToWhatItWas() {
    assertThat(LostPresenter.files(presenter.rowsProperty().get())).isEqualTo(3);
    assertThat(lost("Orders").files()).isEqualTo(2);
    presenter.open(lost("Orders"));
    verify(navigator).go(any(Place.ShelfAt.class));
    presenter.open(lost("list.csv"));
    verify(navigator).go(any(Place.OneFile.class));
    assertThat(presenter.wanted(lost("Orders")).orElseThrow().entry().pick())
        .isInstanceOf(Pick.OfMoment.class);
    assertThat(presenter.wanted(lost("list.csv")).orElseThrow().entry().pick())
        .isInstanceOf(Pick.OfRevision.class);
  }

  @Test
  void whatIsWantedComesBackToItsPlaceOrAsACopyToAnother() throws Exception {
    presenter.bringBack(List.of(), "");
    verify(navigator, never()).complain(any());
    Path elsewhere = Files.createDirectory(base.resolve("elsewhere"));
    presenter.bringBack(List.of(lost("list.csv")), elsewhere.toString());
    try (var copies = Files.walk(elsewhere)) {
      assertThat(copies.filter(Files::isRegularFile))
          .singleElement()
          .satisfies(copy -> assertThat(copy).hasContent("the list"));
    }
    assertThat(desk.file("list.csv")).doesNotExist();
    presenter.bringBack(List.of(lost("Orders"), lost("list.csv")), "  ");
    assertThat(desk.file("list.csv")).hasContent("the list");
    assertThat(desk.file("Orders/second.txt")).hasContent("two");
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).isEmpty();
  }

  @Test
  void aCopyThatAProgramLeftIsInTheSameListAndBecomesWhatItStandsFor() throws Exception {
    Path copy = desk.write("list.csv~", "the list, and what was added since");
    desk.write("note.txt.bak", "never recorded under its own name");
    presenter.refresh();
    assertThat(LostPresenter.files(presenter.rowsProperty().get())).isEqualTo(5);
    assertThat(presenter.lookedProperty().get()).contains("1 shelf");

    presenter.filter("note TXT");
    assertThat(presenter.rowsProperty().get()).hasSize(1);
    presenter.open(lost("note.txt"));
    verify(navigator).go(any(Place.Stray.class));
    assertThat(presenter.wanted(lost("note.txt"))).isEmpty();
    presenter.bringBack(presenter.rowsProperty().get(), "");
    assertThat(desk.file("note.txt")).hasContent("never recorded under its own name");

    presenter.filter("list");
    List<LostRow> both = presenter.rowsProperty().get();
    assertThat(both).hasSize(2);
    presenter.bringBack(both.stream().filter(LeftoverRow.class::isInstance).toList(), "");
    assertThat(desk.file("list.csv")).hasContent("the list, and what was added since");
    assertThat(copy).exists();
    presenter.filter("");
    presenter.refresh();
    assertThat(LostPresenter.files(presenter.rowsProperty().get())).isEqualTo(2);
  }

  @Test
  void aDismissedCopyIsSaidAgainWhenThatIsTakenBack() throws Exception {
    desk.write("note.txt.bak", "never recorded under its own name");
    presenter.refresh();
    presenter.dismiss(List.of(((LeftoverRow) lost("note.txt")).leftover()));
    assertThat(presenter.rowsProperty().get()).noneMatch(LeftoverRow.class::isInstance);
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).noneMatch(LeftoverRow.class::isInstance);

    CopyPlacesPresenter places = new CopyPlacesPresenter(InTurn.of(desk, navigator));
    places.refresh();
    assertThat(places.viewProperty().get().dismissed()).hasSize(1);
    places.sayAgain(places.viewProperty().get().dismissed().get(0));
    assertThat(places.viewProperty().get().dismissed()).isEmpty();
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).anyMatch(LeftoverRow.class::isInstance);
  }

  @Test
  void rulesAndFoldersAreSetInTheWindow() throws Exception {
    desk.write("offer.txt.part", "an offer that was never recorded");
    CopyPlacesPresenter places = new CopyPlacesPresenter(InTurn.of(desk, navigator));
    places.add("{name}.part = {name}");
    presenter.refresh();
    assertThat(lost("offer.txt")).isInstanceOf(LeftoverRow.class);
    places.remove(places.viewProperty().get().rules().get(0));
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).noneMatch(LeftoverRow.class::isInstance);
    verify(navigator, never()).complain(any());

    Path scratch = Files.createDirectory(base.resolve("scratch"));
    places.lookIn(scratch.toString());
    assertThat(places.viewProperty().get().folders()).contains(scratch);
    places.lookNoLonger(scratch);
    assertThat(places.viewProperty().get().folders()).doesNotContain(scratch);
    places.add("nonsense");
    verify(navigator).complain(any());
  }

  @Test
  void aLinkToWhatIsGoneNamesItUnlessItIsInTheListAlready() throws Exception {
    Files.createSymbolicLink(desk.file("latest"), Path.of("never recorded.txt"));
    Files.createSymbolicLink(desk.file("the list"), Path.of("list.csv"));
    Files.createSymbolicLink(desk.file("the first"), Path.of("Orders/first.txt"));
    desk.capture();
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).filteredOn(LinkRow.class::isInstance).hasSize(1);
    presenter.open(lost("never recorded.txt"));
    verify(navigator).go(new Place.Found("never recorded.txt"));
    assertThat(LostPresenter.files(presenter.rowsProperty().get())).isEqualTo(3);
  }

  @Test
  void whatOneEventTookIsOneLineThatIsRehearsedUntilSomebodyDecides() throws Exception {
    for (int i = 0; i < 14; i++) {
      desk.write("letters/%02d.txt".formatted(i), "letter %d\n".formatted(i).repeat(30));
    }
    desk.write("letters/stays.txt", "stays");
    desk.capture();
    for (int i = 0; i < 14; i++) {
      Files.delete(desk.file("letters/%02d.txt".formatted(i)));
    }
    desk.capture();
    desk.office().screenings().screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
    presenter.refresh();
    List<LostRow> rows = presenter.rowsProperty().get();
    assertThat(rows).hasSize(3);
    LostRow event = rows.stream().filter(EventRow.class::isInstance).findFirst().orElseThrow();
    assertThat(event.files()).isEqualTo(14);
    presenter.filter("07.txt");
    assertThat(presenter.rowsProperty().get()).as("its files are found").containsExactly(event);
    presenter.bringBack(List.of(event), "");
    verify(navigator).go(any(Place.Rehearsed.class));
    presenter.open(event);
    verify(navigator).go(any(Place.OneShelf.class));

    var happened = desk.office().massEvents().of(desk.shelf()).get(0);
    desk.office().massEvents().decide(desk.shelf(), happened.event().first(), "meant");
    presenter.filter("");
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).noneMatch(EventRow.class::isInstance);
    assertThat(LostPresenter.files(presenter.rowsProperty().get())).isEqualTo(17);
  }
}
