package org.mendedleaf.desktop.work.tables;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;

/** A table tells whoever follows it what is chosen. */
class SheetTableTest extends FxRobot {

  @Test
  void whoFollowsTheChoiceSeesWhatIsChosenHoweverItWasChosen() throws Exception {
    FxToolkit.registerPrimaryStage();
    List<String> seen = new ArrayList<>();
    interact(
        () -> {
          SheetTable<String> table = new SheetTable<>("rows", row -> {}, row -> row);
          table.column("column.name", 100, row -> row);
          table.show(List.of("first", "second", "third"));
          table.onChoice(() -> seen.add(table.chosen().orElse("none")));
          table.node().getSelectionModel().select(2);
          seen.add("then");
          table.node().getSelectionModel().clearAndSelect(1);
        });
    assertThat(seen.subList(0, seen.indexOf("then"))).last().isEqualTo("third");
    assertThat(seen).last().isEqualTo("second");
  }

  /** Else a button would act on another row than the one that somebody chose. */
  @Test
  void whatIsChosenStaysSoWhenRowsComeAboveIt() throws Exception {
    FxToolkit.registerPrimaryStage();
    interact(
        () -> {
          SheetTable<String> table = new SheetTable<>("rows", row -> {}, row -> row);
          table.column("column.name", 100, row -> row);
          table.show(List.of("first", "second", "third"));
          table.node().getSelectionModel().clearAndSelect(1);
          table.show(List.of("new", "newer", "first", "second", "third"));
          assertThat(table.chosen()).contains("second");
          table.show(List.of("new", "newer", "first", "third"));
          assertThat(table.chosen()).as("gone, so what took its place").contains("third");
        });
  }
}
