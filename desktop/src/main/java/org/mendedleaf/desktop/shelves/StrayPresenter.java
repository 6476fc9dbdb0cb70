package org.mendedleaf.desktop.shelves;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.files.Coverage;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.leftovers.PossibleFiles.Possible;
import org.mendedleaf.core.progress.Progress;
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
  private final ReadOnlyObjectWrapper<Possible> possible = new ReadOnlyObjectWrapper<>();

  StrayPresenter(Context context, Path path) {
    this.context = context;
    this.path = path;
  }

  /**
   * The known facts about the path.
   *
   * @param shelves where was looked
   */
  record CoverageFacts(Coverage coverage, List<Shelf> shelves, boolean isFolder, boolean exists) {}

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
                Files.isDirectory(path),
                Files.exists(path)),
        found -> {
          facts.set(found);
          lookFurther();
        });
  }

  /** What it could be where nothing lies there; null until that is known, or not asked. */
  ReadOnlyObjectProperty<Possible> possibleProperty() {
    return possible.getReadOnlyProperty();
  }

  /** Whether nothing lies there. */
  boolean isGone() {
    return !facts.get().exists();
  }

  /** Looking for copies takes a while, and comes after what is known at once. */
  private void lookFurther() {
    if (isGone()) {
      context
          .background()
          .work(
              () -> context.office().possibleFiles().of(path, Progress.NONE),
              possible::set,
              context.navigator()::complain);
    }
  }

  /** A recorded file in a sentence. */
  String sentence(Search.SearchHit hit) {
    return Words.of(
        hit.file().present() ? "stray.could.there" : "stray.could.removed",
        hit.file().path().shown(),
        hit.shelf().name(),
        Revision.numbered(hit.newest().number()),
        Shown.moment(hit.newest().currentFrom(), context.now(), context.zone()));
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
