package org.mendedleaf.desktop.work.tables;

import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.scene.control.TableView;

/** Chooses the next row whose name begins with the letters that are typed. */
final class TypedChoice<T> {

  private static final int LOOKED_THROUGH = 10_000;
  private static final long TYPING_PAUSE_NANOS = 900_000_000;

  private final TableView<T> table;
  private final Function<T, String> name;
  private final Runnable onSpace;
  private final StringBuilder typed = new StringBuilder();
  private long lastTyped;
  private String finding = "";

  /**
   * @param onSpace done where a space is typed that belongs to no name
   */
  TypedChoice(TableView<T> table, Function<T, String> name, Runnable onSpace) {
    this.table = table;
    this.name = name;
    this.onSpace = onSpace;
  }

  /** Whoever does something else no longer waits for what was typed. */
  void stop() {
    finding = "";
  }

  void type(String character) {
    if (character.isEmpty() || Character.isISOControl(character.charAt(0))) {
      return;
    }
    long now = System.nanoTime();
    if (now - lastTyped > TYPING_PAUSE_NANOS) {
      typed.setLength(0);
    }
    if (typed.isEmpty() && character.equals(" ")) {
      onSpace.run();
      return;
    }
    lastTyped = now;
    typed.append(character.toLowerCase(Locale.ROOT));
    finding = typed.toString();
    find(finding, table.getItems(), 0);
  }

  /** Some rows at a time, so that the next key is heard in between. */
  private void find(String wanted, List<T> rows, int from) {
    if (rows != table.getItems() || !wanted.equals(finding)) {
      return;
    }
    int to = Math.min(from + LOOKED_THROUGH, rows.size());
    for (int i = from; i < to; i++) {
      String text = name.apply(rows.get(i));
      if (text.regionMatches(true, 0, wanted, 0, wanted.length())) {
        table.getSelectionModel().clearAndSelect(i);
        table.scrollTo(Math.max(0, i - 3));
        return;
      }
    }
    if (to < rows.size()) {
      Platform.runLater(() -> find(wanted, rows, to));
    }
  }
}
