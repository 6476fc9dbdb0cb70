package org.mendedleaf.desktop.intake;

import java.nio.file.Path;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.HBox;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;

/** The row that says in which folders arrivals are looked for, and changes that. */
final class ArrivalPlaces {

  private final Context context;
  private final HBox row = new HBox(10);
  // Held here, since the list outlives the page and holds it weakly.
  private final InvalidationListener follower = property -> show();

  ArrivalPlaces(Context context) {
    this.context = context;
    row.setAlignment(Pos.CENTER_LEFT);
    context.arrivals().folders().addListener(new WeakInvalidationListener(follower));
    show();
  }

  Node node() {
    return row;
  }

  /** The folders that are looked through, each with a way to leave it. */
  private void show() {
    row.getChildren().clear();
    List<Path> folders = context.arrivals().folders();
    row.getChildren()
        .add(
            Nodes.label(
                Words.of(folders.isEmpty() ? "arrivals.nowhere" : "arrivals.where"), "soft"));
    for (Path folder : folders) {
      Label name = Nodes.label(Shown.path(folder), "strong");
      name.setMinWidth(0);
      name.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
      Tip.on(name, folder.toString());
      Button leave =
          Nodes.button(
              Words.of("arrivals.unwatch"),
              "",
              () -> context.arrivals().unwatch(folder),
              "link-like");
      row.getChildren().addAll(name, leave);
    }
    Button watch =
        Nodes.button(Words.of("arrivals.watch"), "Ctrl+Shift+O", this::watch, "link-like");
    watch.setId("watch-folder");
    row.getChildren().add(watch);
  }

  /** Asks for a folder to look in as well. */
  void watch() {
    context
        .navigator()
        .askFolder(
            Words.of("arrivals.which"),
            Words.of("arrivals.watch"),
            Shown.path(Path.of(System.getProperty("user.home"))),
            context.arrivals()::watch);
  }
}
