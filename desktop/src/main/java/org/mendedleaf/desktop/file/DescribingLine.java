package org.mendedleaf.desktop.file;

import java.util.Arrays;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;

/**
 * Three fields for a file's description, its sort, and who is told of its new revisions: Enter
 * keeps them, Escape leaves them.
 */
final class DescribingLine {

  private static final int SORT = 12;

  private final Context context;
  private final FilePresenter presenter;
  private final Runnable changed;
  private final Runnable toPage;
  private final TextField text = new TextField();
  private final TextField category = new TextField();
  private final TextField tell = new TextField();
  private final HBox row;
  private boolean open;

  /**
   * @param changed called when it opens or closes
   * @param toPage gives the keyboard back to the page
   */
  DescribingLine(Context context, FilePresenter presenter, Runnable changed, Runnable toPage) {
    this.context = context;
    this.presenter = presenter;
    this.changed = changed;
    this.toPage = toPage;
    field(text, "describe-text", "describe.text");
    field(category, "describe-category", "describe.category");
    field(tell, "describe-tell", "describe.tell");
    category.setPrefColumnCount(SORT);
    HBox.setHgrow(text, Priority.ALWAYS);
    HBox.setHgrow(tell, Priority.ALWAYS);
    Label keys = Nodes.label(Words.of("describe.keys"), "soft");
    row = new HBox(8, text, category, tell, keys);
    row.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(row, Priority.ALWAYS);
  }

  private void field(TextField field, String id, String prompt) {
    field.setId(id);
    field.setPromptText(Words.of(prompt));
    field.setMinWidth(90);
    field.setOnAction(event -> keep());
    field.addEventHandler(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ESCAPE) {
            close();
            event.consume();
          }
        });
  }

  Node node() {
    return row;
  }

  boolean isOpen() {
    return open;
  }

  void open() {
    FileLife life = presenter.lifeProperty().get();
    if (life == null || open) {
      return;
    }
    open = true;
    text.setText(life.description().text());
    category.setText(life.description().category());
    tell.setText(String.join(", ", life.description().tell()));
    changed.run();
    Keyboard.to(text);
    text.selectAll();
  }

  private void close() {
    open = false;
    changed.run();
    toPage.run();
  }

  private void keep() {
    FileLife life = presenter.lifeProperty().get();
    List<String> persons =
        Arrays.stream(tell.getText().split(",", -1))
            .map(String::strip)
            .filter(person -> !person.isEmpty())
            .toList();
    Description said = new Description(text.getText().strip(), category.getText().strip(), persons);
    close();
    context.ask(
        () -> context.office().sayings().describe(life.ref(), said),
        act -> {
          context.navigator().refresh();
          context.tell(
              persons.isEmpty()
                  ? Words.of("describe.kept")
                  : Words.of("describe.kept.told", context.office().notices().outbox()));
        });
  }

  /** What stands behind the file's name; empty if nobody has said anything. */
  static String facts(Description said) {
    StringBuilder facts = new StringBuilder();
    if (!said.text().isEmpty()) {
      facts.append(" · ").append(said.text());
    }
    if (!said.category().isEmpty()) {
      facts.append(" · ").append(said.category());
    }
    if (!said.tell().isEmpty()) {
      facts.append(" · ").append(Words.of("describe.told", String.join(", ", said.tell())));
    }
    return facts.toString();
  }
}
