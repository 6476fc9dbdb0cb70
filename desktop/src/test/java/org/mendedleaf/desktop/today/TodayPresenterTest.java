package org.mendedleaf.desktop.today;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.today.TodayPresenter.TodayLine;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** What needs a person today, and where the step beside it leads. */
class TodayPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private TodayPresenter presenter;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.write("plan.txt", "two");
    desk.capture();
    presenter = new TodayPresenter(InTurn.of(desk, navigator));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<TodayLine> needs() {
    presenter.refresh();
    return presenter.linesProperty().get().needs();
  }

  @Test
  void aShelfThatIsNotRecordedIsSaidInRustAndLeadsToItsRecording() throws Exception {
    assertThat(needs()).noneMatch(line -> line.words().contains("not recorded"));
    var unused = desk.office().recordingAndPeople().recording(desk.shelf(), false);
    TodayLine off =
        needs().stream()
            .filter(line -> line.words().contains(desk.shelf().name()))
            .filter(line -> line.style().equals("rust"))
            .findFirst()
            .orElseThrow();
    off.step().run();
    verify(navigator).go(any(Place.RecordingOf.class));
  }

  @Test
  void whatWasSavedSinceYesterdayIsToldAndLeadsToTheShelfAsItWas() throws Exception {
    desk.clock().forward(Duration.ofHours(30));
    desk.write("list.csv", "one, changed");
    desk.capture();
    presenter.refresh();
    TodayLine told = presenter.linesProperty().get().happened().get(0);
    assertThat(told.words()).startsWith(desk.shelf().name() + ": ").contains("saved");
    told.step().run();
    verify(navigator).go(any(Place.ShelfAt.class));
  }
}
