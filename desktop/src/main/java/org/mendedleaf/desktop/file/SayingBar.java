package org.mendedleaf.desktop.file;

import java.io.IOException;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/**
 * Fields for what a person says about the chosen revision: what changed, and whether it is known to
 * be good.
 */
final class SayingBar {

  private static final double WIDTH = 330;

  private final Context context;
  private final FilePresenter presenter;
  private final TextField note = new TextField();
  private final CheckBox good = new CheckBox();
  private final HBox row = new HBox(12, note, good);
  private boolean showing;
  private int shown = FilePresenter.NONE;

  SayingBar(Context context, FilePresenter presenter) {
    this.context = context;
    this.presenter = presenter;
    note.setId("note");
    note.setPrefWidth(WIDTH);
    note.setMinWidth(120);
    note.setOnAction(event -> keepNote());
    good.setId("known-good");
    good.setMinWidth(Region.USE_PREF_SIZE);
    good.selectedProperty().addListener((property, was, now) -> keepGood(now));
    row.setAlignment(Pos.CENTER_RIGHT);
  }

  Node node() {
    return row;
  }

  void focusNote() {
    Keyboard.to(note);
    note.selectAll();
  }

  /** Shows what is said of the chosen revision; a note that is being written stays. */
  void show() {
    Optional<Revision> chosen = presenter.chosenRevision();
    FileLife life = presenter.lifeProperty().get();
    row.setVisible(row.isManaged() && chosen.isPresent() && life != null);
    if (chosen.isEmpty() || life == null) {
      return;
    }
    RevisionMarks marks = life.marks(chosen.get());
    String number = FilePresenter.numbered(chosen.get().number());
    showing = true;
    if (chosen.get().number() != shown || !note.isFocused()) {
      note.setText(marks.note().map(RevisionMarks.Note::text).orElse(""));
    }
    shown = chosen.get().number();
    note.setPromptText(Words.of("note.prompt", number));
    good.setText(Words.of("mark.good", number));
    good.setSelected(marks.good().isPresent());
    showing = false;
  }

  /** Something that is said, off the interface thread. */
  private interface Saying {
    long of(FileLife life, int revision) throws IOException;
  }

  private void keepNote() {
    String text = note.getText();
    say(
        (life, revision) -> context.office().sayings().note(life.ref(), revision, text),
        Words.of("note.kept", FilePresenter.numbered(shown)));
  }

  private void keepGood(boolean now) {
    if (!showing) {
      say((life, revision) -> context.office().sayings().good(life.ref(), revision, now), "");
    }
  }

  private void say(Saying saying, String told) {
    FileLife life = presenter.lifeProperty().get();
    int revision = shown;
    context.ask(
        () -> saying.of(life, revision),
        act -> {
          if (!told.isEmpty()) {
            context.tell(told);
          }
          context.navigator().refresh();
        });
  }
}
