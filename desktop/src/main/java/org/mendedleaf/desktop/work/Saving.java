package org.mendedleaf.desktop.work;

import java.io.File;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.stage.FileChooser;
import org.mendedleaf.core.session.SavedFile;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Asks where to, and saves what somebody wants to take along. For the interface thread. */
public final class Saving {

  private final Context context;

  public Saving(Context context) {
    this.context = context;
  }

  /** Writes it; the stream stays open. */
  public interface Writing {
    void to(OutputStream out) throws IOException;
  }

  /**
   * @param over the page from which it is saved
   * @param name that is suggested, with its ending
   */
  public void ask(Node over, String name, Writing writing) {
    FileChooser chooser = new FileChooser();
    chooser.setInitialFileName(name);
    File chosen = chooser.showSaveDialog(over.getScene().getWindow());
    if (chosen != null) {
      save(chosen.toPath(), writing);
    }
  }

  private void save(Path file, Writing writing) {
    context.ask(
        () -> {
          // Whether another gives way was asked by the system's own window.
          SavedFile.write(file, true, writing::to);
          return file;
        },
        done -> context.tell(Words.of("receipt.saved", Shown.path(done))));
  }
}
