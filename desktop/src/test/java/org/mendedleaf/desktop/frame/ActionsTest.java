package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;

/** What can be done on a page is declared once: it is listed, and its key does it. */
class ActionsTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void oneFile() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 2; i++) {
      desk.write("orders/list.csv", "state " + i);
      desk.capture();
    }
    show(desk.office());
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private List<Place> places() throws Exception {
    Shelf shelf = desk.shelf();
    FileRef file = desk.life("orders/list.csv").ref();
    InnerPath folder = new InnerPath("orders");
    return List.of(
        new Place.Today(),
        new Place.AllShelves(),
        new Place.OneShelf(shelf, folder),
        new Place.ShelfAt(shelf, folder, new Moment.At(TestDesk.START)),
        new Place.ShelfSnapshots(shelf, InnerPath.ROOT),
        new Place.RecordingOf(shelf),
        new Place.Plans(),
        new Place.PlanOf(shelf),
        new Place.Outlook(shelf),
        new Place.Thinning(shelf),
        new Place.SpaceOf(),
        new Place.Ledger(),
        new Place.StoreOf(shelf.store()),
        new Place.Gather(shelf, folder),
        new Place.BringIn(),
        new Place.Lost(),
        new Place.OnTray(),
        new Place.OneFile(file, Optional.of(1), Optional.empty()),
        new Place.Erase(file, 1));
  }

  @Test
  void noKeyMeansTwoThings() throws Exception {
    for (Place place : places()) {
      interact(() -> window().go(place));
      List<Action> all = ActionList.listed(window().actionsHere(), window().actionsEverywhere());
      List<KeyCombination> keys =
          all.stream()
              .map(Action::key)
              .filter(key -> !key.equals(KeyCombination.NO_MATCH))
              .toList();
      assertThat(keys).as(place.toString()).doesNotHaveDuplicates();
      assertThat(all).as(place.toString()).noneMatch(action -> action.name().isBlank());
    }
  }

  @Test
  void whatIsListedIsDoneByItsKey() throws Exception {
    interact(() -> window().go(new Place.OneShelf(desk.shelf(), new InnerPath("orders"))));
    eventually(() -> isThere("#files"));
    push(KeyCode.CONTROL, KeyCode.U);
    eventually(() -> isThere("#person"));
    interact(
        () ->
            window()
                .go(
                    new Place.ShelfAt(
                        desk.shelf(), new InnerPath("orders"), new Moment.At(TestDesk.START))));
    eventually(() -> isThere("#files-then"));
    assertThat(window().actionsHere()).extracting(Action::name).contains("Compare with now");
  }
}
