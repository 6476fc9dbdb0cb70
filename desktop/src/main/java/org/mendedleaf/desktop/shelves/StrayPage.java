package org.mendedleaf.desktop.shelves;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.files.Coverage;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;

/** A file or folder without earlier states: says so, where was looked, and what can be done. */
public final class StrayPage implements Page {

  private final Context context;
  private final Path path;
  private final VBox root = new VBox(14);

  public StrayPage(Context context, Path path) {
    this.context = context;
    this.path = path;
    root.getStyleClass().add("page");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () ->
                new CoverageFacts(
                    context.office().coverages().of(path),
                    context.office().shelves().all(),
                    Files.isDirectory(path)),
            this::show,
            context.navigator()::complain);
  }

  private record CoverageFacts(Coverage coverage, List<Shelf> shelves, boolean isFolder) {}

  private void show(CoverageFacts answer) {
    VBox sheet = new VBox(10);
    sheet.getStyleClass().addAll("sheet", "padded");
    sheet.getChildren().add(Nodes.text(Words.of("stray.none"), "strong"));
    sheet.getChildren().add(Nodes.text(answer.coverage().because()));
    sheet.getChildren().add(Nodes.label(Words.of("stray.looked"), "soft"));
    for (Shelf shelf : answer.shelves()) {
      String since = shelf.folder().map(Shown::path).orElse(Words.of("shelf.noFolder"));
      sheet
          .getChildren()
          .add(
              Nodes.text(Words.of("stray.source", shelf.name(), since, shelf.revisions()), "soft"));
    }
    if (answer.shelves().isEmpty()) {
      sheet.getChildren().add(Nodes.text(Words.of("stray.noShelf"), "soft"));
    }
    HBox acts = new HBox(10);
    Optional<Shelf> shelf = answer.coverage().shelf();
    if (shelf.isPresent()) {
      acts.getChildren()
          .add(
              Nodes.button(
                  Words.of("shelf.capture"),
                  "",
                  () -> new Captures(context).capture(shelf.get()),
                  "moss"));
    } else {
      Path folder = answer.isFolder() ? path : Objects.requireNonNull(path.getParent());
      Node protect =
          Nodes.button(
              Words.of("stray.protect", String.valueOf(folder.getFileName())),
              "",
              () -> context.navigator().go(new Place.NewShelf(Optional.of(folder))),
              "moss");
      protect.setId("protect-folder");
      acts.getChildren().add(protect);
    }
    sheet.getChildren().add(acts);
    root.getChildren()
        .setAll(
            Nodes.label(path.getParent() == null ? "" : Shown.path(path.getParent()), "soft"),
            Nodes.label(String.valueOf(path.getFileName()), "title"),
            sheet);
  }
}
