package org.mendedleaf.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.collections.transformation.FilteredList;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.VBox;
import javafx.stage.Popup;
import javafx.stage.Window;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.navigation.Action;

/** One searchable list of all actions with their keys. */
final class ActionList {

  private final Popup popup = new Popup();
  private final TextField search = new TextField();
  private final ListView<Action> list = new ListView<>();
  private final ObservableList<Action> all = FXCollections.observableArrayList();
  private final List<Action> everywhere;

  ActionList(List<Action> actions) {
    this.everywhere = List.copyOf(actions);
    FilteredList<Action> shown = new FilteredList<>(all);
    search.setPromptText(Words.of("actions.prompt"));
    search
        .textProperty()
        .addListener(
            (property, before, text) -> {
              String wanted = text.toLowerCase(Locale.ROOT);
              shown.setPredicate(a -> a.name().toLowerCase(Locale.ROOT).contains(wanted));
              list.getSelectionModel().selectFirst();
            });
    list.setItems(shown);
    list.setCellFactory(view -> new ActionCell());
    list.setFixedCellSize(32);
    list.setPrefHeight(32 * 9 + 2);
    list.setOnMouseClicked(event -> run());
    VBox box = new VBox(search, list);
    box.getStyleClass().addAll("sheet", "action-list");
    box.setPrefWidth(440);
    box.setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.ENTER) {
            run();
          } else if (event.getCode() == KeyCode.DOWN && search.isFocused()) {
            Keyboard.to(list);
          }
        });
    popup.getContent().add(box);
    popup.setAutoHide(true);
  }

  /**
   * @param here what can be done on the page that is shown; stands first
   */
  void show(Window over, List<Action> here) {
    all.setAll(listed(here, everywhere));
    search.clear();
    list.getSelectionModel().selectFirst();
    popup.show(over, over.getX() + (over.getWidth() - 440) / 2, over.getY() + 110);
    Keyboard.to(search);
  }

  /** A key that does something on the page does nothing else there, and is not listed twice. */
  static List<Action> listed(List<Action> here, List<Action> everywhere) {
    Set<KeyCombination> taken = here.stream().map(Action::key).collect(Collectors.toSet());
    List<Action> listed = new ArrayList<>(here);
    for (Action action : everywhere) {
      listed.add(
          taken.contains(action.key())
              ? new Action(action.name(), KeyCombination.NO_MATCH, action.run())
              : action);
    }
    return listed;
  }

  /** Popups have a scene of their own, which needs the window's looks. */
  Popup popup() {
    return popup;
  }

  private void run() {
    Action action = list.getSelectionModel().getSelectedItem();
    popup.hide();
    if (action != null) {
      action.run().run();
    }
  }

  private static final class ActionCell extends ListCell<Action> {
    @Override
    protected void updateItem(Action action, boolean empty) {
      super.updateItem(action, empty);
      if (empty) {
        setGraphic(null);
        return;
      }
      Label key = new Label(action.key().getDisplayText());
      key.getStyleClass().add("soft");
      BorderPane row = new BorderPane();
      row.setLeft(new Label(action.name()));
      row.setRight(key);
      setGraphic(row);
    }
  }
}
