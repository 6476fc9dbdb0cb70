package org.mendedleaf.desktop.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Period;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** Editing a care plan and seeing what it would do, without a window. */
class PlanPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private PlanPresenter presenter;

  @BeforeEach
  void severalStates() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 8; i++) {
      desk.write("a.txt", "state " + i);
      desk.capture();
    }
    presenter = new PlanPresenter(InTurn.of(desk, navigator), desk.shelf());
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private PlanDraft keeping(String... sentences) {
    return presenter.draftProperty().get().keeping(List.of(sentences));
  }

  @Test
  void aShelfWithoutAPlanKeepsEverythingAndEachReadyPlanHasItsPrice() {
    assertThat(presenter.isChanged()).isFalse();
    assertThat(presenter.outlookProperty().get().rehearsal().goes()).isEmpty();
    assertThat(presenter.knownProperty().get().prices())
        .hasSize(ReadyPlans.of(ZoneOffset.UTC, DayOfWeek.MONDAY).size());
  }

  @Test
  void whatIsTypedIsRehearsedAtOnceAndWhatIsNotUnderstoodIsNot() {
    presenter.edit(keeping("the newest 3"));
    assertThat(presenter.isChanged()).isTrue();
    assertThat(presenter.outlookProperty().get().rehearsal().goes()).hasSize(5);
    presenter.edit(keeping("whatever the moon says"));
    assertThat(presenter.outlookProperty().get()).isNull();
    presenter.keepTodays();
    assertThat(presenter.isChanged()).isFalse();
    assertThat(presenter.outlookProperty().get().rehearsal().goes()).isEmpty();
  }

  @Test
  void lookingAheadLetsTimePass() {
    presenter.edit(keeping("what was replaced less than 30 days ago"));
    assertThat(presenter.outlookProperty().get().rehearsal().goes()).isEmpty();
    presenter.lookAhead(Period.ofDays(60));
    assertThat(presenter.outlookProperty().get().rehearsal().goes()).hasSize(7);
  }

  @Test
  void whatSomebodyIsEditingSurvivesALookAround() {
    PlanDraft draft = keeping("the newest 3");
    presenter.edit(draft);
    presenter.refresh();
    assertThat(presenter.draftProperty().get()).isEqualTo(draft);
  }

  @Test
  void usingItMakesItTheShelfsPlan() throws Exception {
    presenter.edit(keeping("the newest 3"));
    presenter.use();
    assertThat(desk.office().plans().of(desk.shelf()).orElseThrow().plan().rules()).hasSize(1);
    verify(navigator).tell(contains("care plan of"), any());
    presenter.refresh();
    assertThat(presenter.isChanged()).isFalse();
  }
}
