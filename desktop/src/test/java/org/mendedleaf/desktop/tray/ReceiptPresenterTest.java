package org.mendedleaf.desktop.tray;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** What a recovery did is told line by line, and one act takes it back. */
class ReceiptPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private RunReceipt run;

  @BeforeEach
  void aFolderWasRecoveredInPlace() throws Exception {
    desk = new TestDesk(base);
    desk.write("Orders/list.csv", "the list");
    desk.write("Orders/offer.txt", "the offer");
    desk.capture();
    Moment then = new Moment.At(desk.clock().instant());
    desk.clock().forward(Duration.ofHours(1));
    desk.write("Orders/list.csv", "asdf");
    Files.delete(desk.file("Orders/offer.txt"));
    desk.capture();
    run =
        desk.office()
            .recoveries()
            .run(
                desk.tray(Handling.IN_PLACE, new Pick.OfMoment(new InnerPath("Orders"), then)),
                Progress.NONE);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private ReceiptPresenter presenter(Context context) {
    ReceiptPresenter presenter =
        new ReceiptPresenter(context, new Place.ReceiptOf(run.store(), run.act().id()));
    presenter.refresh();
    return presenter;
  }

  @Test
  void itTellsWhoRecoveredHowMuchAndWhatBecameOfEachFile() {
    ReceiptPresenter presenter = presenter(InTurn.of(desk, navigator));
    assertThat(presenter.facts()).contains("maren");
    assertThat(presenter.summary()).contains("2 files");
    assertThat(presenter.rows())
        .extracting(line -> Path.of(line.item().target()).getFileName().toString())
        .contains("list.csv", "offer.txt");
    assertThat(presenter.rows())
        .extracting(line -> line.item().outcome())
        .doesNotContain(Outcome.REFUSED);
  }

  @Test
  void takingItBackGivesWhatStoodThereBefore() throws Exception {
    assertThat(desk.file("Orders/list.csv")).hasContent("the list");
    ReceiptPresenter presenter = presenter(InTurn.of(desk, navigator));
    presenter.undo();
    assertThat(desk.file("Orders/list.csv")).hasContent("asdf");
    assertThat(desk.file("Orders/offer.txt")).doesNotExist();
    presenter.refresh();
    assertThat(presenter.receiptProperty().get().isUndone()).isTrue();
  }

  @Test
  void aProgramThatCannotOpenTheFileIsComplainedOf() {
    Context context =
        InTurn.of(
            desk,
            navigator,
            file -> {
              throw new IOException("no program opens " + file);
            });
    presenter(context).open(desk.file("Orders/list.csv"));
    verify(navigator).complain(any(IOException.class));
  }
}
