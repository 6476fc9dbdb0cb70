package org.mendedleaf.desktop.moment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.isNull;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** The snapshots of a shelf: taken, listed, let go. */
class SnapshotsPresenterTest {

  private static final String FRIDAYS =
      """
      {"name":"Fridays","keep":["the newest 5"],
       "snapshots":["at 18:00 on Friday, labelled Week {week}, for 1 year"]}""";

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private final AtomicInteger done = new AtomicInteger();
  private TestDesk desk;
  private SnapshotsPresenter presenter;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.capture();
    presenter =
        new SnapshotsPresenter(
            InTurn.of(desk, navigator), new Place.ShelfSnapshots(desk.shelf(), InnerPath.ROOT));
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<String> labels() {
    return presenter.factsProperty().get().listed().stream()
        .map(Snapshots.Listed::snapshot)
        .map(Snapshot::label)
        .toList();
  }

  private void take(String label) {
    presenter.take(label, "", done::incrementAndGet);
  }

  @Test
  void theNewestStandsFirstAndWhatIsMissingIsSaidAndNothingTaken() {
    take("before the fair");
    desk.clock().forward(Duration.ofHours(1));
    take("after the fair");
    assertThat(labels()).containsExactly("after the fair", "before the fair");
    assertThat(done).hasValue(2);
    take("  ");
    verify(navigator).complain(any());
    assertThat(labels()).hasSize(2);
    assertThat(done).as("what was typed stays").hasValue(2);
  }

  @Test
  void aLabelGoesOnceSomebodyHasSaidYes() {
    take("before the fair");
    Snapshots.Listed one = presenter.factsProperty().get().listed().get(0);
    presenter.unlabel(one);
    assertThat(labels()).as("nobody has said yes").hasSize(1);
    doAnswer(
            asked -> {
              asked.getArgument(2, Runnable.class).run();
              return null;
            })
        .when(navigator)
        .ask(any(), any(), any());
    presenter.unlabel(one);
    assertThat(labels()).isEmpty();
  }

  @Test
  void whatThePlanTakesIsSaidWithItsNextTimes() throws Exception {
    assertThat(presenter.scheduled()).doesNotContain("Friday");
    take("before the fair");
    Snapshot own = presenter.factsProperty().get().listed().get(0).snapshot();
    assertThat(presenter.kept(own)).isNotEmpty();
    var unused =
        desk.office().plans().choose(desk.shelf(), PlanFormat.decode(FRIDAYS, ZoneOffset.UTC));
    presenter.refresh();
    assertThat(presenter.scheduled()).contains("Friday").contains("18:00");
    verify(navigator).tell(any(), isNull());
  }

  @Test
  void aSnapshotLeadsToTheShelfAsItWasThen() {
    take("before the fair");
    presenter.look(presenter.factsProperty().get().listed().get(0));
    verify(navigator).go(any(Place.ShelfAt.class));
  }
}
