package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import javafx.event.Event;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.picks.MendingTray;
import org.mendedleaf.desktop.work.tables.SheetTable;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** Typing ahead in a list that is looked through a part at a time. */
class LongListTest extends WindowRobot {

  private static final List<String> ROWS =
      IntStream.range(0, 100_000).mapToObj("row %06d"::formatted).toList();

  private SheetTable<String> table;

  private void showTable() throws Exception {
    FxToolkit.registerPrimaryStage();
    FxToolkit.setupFixture(
        () -> {
          table = new SheetTable<>("rows", row -> {}, row -> row);
          table.column("column.name", 200, (cell, row) -> cell.setText(row));
          table.picking(
              new MendingTray(null, new Background(ask -> {}, answer -> {})),
              row -> java.util.Optional.empty());
          table.show(ROWS);
          Stage stage = new Stage();
          stage.setScene(new Scene(table.node(), 400, 300));
          stage.show();
        });
  }

  private void typed(String text) {
    for (String letter : text.split("(?!^)", -1)) {
      Event.fireEvent(
          table.node(),
          new KeyEvent(
              KeyEvent.KEY_TYPED, letter, "", KeyCode.UNDEFINED, false, false, false, false));
    }
  }

  private void chooseAll() {
    Event.fireEvent(
        table.node(),
        new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.A, false, true, false, false));
  }

  @Test
  void theLastRowIsFoundByItsName() throws Exception {
    showTable();
    interact(() -> typed("row 099999"));
    eventually(() -> table.chosen().equals(java.util.Optional.of("row 099999")));
  }

  @Test
  void whoChoosesAllMeanwhileKeepsThatChoice() throws Exception {
    showTable();
    interact(
        () -> {
          typed("row 099999");
          chooseAll();
        });
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(table.chosenRows()).hasSize(ROWS.size());
  }
}
