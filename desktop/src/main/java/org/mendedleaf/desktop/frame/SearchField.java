package org.mendedleaf.desktop.frame;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;

/** The field in the frame that finds a file by any name it ever had. */
final class SearchField {

  private final TextField field = new TextField();
  private boolean clearing;

  /**
   * @param typed what is in the field now, after every key
   * @param enter opens the best that was found
   * @param down goes into the list
   */
  SearchField(Consumer<String> typed, Runnable enter, Runnable down) {
    field.setId("search");
    field.setPromptText(Words.of("find.prompt"));
    Tip.on(field, "Ctrl+F");
    field.getStyleClass().add("search");
    field.setPrefWidth(330);
    field.setMinWidth(240);
    field
        .textProperty()
        .addListener(
            (property, before, now) -> {
              if (!clearing) {
                typed.accept(now);
              }
            });
    field.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ENTER) {
            enter.run();
            event.consume();
          } else if (event.getCode() == KeyCode.DOWN) {
            down.run();
            event.consume();
          }
        });
  }

  Node node() {
    return field;
  }

  void focus() {
    Keyboard.to(field);
    field.selectAll();
  }

  /** Empties the field without asking for anything. */
  void clear() {
    clearing = true;
    field.clear();
    clearing = false;
  }
}
