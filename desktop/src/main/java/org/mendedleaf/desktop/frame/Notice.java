package org.mendedleaf.desktop.frame;

import java.io.File;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.stage.DirectoryChooser;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** The strip under the top bar that says what was done, asks, or says what went wrong. */
final class Notice {

  private final HBox bar = new HBox(14);
  private final Runnable toPage;

  /**
   * @param toPage gives the keyboard back to the page
   */
  Notice(Runnable toPage) {
    this.toPage = toPage;
  }

  Node node() {
    return bar;
  }

  /** Tells what was done, with a way to take it back, or null where there is none. */
  void tell(String sentence, @Nullable Runnable undo) {
    bar.getStyleClass().setAll("notice");
    Label text = sentence(sentence);
    bar.getChildren().setAll(text);
    if (undo != null) {
      Button button = new Button(Words.of("undo"));
      button.setId("undo");
      Tip.on(button, Words.of("undo.tip"));
      button.setOnAction(
          event -> {
            hide();
            undo.run();
          });
      bar.getChildren().add(button);
    }
    bar.getChildren().add(closer());
    show();
  }

  /** Tells what was done, with a way to take it back and a place where more is said. */
  void tell(String sentence, @Nullable Runnable undo, String more, Runnable show) {
    tell(sentence, undo);
    Button button = new Button(more);
    button.setId("more");
    button.setOnAction(event -> show.run());
    bar.getChildren().add(bar.getChildren().size() - 1, button);
  }

  /** Asks for a folder; nothing is done before one is given. */
  void askFolder(String question, String yes, String last, Consumer<Path> act) {
    bar.getStyleClass().setAll("notice", "question");
    Label text = new Label(question);
    text.setId("notice");
    TextField field = new TextField(last);
    field.setId("folder-wanted");
    field.setPromptText(Words.of("ask.folder"));
    HBox.setHgrow(field, Priority.ALWAYS);
    Runnable go =
        () -> {
          if (!field.getText().isBlank()) {
            hide();
            act.accept(Shown.pathWritten(field.getText()));
          }
        };
    field.setOnAction(event -> go.run());
    Button choose = new Button(Words.of("new.choose"));
    choose.setOnAction(
        event -> {
          File chosen = new DirectoryChooser().showDialog(bar.getScene().getWindow());
          if (chosen != null) {
            field.setText(Shown.path(chosen.toPath()));
          }
        });
    Button button = new Button(yes);
    button.getStyleClass().add("moss");
    button.setOnAction(event -> go.run());
    bar.getChildren().setAll(text, field, choose, button, closer());
    show();
    Keyboard.to(field);
    field.selectAll();
  }

  /** Asks something; doing nothing is always safe. */
  void ask(String question, String yes, Runnable act) {
    bar.getStyleClass().setAll("notice", "question");
    Button button = new Button(yes);
    button.setId("yes");
    button.setOnAction(
        event -> {
          hide();
          act.run();
        });
    bar.getChildren().setAll(sentence(question), button, closer());
    show();
    Keyboard.to(button);
  }

  /** Tells what went wrong. */
  void complain(Exception problem) {
    String text = Complaint.sentence(problem);
    bar.getStyleClass().setAll("notice", "problem");
    bar.getChildren().setAll(sentence(text), closer());
    show();
  }

  private static Label sentence(String text) {
    Label label = new Label(text);
    label.setId("notice");
    label.setWrapText(true);
    label.setMinHeight(Region.USE_PREF_SIZE);
    HBox.setHgrow(label, Priority.ALWAYS);
    label.setMaxWidth(Double.MAX_VALUE);
    return label;
  }

  private Button closer() {
    Button close = new Button(Words.of("notice.close"));
    close.setMinWidth(Region.USE_PREF_SIZE);
    close.getStyleClass().add("quiet");
    close.setOnAction(event -> hide());
    return close;
  }

  private void show() {
    bar.setAlignment(Pos.CENTER_LEFT);
    bar.setVisible(true);
    bar.setManaged(true);
  }

  void hide() {
    Node focused = bar.getScene() == null ? null : bar.getScene().getFocusOwner();
    for (Node at = focused; at != null; at = at.getParent()) {
      if (at == bar) {
        toPage.run();
      }
    }
    bar.setVisible(false);
    bar.setManaged(false);
  }
}
