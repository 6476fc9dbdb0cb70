package org.mendedleaf.desktop.file;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.TypedLine;
import org.mendedleaf.desktop.work.navigation.Action;

/**
 * Keeping a revision whatever any rule says, and the two ways of parting: removing the file, which
 * is taken back with a word, and erasing, which looks different and leads to a page of its own.
 */
final class PartingBar {

  private static final KeyCombination HOLD =
      new KeyCodeCombination(KeyCode.H, KeyCombination.SHORTCUT_DOWN);
  private static final KeyCombination ISSUE =
      new KeyCodeCombination(KeyCode.G, KeyCombination.SHORTCUT_DOWN);
  private static final KeyCombination MOVE = new KeyCodeCombination(KeyCode.F2);
  private static final KeyCombination REMOVE =
      new KeyCodeCombination(KeyCode.DELETE, KeyCombination.SHORTCUT_DOWN);
  private static final KeyCombination ERASE =
      new KeyCodeCombination(
          KeyCode.DELETE, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN);
  private static final double WHY = 330;

  private final FilePresenter presenter;
  private final Button issue;
  private final Button hold;
  private final Button remove;
  private final Button erase;
  private final TypedLine why;
  private final Label held = Nodes.label("", "plum");
  private final HBox row = new HBox(6);
  private final Button move;
  private final TypedLine path;

  /**
   * @param toPage gives the keyboard back to the page when something was typed
   */
  PartingBar(FilePresenter presenter, Runnable toPage) {
    this.presenter = presenter;
    issue = Nodes.button("", ISSUE.getDisplayText(), presenter::issue, "link-like", "slate-link");
    issue.setId("issue");
    hold = Nodes.button("", HOLD.getDisplayText(), this::hold, "link-like");
    hold.setId("hold");
    remove =
        Nodes.button(Words.of("remove"), REMOVE.getDisplayText(), presenter::remove, "link-like");
    remove.setId("remove");
    erase = Nodes.button("", ERASE.getDisplayText(), presenter::erase, "link-like", "rust-link");
    erase.setId("to-erase");
    why = new TypedLine("hold-why", this::show, toPage, presenter::hold);
    move = Nodes.button(Words.of("move"), MOVE.getDisplayText(), this::move, "link-like");
    move.setId("move");
    path = new TypedLine("move-to", this::show, toPage, presenter::move);
    held.setMaxWidth(WHY);
    row.setAlignment(Pos.CENTER_RIGHT);
    row.setMinHeight(32);
    presenter.chosenProperty().addListener((property, before, now) -> why.close());
  }

  Node node() {
    return row;
  }

  List<Action> actions() {
    return List.of(
        new Action(Words.of("action.file.issue"), ISSUE, presenter::issue),
        new Action(Words.of("action.file.move"), MOVE, this::move),
        new Action(Words.of("action.file.hold"), HOLD, this::hold),
        new Action(Words.of("action.file.remove"), REMOVE, presenter::remove),
        new Action(Words.of("action.file.erase"), ERASE, presenter::erase));
  }

  void show() {
    FileLife life = presenter.lifeProperty().get();
    if (life == null || presenter.chosenRevision().isEmpty()) {
      row.getChildren().clear();
      return;
    }
    String number = FilePresenter.numbered(presenter.chosenProperty().get());
    if (path.isOpen() || why.isOpen()) {
      Node typed = path.isOpen() ? path.node() : why.node();
      // Put in anew, it would lose the keyboard when the page is looked at again.
      if (!row.getChildren().equals(List.of(typed))) {
        row.getChildren().setAll(typed);
      }
      return;
    }
    boolean isHeld = presenter.held().isPresent();
    hold.setText(Words.of(isHeld ? "release" : "hold", number));
    erase.setText(Words.of("erase", number));
    presenter
        .held()
        .ifPresent(
            reason -> {
              held.setText(Words.of("mark.held", reason));
              Tip.on(held, reason);
            });
    row.getChildren().setAll(hold, remove, erase);
    if (presenter.isDeposited() && presenter.canRemove()) {
      row.getChildren().add(1, move);
    }
    if (presenter.canIssue()) {
      issue.setText(Words.of("issue", number));
      row.getChildren().add(0, issue);
    }
    if (isHeld) {
      row.getChildren().add(0, held);
    }
    remove.setDisable(!presenter.canRemove());
  }

  private void hold() {
    if (presenter.held().isPresent()) {
      presenter.release();
    } else {
      String number = FilePresenter.numbered(presenter.chosenProperty().get());
      why.open("", Words.of("hold.why", number));
    }
  }

  private void move() {
    if (presenter.isDeposited() && presenter.canRemove()) {
      path.open(presenter.lifeProperty().get().file().path().text(), "");
    }
  }
}
