package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.PresentFile;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;

/**
 * Takes files and folders off a shelf and out of its folder, because somebody wants it. Their
 * revisions stay, and it can be taken back. What lies there must have been recorded before; what
 * could not be recorded stays. Used once, by one thread.
 */
final class Removal {

  private final RecoveryAct.Tools tools;
  private final long shelf;
  private final Path folder;

  Removal(RecoveryAct.Tools tools, long shelf, Path folder) {
    this.tools = tools;
    this.shelf = shelf;
    this.folder = folder;
  }

  /**
   * @param paths files, or folders with everything in them
   * @param unrecorded what lies there otherwise than it is recorded
   * @return the act
   * @throws RefusedException if none of these is on the shelf; nothing was changed
   */
  long remove(
      List<InnerPath> paths, List<InnerPath> unrecorded, String by, String run, Progress progress)
      throws IOException {
    List<Step> steps = new ArrayList<>();
    for (PresentFile file : tools.catalogue().files().present(shelf)) {
      InnerPath at = file.state().path();
      if (paths.stream().anyMatch(path -> at.equals(path) || at.isWithin(path))) {
        Step step =
            new Step(
                ShelfPaths.resolve(folder, at),
                Optional.of(at),
                Outcome.REMOVED,
                Optional.empty(),
                OptionalLong.of(file.file()),
                OptionalInt.of(file.revision()),
                "");
        steps.add(
            unrecorded.contains(at)
                ? step.ending(Outcome.REFUSED, "what lies there could not be recorded first")
                : step);
      }
    }
    if (steps.isEmpty()) {
      throw new RefusedException(
          "Nothing on the shelf is called %s, so nothing was removed."
              .formatted(String.join(", ", paths.stream().map(InnerPath::shown).toList())));
    }
    RecoveryAct act =
        new RecoveryAct(tools, shelf, Optional.of(folder), by, Optional.of(run), true);
    act.perform(steps, progress);
    for (InnerPath path : paths) {
      for (Path emptied : emptied(ShelfPaths.resolve(folder, path))) {
        Files.delete(emptied);
        act.noteFolderGone(ShelfPaths.inner(folder, emptied));
      }
    }
    return act.commit(Act.REMOVE, OptionalLong.empty());
  }

  /** The folders at and below a path that hold no file any more, the innermost first. */
  private List<Path> emptied(Path top) throws IOException {
    if (top.equals(folder) || !Files.isDirectory(top, LinkOption.NOFOLLOW_LINKS)) {
      return List.of();
    }
    List<Path> empty = new ArrayList<>();
    try (Stream<Path> all = Files.walk(top)) {
      List<Path> innermostFirst = all.sorted(Comparator.reverseOrder()).toList();
      for (Path one : innermostFirst) {
        if (Files.isDirectory(one, LinkOption.NOFOLLOW_LINKS)) {
          try (Stream<Path> inside = Files.list(one)) {
            if (inside.allMatch(empty::contains)) {
              empty.add(one);
            }
          }
        }
      }
    }
    return empty;
  }
}
