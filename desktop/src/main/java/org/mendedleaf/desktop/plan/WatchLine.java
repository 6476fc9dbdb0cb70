package org.mendedleaf.desktop.plan;

import java.io.IOException;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.rhythm.WatchUnit;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;

/** Says whether recording goes on without the window, and has that prepared. */
final class WatchLine {

  private final Context context;
  private final Label state = Nodes.text("", "soft");
  private final Button write;
  private final HBox root;

  WatchLine(Context context) {
    this.context = context;
    state.setId("watch-state");
    write =
        Nodes.button(
            Words.of("watch.write"), Words.of("watch.write.tip"), this::write, "link-like");
    write.setId("write-watch-unit");
    write.managedProperty().bind(write.visibleProperty());
    write.setVisible(false);
    root = Nodes.row(state, write);
  }

  Node node() {
    return root;
  }

  /** Beside the interface thread. */
  boolean isKept() throws IOException {
    return DeskLock.isWatchKept(context.office().settings().home());
  }

  void show(boolean kept) {
    state.setText(Words.of(kept ? "watch.kept" : "watch.notKept"));
    write.setVisible(!kept);
  }

  private void write() {
    context.ask(
        () -> WatchUnit.ofThisMachine(context.office().settings().home()).write(), this::told);
  }

  private void told(Path unit) {
    context.tell(Words.of("watch.written", Shown.path(unit), WatchUnit.NAME));
  }
}
