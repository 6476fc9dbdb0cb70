package org.mendedleaf.desktop.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.isNull;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** Letting go, told first; by the plan or by a sentence just this once. */
class ThinPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private ThinPresenter presenter;

  @BeforeEach
  void aPlanThatLetsGo() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 6; i++) {
      desk.write("a.txt", "state " + i);
      desk.capture();
    }
    NamedPlan plan =
        PlanFormat.decode("{\"name\": \"few\", \"keep\": [\"the newest 2\"]}", ZoneOffset.UTC);
    var unused = desk.office().plans().choose(desk.shelf(), plan);
    presenter = new ThinPresenter(InTurn.of(desk, navigator), desk.shelf());
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private long going() {
    return presenter.toldProperty().get().rehearsal().with(Thinnings.Fate.NOTICED).size();
  }

  @Test
  void whatWouldGoIsToldWithWhatItFrees() {
    assertThat(going()).isEqualTo(4);
    assertThat(presenter.toldProperty().get().words()).startsWith("2 ");
    assertThat(presenter.freedProperty().get()).isNotEmpty().contains("bytes");
    assertThat(presenter.report()).isPresent();
  }

  @Test
  void aSentenceCountsJustThisOnceAndOneThatIsNoneIsRefused() {
    presenter.once("the newest 4");
    assertThat(going()).isEqualTo(2);
    presenter.once("as the wind blows");
    verify(navigator).complain(any());
    assertThat(going()).as("what was told stays").isEqualTo(2);
    presenter.once(" ");
    assertThat(going()).isEqualTo(4);
  }

  @Test
  void whatIsLetGoGoesOnNoticeAndCanBeKeptAfterAll() throws Exception {
    presenter.thin();
    verify(navigator, never()).complain(any());
    verify(navigator, atLeastOnce()).tell(contains("notice"), isNull());
    presenter.refresh();
    List<Thinnings.Concerned> waiting =
        presenter.toldProperty().get().rehearsal().with(Thinnings.Fate.WAITS);
    assertThat(waiting).hasSize(4).allMatch(ThinPresenter::isOnNotice);

    presenter.keep(waiting.subList(0, 1));
    presenter.refresh();
    assertThat(presenter.toldProperty().get().rehearsal().with(Thinnings.Fate.WAITS)).hasSize(3);
    int number = waiting.get(0).revision().revision();
    assertThat(desk.life("a.txt").marks(desk.life("a.txt").revision(number).orElseThrow()).hold())
        .isPresent();
  }

  @Test
  void nothingToDoDoesNothing() throws Exception {
    presenter.once("the newest 40");
    int acts = desk.office().stores().ledger(desk.shelf().store()).size();
    presenter.thin();
    assertThat(desk.office().stores().ledger(desk.shelf().store())).hasSize(acts);
  }
}
