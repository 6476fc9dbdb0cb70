package org.mendedleaf.desktop.shelves;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.files.Coverage;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/**
 * Finds out why a path has no earlier states, and what can be done; knows no nodes. For the
 * interface thread.
 */
final class StrayPresenter {

  private final Context context;
  private final Path path;
  private final ReadOnlyObjectWrapper<CoverageFacts> facts = new ReadOnlyObjectWrapper<>();

  StrayPresenter(Context context, Path path) {
    this.context = context;
    this.path = path;
  }

  /**
   * The known facts about the path.
   *
   * @param shelves where was looked
   */
  record CoverageFacts(Coverage coverage, List<Shelf> shelves, boolean isFolder) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<CoverageFacts> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () ->
            new CoverageFacts(
                context.office().coverages().of(path),
                context.office().shelves().all(),
                Files.isDirectory(path)),
        facts::set);
  }

  /** The folder that would be protected. */
  Path folder() {
    return facts.get().isFolder() ? path : Objects.requireNonNull(path.getParent());
  }

  /** Where was looked, a line for each place. */
  List<String> looked() {
    List<Shelf> shelves = facts.get().shelves();
    return shelves.isEmpty()
        ? List.of(Words.of("stray.noShelf"))
        : shelves.stream().map(StrayPresenter::source).toList();
  }

  private static String source(Shelf shelf) {
    String folder = shelf.folder().map(Shown::path).orElse(Words.of("shelf.noFolder"));
    return Words.of("stray.source", shelf.name(), folder, shelf.revisions());
  }
}
