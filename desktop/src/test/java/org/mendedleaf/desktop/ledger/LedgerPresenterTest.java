package org.mendedleaf.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.isNull;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Ledgers.LedgerRow;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** All acts: looked through, gone to, and checked against each other. */
class LedgerPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private LedgerPresenter presenter;

  @BeforeEach
  void twoCapturesAndAMending() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 2; i++) {
      desk.write("list.csv", "state " + i);
      desk.capture();
    }
    var unused = desk.office().files().mend(desk.life("list.csv").ref(), 0);
    presenter = new LedgerPresenter(InTurn.of(desk, navigator));
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<String> acts() {
    return presenter.siftedProperty().get().rows().stream()
        .map(row -> row.entry().act().word())
        .toList();
  }

  @Test
  void onlyActsWithAllTheWordsAreShownAndHowManyThereAreIsStillSaid() {
    int all = presenter.siftedProperty().get().of();
    assertThat(acts()).contains("mend", "capture").hasSize(all);
    presenter.filterProperty().set("  MEND " + desk.office().settings().person());
    assertThat(acts()).containsExactly("mend");
    assertThat(presenter.siftedProperty().get().of()).isEqualTo(all);
    presenter.filterProperty().set("mend nobody");
    assertThat(acts()).isEmpty();
    presenter.filterProperty().set("");
    assertThat(acts()).hasSize(all);
  }

  @Test
  void anActLeadsToItsReceiptOrToTheShelfAsItWasThen() {
    for (LedgerRow row : presenter.siftedProperty().get().rows()) {
      if (row.entry().act().word().equals("mend")) {
        presenter.open(row);
      }
    }
    verify(navigator).go(any(Place.ReceiptOf.class));
    presenter.filterProperty().set("capture");
    presenter.open(presenter.siftedProperty().get().rows().get(0));
    verify(navigator).go(any(Place.ShelfAt.class));
  }

  @Test
  void aSoundLedgerIsSaidToBeSoundAndABrokenOneIsNot() throws Exception {
    presenter.check();
    verify(navigator).tell(any(), isNull());
    try (Stream<Path> log = Files.walk(base.resolve("store/log"))) {
      Path last = log.filter(Files::isRegularFile).sorted().reduce((a, b) -> b).orElseThrow();
      byte[] bytes = Files.readAllBytes(last);
      bytes[bytes.length / 2] ^= 4;
      last.toFile().setWritable(true);
      Files.write(last, bytes);
    }
    presenter.check();
    verify(navigator).complain(any());
  }
}
