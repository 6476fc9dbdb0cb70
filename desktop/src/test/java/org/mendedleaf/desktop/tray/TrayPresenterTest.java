package org.mendedleaf.desktop.tray;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** What is on the tray leads to its rehearsal, each pick to what it stands for. */
class TrayPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private Context context;
  private TrayPresenter presenter;

  @BeforeEach
  void twoFilesInAFolder() throws Exception {
    desk = new TestDesk(base);
    desk.write("Orders/list.csv", "the list");
    desk.write("Orders/offer.txt", "the offer");
    desk.capture();
    context = InTurn.of(desk, navigator);
    presenter = new TrayPresenter(context);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private WantedPick wanted(Pick pick, String name) {
    return new WantedPick(
        new Tray.Entry(desk.shelf().store(), desk.shelf().id(), pick), name, false, 1, 8);
  }

  @Test
  void anEmptyTraySaysNothingAndIsNotRehearsed() {
    assertThat(presenter.told()).isEmpty();
    presenter.rehearse();
    verify(navigator, never()).go(any());
  }

  @Test
  void picksAreCountedAndRehearsed() throws Exception {
    Moment now = new Moment.At(desk.clock().instant());
    context
        .tray()
        .add(
            List.of(
                wanted(new Pick.OfRevision(desk.life("Orders/list.csv").file().id(), 0), "list"),
                wanted(new Pick.OfMoment(new InnerPath("Orders"), now), "Orders")));
    assertThat(presenter.told()).startsWith("2 picks");
    presenter.open(context.tray().picks().get(0));
    verify(navigator).go(any(Place.OneFile.class));
    presenter.open(context.tray().picks().get(1));
    verify(navigator).go(any(Place.ShelfAt.class));
    presenter.rehearse();
    verify(navigator).go(any(Place.Rehearsed.class));
  }

  @Test
  void whatWasRecoveredBeforeIsListedTheLastFirst() throws Exception {
    presenter.refresh();
    assertThat(presenter.pastProperty().get().recent()).isEmpty();
    for (String name : List.of("list.csv", "offer.txt")) {
      Pick pick = new Pick.OfRevision(desk.life("Orders/" + name).file().id(), 0);
      Handling elsewhere = Handling.IN_PLACE.to(new Destination.Folder(base.resolve(name)));
      var unused = desk.office().recoveries().run(desk.tray(elsewhere, pick), Progress.NONE);
    }
    presenter.refresh();
    assertThat(presenter.pastProperty().get().recent())
        .extracting(receipt -> receipt.lines().get(0).item().target())
        .satisfiesExactly(
            last -> assertThat(last).contains("offer.txt"),
            first -> assertThat(first).contains("list.csv"));
    assertThat(presenter.pastProperty().get().unfinished()).isEmpty();
  }
}
