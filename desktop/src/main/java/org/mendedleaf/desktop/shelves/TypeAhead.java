package org.mendedleaf.desktop.shelves;

import java.util.Locale;
import javafx.scene.control.TableView;
import org.mendedleaf.core.office.FolderRow;

/** Typing letters chooses the next line whose name begins with them. */
final class TypeAhead {

  private static final long PAUSE_NANOS = 900_000_000;

  private final StringBuilder typed = new StringBuilder();
  private long last;

  void typed(String character, TableView<FolderRow> table) {
    if (character.isEmpty() || Character.isISOControl(character.charAt(0))) {
      return;
    }
    long now = System.nanoTime();
    if (now - last > PAUSE_NANOS) {
      typed.setLength(0);
    }
    last = now;
    typed.append(character.toLowerCase(Locale.ROOT));
    for (int i = 0; i < table.getItems().size(); i++) {
      String name = table.getItems().get(i).path().name().toLowerCase(Locale.ROOT);
      if (name.startsWith(typed.toString())) {
        table.getSelectionModel().select(i);
        table.scrollTo(Math.max(0, i - 3));
        return;
      }
    }
  }
}
