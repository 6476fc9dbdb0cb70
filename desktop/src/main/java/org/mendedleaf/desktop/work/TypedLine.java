package org.mendedleaf.desktop.work;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.mendedleaf.desktop.drawings.Keyboard;

/**
 * A line that is typed in the place of some links: Enter keeps it, Escape leaves it. For the
 * interface thread.
 */
public final class TypedLine {

  private static final double WIDTH = 330;

  private final TextField field = new TextField();
  private final Runnable changed;
  private boolean open;

  /**
   * @param changed called when it opens or closes
   * @param toPage gives the keyboard back to the page
   * @param keep called with what was typed
   */
  public TypedLine(String id, Runnable changed, Runnable toPage, Consumer<String> keep) {
    this.changed = changed;
    field.setId(id);
    field.setPrefWidth(WIDTH);
    field.setOnAction(
        event -> {
          String typed = field.getText();
          close();
          toPage.run();
          keep.accept(typed);
        });
    field.addEventHandler(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ESCAPE) {
            close();
            toPage.run();
            event.consume();
          }
        });
  }

  public Node node() {
    return field;
  }

  public boolean isOpen() {
    return open;
  }

  /**
   * @param prompt what is asked for, where nothing is typed
   */
  public void open(String text, String prompt) {
    open = true;
    field.setText(text);
    field.setPromptText(prompt);
    changed.run();
    Keyboard.to(field);
    field.selectAll();
  }

  public void close() {
    if (open) {
      open = false;
      changed.run();
    }
  }
}
