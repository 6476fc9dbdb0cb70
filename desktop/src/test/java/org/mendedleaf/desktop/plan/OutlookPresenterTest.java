package org.mendedleaf.desktop.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** What a shelf will take is told once its history is long enough, and compared with other ways. */
class OutlookPresenterTest {

  private static final int WEEKS = 6;

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private void record(int weeks) throws Exception {
    Random random = new Random(7);
    byte[] bytes = new byte[4_000];
    for (int day = 0; day < weeks * 7; day++) {
      random.nextBytes(bytes);
      desk.write("list " + day % 3 + ".csv", bytes);
      desk.capture();
      desk.clock().forward(Duration.ofDays(1));
    }
  }

  private OutlookPresenter presenter() {
    OutlookPresenter presenter =
        new OutlookPresenter(InTurn.of(desk, mock(Navigator.class)), desk.shelf());
    presenter.refresh();
    return presenter;
  }

  @Test
  void aHistoryOfADayIsTooShortAndThatIsSaid() throws Exception {
    desk.write("list.csv", "one");
    desk.capture();
    OutlookPresenter presenter = presenter();
    assertThat(presenter.factsProperty().get().rows()).isEmpty();
    assertThat(presenter.answer()).isNotBlank();
    assertThat(presenter.trust()).isEmpty();
    assertThat(presenter.drawn(Optional.empty())).isEmpty();
  }

  @Test
  void theShelfsOwnWayComesFirstAndAnotherIsDrawnBesideIt() throws Exception {
    record(WEEKS);
    OutlookPresenter presenter = presenter();
    var rows = presenter.factsProperty().get().rows();
    assertThat(rows.get(0).own()).isTrue();
    assertThat(rows).filteredOn(row -> row.own()).hasSize(1);
    assertThat(rows.size()).isGreaterThan(5);
    assertThat(presenter.told()).contains(desk.shelf().name());
    assertThat(presenter.answer()).contains("year");
    assertThat(presenter.trust()).contains("week");
    assertThat(presenter.drawn(Optional.empty()).orElseThrow().ways()).hasSize(1);
    assertThat(presenter.drawn(Optional.of(rows.get(0))).orElseThrow().ways()).hasSize(1);
    assertThat(presenter.drawn(Optional.of(rows.get(2))).orElseThrow().ways())
        .extracting(way -> way.style())
        .containsExactly("other", "own");
  }
}
