package org.mendedleaf.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;

/** The actions that every page has, each with its key. */
final class WindowActions {

  private final MainWindow window;
  private final Context context;
  private final Runnable find;
  private final Runnable list;
  private final List<Action> actions = new ArrayList<>();

  /**
   * @param find takes the keyboard to the search
   * @param list shows all that can be done
   */
  WindowActions(MainWindow window, Runnable find, Runnable list) {
    this.window = window;
    this.context = window.context();
    this.find = find;
    this.list = list;
  }

  List<Action> all() {
    action("action.today", KeyCode.DIGIT0, () -> context.go(new Place.Today()));
    action("action.shelves", KeyCode.DIGIT1, () -> context.go(new Place.AllShelves()));
    action("action.lost", KeyCode.DIGIT2, () -> context.go(new Place.Lost()));
    action("action.tray", KeyCode.DIGIT3, () -> context.go(new Place.OnTray()));
    action("action.bringIn", KeyCode.DIGIT4, () -> context.go(new Place.BringIn()));
    action("action.plans", KeyCode.DIGIT5, () -> context.go(new Place.Plans()));
    action("action.space", KeyCode.DIGIT6, () -> context.go(new Place.SpaceOf()));
    action("action.ledger", KeyCode.DIGIT7, () -> context.go(new Place.Ledger()));
    action("action.rehearse", KeyCode.ENTER, this::rehearse);
    action("action.protect", KeyCode.N, () -> context.go(new Place.NewShelf(Optional.empty())));
    action("action.capture", KeyCode.R, this::captureAll);
    action("action.find", KeyCode.F, find);
    action("action.back", KeyCode.BACK_SPACE, window::back);
    action("action.refresh", KeyCode.F5, window::refresh);
    action("action.night", KeyCode.D, () -> window.looks().toggleNight());
    action("action.larger", KeyCode.EQUALS, () -> window.looks().scale(1));
    action("action.smaller", KeyCode.MINUS, () -> window.looks().scale(-1));
    action("action.list", KeyCode.K, list);
    return List.copyOf(actions);
  }

  private void action(String key, KeyCode code, Runnable run) {
    KeyCombination combination = new KeyCodeCombination(code, KeyCombination.SHORTCUT_DOWN);
    actions.add(new Action(Words.of(key), combination, run));
  }

  private void rehearse() {
    if (context.tray().isReady()) {
      context.go(new Place.Rehearsed(context.tray().tray()));
    }
  }

  private void captureAll() {
    context.ask(
        () -> context.office().shelves().all(),
        shelves -> {
          Captures captures = new Captures(context);
          shelves.stream()
              .filter(shelf -> shelf.recording() != RecordingState.PAUSED)
              .filter(shelf -> shelf.folder().isPresent())
              .forEach(captures::capture);
        });
  }
}
