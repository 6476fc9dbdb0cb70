package org.mendedleaf.desktop.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/**
 * How often a recovery is tried automatically is said in a sentence and set by a number of days.
 */
class DrillRhythmPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private DrillRhythmPresenter presenter;

  @BeforeEach
  void aStore() throws Exception {
    desk = new TestDesk(base);
    presenter = new DrillRhythmPresenter(InTurn.of(desk, navigator), desk.shelf().store());
    assertThat(presenter.typed()).as("before it is known").isEmpty();
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private String said() {
    return DrillRhythmPresenter.sentence(presenter.everyProperty().get());
  }

  @Test
  void whatIsTypedCountsFromThenOn() throws Exception {
    assertThat(said()).isEqualTo("A recovery is tried automatically every 30 days.");
    assertThat(presenter.typed()).isEqualTo("30");
    assertThat(presenter.set(" 1 ")).isTrue();
    assertThat(said()).isEqualTo("A recovery is tried automatically every day.");
    assertThat(desk.office().drills().rhythm(desk.shelf().store())).contains(Duration.ofDays(1));
    assertThat(presenter.set(" ")).isTrue();
    assertThat(said()).isEqualTo("No recovery is tried automatically.");
    assertThat(presenter.typed()).isEmpty();
  }

  @Test
  void whatIsNoNumberOfDaysIsSaidAndSetsNothing() throws Exception {
    for (String typed : new String[] {"0", "soon", "-3", "10000", "1.5"}) {
      assertThat(presenter.set(typed)).isFalse();
      assertThat(presenter.refusedProperty().get()).startsWith("“" + typed + "” is no number");
    }
    assertThat(desk.office().drills().rhythm(desk.shelf().store())).contains(Duration.ofDays(30));
  }
}
