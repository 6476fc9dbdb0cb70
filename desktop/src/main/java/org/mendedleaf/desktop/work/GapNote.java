package org.mendedleaf.desktop.work;

import java.util.List;
import java.util.concurrent.Callable;
import javafx.scene.control.Label;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/**
 * Says of a file or a shelf that something was recorded which cannot be read any more; takes no
 * room where there is nothing of that kind. For the interface thread.
 */
public final class GapNote {

  private final Context context;
  private final Label node = Nodes.text("", "rust");

  public GapNote(Context context) {
    this.context = context;
    node.setId("gaps");
    node.managedProperty().bind(node.visibleProperty());
    node.setVisible(false);
  }

  public Label node() {
    return node;
  }

  /** Looks what cannot be read of a file. */
  public void look(FileRef file) {
    look(() -> context.office().files().gaps(file), "gaps.file");
  }

  /** Looks what cannot be read of a shelf. */
  public void look(Shelf shelf) {
    look(() -> context.office().moments().gaps(shelf), "gaps.shelf");
  }

  private void look(Callable<List<Gap>> question, String words) {
    context.ask(
        question,
        gaps -> {
          node.setVisible(!gaps.isEmpty());
          if (!gaps.isEmpty()) {
            node.setText(
                Words.count(
                    words,
                    gaps.size(),
                    Shown.moment(gaps.get(gaps.size() - 1).at(), context.now(), context.zone())));
          }
        });
  }
}
