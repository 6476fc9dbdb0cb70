package org.mendedleaf.desktop.frame;

import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;

/**
 * Lets a chord act once, however long it is held. The system repeats a held key; by then the first
 * press may have led to another page, where the same chord means something else.
 */
final class HeldKeys {

  private @Nullable KeyCode held;

  private HeldKeys() {}

  static void actOnce(Scene scene) {
    HeldKeys keys = new HeldKeys();
    scene.addEventFilter(KeyEvent.KEY_PRESSED, keys::pressed);
    scene.addEventFilter(KeyEvent.KEY_RELEASED, keys::released);
  }

  private void pressed(KeyEvent event) {
    KeyCode code = event.getCode();
    boolean writes = event.getTarget() instanceof TextInputControl && code.isLetterKey();
    boolean isChord = event.isShortcutDown() && acts(code) && !writes;
    if (isChord && code == held) {
      event.consume();
    }
    held = isChord ? code : null;
  }

  private void released(KeyEvent event) {
    if (event.getCode() == held) {
      held = null;
    }
  }

  /** Keys that go through a list or change a size are meant to be held. */
  private static boolean acts(KeyCode code) {
    return code == KeyCode.ENTER || code.isLetterKey() || code.isDigitKey();
  }
}
