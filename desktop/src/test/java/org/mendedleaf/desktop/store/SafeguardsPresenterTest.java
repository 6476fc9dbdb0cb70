package org.mendedleaf.desktop.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** The safeguards of a store are said in a sentence and set by two spans. */
class SafeguardsPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private SafeguardsPresenter presenter;

  @BeforeEach
  void aStore() throws Exception {
    desk = new TestDesk(base);
    presenter = new SafeguardsPresenter(InTurn.of(desk, navigator), desk.shelf().store());
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private String said() {
    return presenter.sentence(presenter.safeguardsProperty().get());
  }

  @Test
  void whatCountsIsSaidAndWhatWillWhereItWasLoosened() {
    assertThat(said()).startsWith("It has no safeguards");
    assertThat(presenter.set("30 days", "7 days")).isTrue();
    assertThat(said())
        .isEqualTo(
            "Every revision stays for 30 days after it was replaced, whatever a plan says."
                + " Erasing, and loosening a plan or this, takes effect 7 days after it was asked for;"
                + " until then it can be called off.");
    assertThat(presenter.set("", " ")).isTrue();
    assertThat(said())
        .contains("30 days")
        .contains("it is, as maren has set: no least time, no delay.");
    assertThat(SafeguardsPresenter.typed(Span.parse("1 week"))).isEqualTo("1 week");
  }

  @Test
  void whatIsNoSpanIsSaidAndSetsNothing() throws Exception {
    assertThat(presenter.set("soon", "")).isFalse();
    assertThat(presenter.refusedProperty().get()).startsWith("“soon” is no span");
    assertThat(presenter.set("11 years", "")).as("refused by the office").isTrue();
    verify(navigator).complain(argThat(e -> e.getMessage().contains("10 years at most")));
    assertThat(desk.office().safeguards().of(desk.shelf().store()).chosen().isNone()).isTrue();
  }
}
