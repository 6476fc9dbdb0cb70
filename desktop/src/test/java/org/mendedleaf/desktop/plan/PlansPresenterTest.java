package org.mendedleaf.desktop.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.ZoneOffset;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.desktop.plan.PlansPresenter.PlanRow;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** All shelves with their plans and what these would let go. */
class PlansPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private PlansPresenter presenter;

  @BeforeEach
  void fourStates() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 4; i++) {
      desk.write("list.csv", "state " + i);
      desk.capture();
    }
    presenter = new PlansPresenter(InTurn.of(desk, navigator));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private PlanRow row() {
    presenter.refresh();
    assertThat(presenter.rowsProperty().get()).hasSize(1);
    return presenter.rowsProperty().get().get(0);
  }

  @Test
  void aShelfWithoutAPlanLetsNothingGoAndHasNothingToThin() {
    assertThat(row().plan()).isEmpty();
    assertThat(row().going()).isZero();
    assertThat(presenter.withoutPlan()).isEqualTo(1);
    presenter.thin(row());
    verify(navigator, never()).go(any());
    presenter.open(row());
    verify(navigator).go(any(Place.PlanOf.class));
  }

  @Test
  void howManyRevisionsAPlanWouldLetGoIsCounted() throws Exception {
    var unused =
        desk.office()
            .plans()
            .choose(
                desk.shelf(),
                PlanFormat.decode(
                    "{\"name\":\"Lean\",\"keep\":[\"the newest 2\"]}", ZoneOffset.UTC));
    assertThat(row().going()).isEqualTo(2);
    assertThat(row().waiting()).isZero();
    assertThat(presenter.withoutPlan()).isZero();
    presenter.thin(row());
    verify(navigator).go(any(Place.Thinning.class));
  }
}
