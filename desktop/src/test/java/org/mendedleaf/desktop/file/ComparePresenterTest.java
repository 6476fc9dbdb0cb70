package org.mendedleaf.desktop.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** Which two states are held against each other. */
class ComparePresenterTest {

  @TempDir Path base;
  private TestDesk desk;
  private FilePresenter file;
  private ComparePresenter comparing;

  @BeforeEach
  void threeStates() throws Exception {
    desk = new TestDesk(base);
    for (String text : new String[] {"one\n", "one\ntwo\n", "one\ntwo\nthree\n"}) {
      desk.write("a.txt", text);
      desk.capture();
    }
    Context context = InTurn.of(desk, mock(Navigator.class));
    file = new FilePresenter(context, desk.life("a.txt").ref());
    comparing = new ComparePresenter(context, file);
    file.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private String pair() {
    ComparePresenter.ShownComparison shown = comparing.shownProperty().get();
    assertThat(shown.problem()).isEmpty();
    assertThat(shown.comparison()).isNotNull();
    return shown.earlier() + " / " + shown.later();
  }

  @Test
  void nothingIsComparedThatNobodyLooksAt() {
    file.chosenProperty().set(1);
    assertThat(comparing.shownProperty().get()).isNull();
    comparing.want(true);
    assertThat(pair()).isEqualTo("first state / r1");
    comparing.want(false);
    assertThat(comparing.shownProperty().get()).isNull();
    assertThat(comparing.againstProperty().get()).isEqualTo(FilePresenter.NONE);
  }

  @Test
  void theOneBeforeFollowsTheChosenOne() {
    comparing.want(true);
    assertThat(pair()).isEqualTo("r1 / r2");
    file.chosenProperty().set(1);
    assertThat(pair()).isEqualTo("first state / r1");
    file.chosenProperty().set(0);
    assertThat(pair()).as("the oldest has none before it").isEqualTo("first state / r1");
  }

  @Test
  void anotherOneThatWasChosenStaysAndTheOlderStandsFirst() {
    comparing.want(true);
    comparing.againstProperty().set(0);
    assertThat(pair()).isEqualTo("first state / r2");
    file.chosenProperty().set(1);
    assertThat(pair()).isEqualTo("first state / r1");
    comparing.againstProperty().set(2);
    assertThat(pair()).isEqualTo("r1 / r2");
    comparing.withBefore();
    assertThat(pair()).isEqualTo("first state / r1");
  }

  @Test
  void whatLiesThereNowAndAnyFileCanBeHeldAgainstIt() throws Exception {
    comparing.want(true);
    desk.write("a.txt", "something else\n");
    comparing.withNow();
    assertThat(pair()).startsWith("r2 / ").doesNotContain("r1");
    Path other = Files.writeString(base.resolve("other.txt"), "one\ntwo\n");
    comparing.withFile(other);
    assertThat(pair()).isEqualTo("r2 / other.txt");
  }
}
