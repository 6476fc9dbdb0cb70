package org.mendedleaf.desktop.gather;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.isA;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** Which copies become revisions of one file, and doing it. */
class GatherPresenterTest {

  private static final List<String> NAMES =
      List.of(
          "orders/rigging prices 2025-11-03 MO.csv",
          "orders/rigging prices 2025-12-01 TL.csv",
          "orders/rigging prices 2026-01-09 PD.csv");

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private GatherPresenter presenter;

  @BeforeEach
  void threeCopies() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < NAMES.size(); i++) {
      StringBuilder text = new StringBuilder("part;price\n");
      for (int line = 0; line < 40; line++) {
        text.append("shackle ").append(line).append(';').append(line * 3 + (line < i ? 1 : 0));
        text.append('\n');
      }
      Path file = desk.write(NAMES.get(i), text.toString());
      Files.setLastModifiedTime(
          file, FileTime.from(TestDesk.START.minus(Duration.ofDays(90 - 30L * i))));
    }
    desk.capture();
    desk.clock().forward(Duration.ofHours(1));
    presenter =
        new GatherPresenter(InTurn.of(desk, navigator), desk.shelf(), new InnerPath("orders"));
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<GatherRow.Line> lines() {
    return presenter.rowsProperty().get().stream()
        .filter(GatherRow.Line.class::isInstance)
        .map(GatherRow.Line.class::cast)
        .toList();
  }

  @Test
  void oneFamilyIsFoundInTheOrderInWhichTheCopiesWereSaved() {
    assertThat(presenter.families()).isEqualTo(1);
    assertThat(lines()).hasSize(3);
    assertThat(presenter.copies()).isEqualTo(3);
    assertThat(presenter.ready().get(0).copies())
        .extracting(InnerPath::shown)
        .containsExactlyElementsOf(NAMES);
  }

  @Test
  void aCopyIsTakenOutAndOneAloneIsNothingToGather() {
    presenter.toggle(lines().get(0));
    assertThat(presenter.copies()).isEqualTo(2);
    presenter.toggle(lines().get(1));
    assertThat(presenter.ready()).isEmpty();
    presenter.toggle(lines().get(1));
    assertThat(presenter.copies()).isEqualTo(2);
  }

  @Test
  void theFileIsCalledAsSomebodyLikesButStaysInItsFolder() {
    presenter.call(0, " prices.csv ");
    assertThat(presenter.file(0)).isEqualTo(new InnerPath("orders/prices.csv"));
    presenter.call(0, "../elsewhere.csv");
    presenter.call(0, "  ");
    assertThat(presenter.file(0)).isEqualTo(new InnerPath("orders/prices.csv"));
    assertThat(presenter.goingNames()).isEqualTo(3);
  }

  @Test
  void gatheringGoesToTheFileAndTellsHowToTakeItBack() throws Exception {
    presenter.call(0, "prices.csv");
    presenter.gather();
    assertThat(desk.life("orders/prices.csv").revisions()).hasSize(3);
    verify(navigator).go(isA(Place.OneFile.class));
    verify(navigator).tell(contains("prices.csv"), any(), any(), any());
  }
}
